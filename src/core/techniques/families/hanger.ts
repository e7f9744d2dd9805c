import type { Operation } from "../operations/registry";
import { choice, type Draft, type Family, num, number, str } from "./family";
import { acrossAt, inTurn, lineOver, lowLayer, shareOut, topLines } from "./pours";

type WirePath = Extract<Operation, { kind: "wire" }>["path"];

export const hanger: Family = {
  label: "hanger swirl",
  blurb: "a wire drawn through layers or drops pulls the lower colours up in plumes",
  expect: {
    thin: "Columns drawn far over, long feathers beside every turn of the wire.",
    medium: "Folded columns with points at floor and top.",
    thick: "The wire's way as single lines, layers between them little moved.",
  },
  knobs: [
    choice("over", "over", [
      ["layers", "layers"],
      ["drops", "drops"],
    ]),
    number("layers", "layers or drops", 3, 16, 6),
    number("loops", "loops of the wire", 1, 9, 4),
    number("wireMm", "wire", 1, 12, 4, "mm", 0.5),
    choice("path", "path", [
      ["side-to-side", "down one wall, over, up"],
      ["loops", "loops"],
      ["figure-eights", "figure-eights"],
    ]),
  ],
  recipe(input) {
    const { base, accents, mould, knobs } = input;
    const order = [base, ...accents];
    const n = Math.max(num(knobs, "layers"), order.length);
    const list: Draft[] = inTurn(order, n).map(
      (p, i): Draft =>
        str(knobs, "over") === "layers" || i === 0
          ? lowLayer(p.id)
          : lineOver(p.id, acrossAt(i, mould.widthMm), i < n / 2 ? "mid" : "low"),
    );
    list.push({
      kind: "wire",
      thicknessMm: num(knobs, "wireMm"),
      points: [],
      path: str(knobs, "path") as WirePath,
      loops: num(knobs, "loops"),
    });
    return [...shareOut(list), ...topLines(input)];
  },
  windows: {
    layer: {
      low: 1.8,
      high: 3.2,
      tooThin: "layers run together before the wire comes",
      tooThick: "layers no longer lie level and trap air",
    },
    stripe: {
      low: 1.8,
      high: 3.2,
      tooThin: "the drops blur before the wire comes",
      tooThick: "drops break into lumps",
    },
  },
  rescues: ["wider-tool", "spoon-swirl", "spooned-layers", "textured-top", "press-in"],
  leaves: { washUpMin: 8, lostGPerKg: 6 },
  isOrderFixed: false,
};
