import { type Draft, type Family, num, number } from "./family";
import { drizzles, EVENLY, inTurn, shareOut } from "./pours";

export const funnel: Family = {
  label: "funnel pour",
  blurb: "equal counted pours through a funnel over the centre: rings in the horizontal face, nested bowls across",
  expect: {
    thin: "Fine rings, the first ones pressed to films at the walls.",
    medium: "Rings one in the other, thinner outwards.",
    thick: "Fewer, thicker rings; the middle may pile up.",
  },
  knobs: [number("pours", "counted pours", 8, 60, 28)],
  recipe(input) {
    const { base, accents, knobs } = input;
    const order = [base, ...accents];
    const list: Draft[] = inTurn(order, Math.max(num(knobs, "pours"), order.length)).map((p) => ({
      kind: "funnel",
      portionId: p.id,
      cupPct: EVENLY,
    }));
    list.splice(Math.ceil(list.length / 3), 0, { kind: "tap" });
    return [...shareOut(list), ...drizzles(input)];
  },
  rescues: ["another-mould", "spoon-swirl", "spooned-layers", "press-in"],
  leaves: { washUpMin: 9, lostGPerKg: 8 },
  isOrderFixed: true,
};
