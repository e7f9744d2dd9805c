import { writeFileSync } from "node:fs";
import { encode } from "fast-png";
import { derive } from "../src/core/derive/derive";
import { planOfFamily } from "../src/core/library/familyPlan";
import { compileDesign } from "../src/core/swirl/design";
import { drawIndices, finish, type View, viewSizeMm } from "../src/core/swirl/face";
import { blendEdges, makePalette, paint } from "../src/core/swirl/paint";
import { refineEdges } from "../src/core/swirl/smooth";
import { borderMm, soften } from "../src/core/swirl/soften";
import type { FamilyId } from "../src/core/techniques/families/registry";

/**
 * One design family as a large picture, thin above and thick below: two cuts across, a level cut and the top, smoothed as the studio shows them.
 * Usage: tsx tools/family-picture.ts out.png family
 */
const [out, family] = process.argv.slice(2);
const WIDTH = 600;
const GAP = 10;
const plan = planOfFamily(family as FamilyId);
const { designs, palette } = derive(plan);
const colours = makePalette(palette);
const design = designs.get(plan.moulds[0].id)!;

const pictures: { rgba: Uint8ClampedArray; height: number; left: number; top: number }[] = [];
let top = 0;
for (const trace of [1.6, 3]) {
  const poured = { ...design, pours: design.pours.map((p) => ({ ...p, trace })) };
  const compiled = compileDesign(poured);
  const draw = (view: View, left: number, above: number): number => {
    const mm = viewSizeMm(compiled, view);
    const height = Math.round((WIDTH * mm.heightMm) / mm.widthMm);
    const image = finish(drawIndices(compiled, view, WIDTH, height, 0.5));
    const rgba = paint(image, colours);
    const edges = finish(refineEdges(compiled, view, image, 0.5));
    blendEdges(rgba, edges, colours);
    soften(rgba, edges.image, colours, (borderMm(poured) * WIDTH) / mm.widthMm);
    pictures.push({ rgba, height, left, top: above });
    return height;
  };
  const tall = draw({ kind: "across", atMm: 118 }, 0, top);
  draw({ kind: "across", atMm: 60 }, WIDTH + GAP, top);
  const level = draw({ kind: "level", atMm: compiled.levelMm / 2 }, 2 * (WIDTH + GAP), top);
  draw({ kind: "above", depthMm: 0.4 }, 2 * (WIDTH + GAP), top + level + GAP);
  top += tall + GAP;
}
const width = 3 * WIDTH + 2 * GAP;
const data = new Uint8Array(width * top * 4).fill(255);
for (const p of pictures)
  for (let y = 0; y < p.height; y++)
    data.set(p.rgba.subarray(y * WIDTH * 4, (y + 1) * WIDTH * 4), ((p.top + y) * width + p.left) * 4);
writeFileSync(out, encode({ width, height: top, data }));
