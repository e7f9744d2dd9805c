import { choice, type Draft, type Family, num, number, str } from "./family";
import { acrossAt, evenParts, lineOver, lowLayer, shareOut, topLines } from "./pours";

/** Part of the base that is poured before any accent goes into its cup, and the last part, that carries all of them. */
const LEAST_STEPS = 2;

export const shades: Family = {
  label: "cup into cup",
  blurb:
    "part of the base is poured, an accent goes into its cup, the next part is poured, and so on: shades, or marble",
  expect: {
    thin: "Shades run softly into each other; marbled pours are fine veins.",
    medium: "Steps of shade with a soft border; bands of marble still to be told apart.",
    thick: "Clear steps; marble in broad bands.",
  },
  knobs: [
    number("steps", "pours of the base", 3, 16, 6),
    choice("stirred", "stirred in the cup", [
      ["through", "through: shades"],
      ["half", "half a turn: marbled"],
    ]),
    choice("as", "poured as", [
      ["layers", "layers"],
      ["drops", "drops"],
    ]),
  ],
  recipe(input) {
    const { base, accents, mould, knobs } = input;
    const steps = Math.max(LEAST_STEPS, num(knobs, "steps"), accents.length + 1);
    const stirred = str(knobs, "stirred") as "half";
    const list: Draft[] = [];
    // Accents one after the other, each in as many parts as it has turns.
    const turns = Array.from({ length: steps - 1 }, (_, i) => Math.floor((i * accents.length) / (steps - 1)));
    const parts = new Map(
      accents.map((p, k) => [p.id, evenParts(100, Math.max(1, turns.filter((t) => t === k).length))]),
    );
    for (let i = 0; i < steps; i++) {
      const accent = i > 0 ? accents[turns[i - 1]] : undefined;
      if (accent)
        list.push({
          kind: "intoCup",
          portionId: accent.id,
          cupPct: parts.get(accent.id)!.shift()!,
          intoId: base.id,
          stirred,
        });
      list.push(
        str(knobs, "as") === "layers" || i === 0
          ? lowLayer(base.id)
          : lineOver(base.id, acrossAt(i, mould.widthMm), i < steps / 2 ? "high" : "mid"),
      );
    }
    return [...shareOut(list), ...topLines(input)];
  },
  windows: { layer: { low: 1.4, high: 3.4, tooThin: "the shades run together", tooThick: "it no longer lies level" } },
  rescues: ["spooned-layers", "textured-top", "press-in"],
  leaves: { washUpMin: 6, lostGPerKg: 8 },
  isOrderFixed: true,
};
