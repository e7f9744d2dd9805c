import { choice, type Draft, type Family, num, number, str } from "./family";
import { acrossAt, EVENLY, inTurn, shareOut, topLines } from "./pours";

export const drop: Family = {
  label: "drop swirl",
  blurb: "stripes along the loaf from high to low; very forgiving, thin gives hairlines, thick gives round drops",
  expect: {
    thin: "Hairlines that run high and low, colours laced into each other; low pours reach deep.",
    medium: "Clear teardrops with tails; high pours reach the floor, low ones stay near the top.",
    thick: "Rounded drops side by side, few lines between them; a low pour lies where it was poured.",
  },
  knobs: [
    number("floorPct", "floor of the base", 0, 80, 45, "% of its cup", 5),
    number("drops", "drops", 4, 40, 15),
    choice("circles", "in circles", [
      ["0", "none"],
      ["5", "every fifth"],
      ["3", "every third"],
    ]),
    choice("outline", "outline between drops", [
      ["none", "none"],
      ["last", "the last cup"],
    ]),
  ],
  recipe(input) {
    const { base, accents, mould, knobs } = input;
    const floorPct = accents.length ? num(knobs, "floorPct") : 100;
    const drops = num(knobs, "drops");
    const circles = Number(str(knobs, "circles"));
    const outline = str(knobs, "outline") === "last" && accents.length > 1 ? accents[accents.length - 1] : null;
    const colours = [...accents.filter((p) => p !== outline), base];
    const list: Draft[] = [{ kind: "layer", portionId: base.id, cupPct: floorPct, height: "low" }];
    if (accents.length === 0) return [...list, ...topLines(input)];
    inTurn(colours, Math.max(drops, colours.length)).forEach((p, i) => {
      const share = i / drops;
      const height = share < 0.4 ? "high" : share < 0.75 ? "mid" : "low";
      const acrossMm = acrossAt(i, mould.widthMm);
      list.push({
        kind: "stripe",
        portionId: p.id,
        cupPct: EVENLY,
        acrossMm,
        height,
        passes: ((i % 3) + 1) as 1 | 2 | 3,
        motion: circles > 0 && i % circles === circles - 1 ? "circles" : "line",
      });
      if (outline)
        list.push({
          kind: "stripe",
          portionId: outline.id,
          cupPct: EVENLY,
          acrossMm,
          height,
          passes: 1,
          motion: "outline",
        });
    });
    return [...shareOut(list, new Map([[base.id, floorPct]])), ...topLines(input)];
  },
  rescues: ["spoon-swirl", "spooned-layers", "textured-top", "press-in"],
  leaves: { washUpMin: 8, lostGPerKg: 5 },
  isOrderFixed: false,
};
