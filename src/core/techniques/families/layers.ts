import { choice, type Draft, type Family, num, number, str } from "./family";
import { EVENLY, inTurn, shareOut, topLines } from "./pours";

export const layers: Family = {
  label: "plain layers",
  blurb: "each layer thick enough to carry the next",
  expect: {
    thin: "Level layers with soft borders; poured from high they break through.",
    medium: "Layers with a gently uneven border.",
    thick: "Clear, lumpy borders; pockets of air are likely.",
  },
  knobs: [
    number("layers", "layers", 2, 12, 4),
    choice("from", "poured", [
      ["low", "low, over a spatula"],
      ["high", "every second from high"],
    ]),
  ],
  recipe(input) {
    const order = [input.base, ...input.accents];
    const list: Draft[] = inTurn(order, Math.max(num(input.knobs, "layers"), order.length)).map((p, i) => ({
      kind: "layer",
      portionId: p.id,
      cupPct: EVENLY,
      height: str(input.knobs, "from") === "high" && i % 2 ? "high" : "low",
    }));
    return [...shareOut(list), ...topLines(input)];
  },
  windows: {
    layer: { low: 2.8, high: 3.8, tooThin: "the next layer breaks through it", tooThick: "it no longer lies level" },
  },
  rescues: ["spooned-layers", "textured-top", "press-in"],
  leaves: { washUpMin: 6, lostGPerKg: 6 },
  isOrderFixed: true,
};
