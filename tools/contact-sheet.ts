import { writeFileSync } from "node:fs";
import { derive } from "../src/core/derive/derive";
import { planOfFamily } from "../src/core/library/familyPlan";
import { compileDesign } from "../src/core/swirl/design";
import { drawIndices, finish, type View } from "../src/core/swirl/face";
import { blendEdges, makePalette, paint } from "../src/core/swirl/paint";
import { refineEdges } from "../src/core/swirl/smooth";
import { FAMILIES, FAMILY_IDS } from "../src/core/techniques/families/registry";

/**
 * Contact sheet of all families, thin and thick, across and from above, as a page of HTML with the pictures inside; a browser makes a PNG of it.
 * Usage: tsx tools/contact-sheet.ts out.html
 */
const THIN = 1.6;
const THICK = 3;
const FACE = { width: 210, height: 160 };
const TOP = { width: 210, height: 76 };

/** A binary pixel map as a data address that a canvas reads. */
const picture = (rgba: Uint8ClampedArray, width: number, height: number) =>
  `<canvas width="${width}" height="${height}" data-rgba="${Buffer.from(rgba.buffer).toString("base64")}"></canvas>`;

const cells = FAMILY_IDS.map((family) => {
  const plan = planOfFamily(family);
  const { designs, palette } = derive(plan);
  const design = designs.get(plan.moulds[0].id)!;
  const rows = [THIN, THICK].map((trace) => {
    const compiled = compileDesign({ ...design, pours: design.pours.map((p) => ({ ...p, trace })) });
    const colours = makePalette(palette);
    const draw = (view: View, size: { width: number; height: number }) => {
      const image = finish(drawIndices(compiled, view, size.width, size.height, 0.5));
      const rgba = paint(image, colours);
      blendEdges(rgba, finish(refineEdges(compiled, view, image, 0.5)), colours);
      return picture(rgba, size.width, size.height);
    };
    const level: View = { kind: "level", atMm: compiled.levelMm * 0.5 };
    return `<figure>${draw({ kind: "across", atMm: 118 }, FACE)}${draw({ kind: "above", depthMm: 0.4 }, TOP)}${draw(level, TOP)}<figcaption>trace ${trace.toFixed(1)}</figcaption></figure>`;
  });
  return `<section><h2>${FAMILIES[family].label}</h2><div>${rows.join("")}</div></section>`;
});

writeFileSync(
  process.argv[2],
  `<!doctype html><meta charset="utf-8"><style>
body{margin:10px;background:#faf6ec;color:#2a241d;font:12px sans-serif;display:grid;grid-template-columns:repeat(4,auto);gap:10px;width:max-content}
h2{font-size:14px;margin:0 0 3px}section>div{display:flex;gap:6px}figure{margin:0}canvas{display:block;border:1px solid #8a8272;margin-bottom:2px}
</style>${cells.join("")}<script>
for (const c of document.querySelectorAll("canvas")) {
  const bytes = Uint8ClampedArray.from(atob(c.dataset.rgba), (x) => x.charCodeAt(0));
  c.getContext("2d").putImageData(new ImageData(bytes, c.width, c.height), 0, 0);
}
</script>`,
);
