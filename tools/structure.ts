import { derive } from "../src/core/derive/derive";
import { planOfFamily } from "../src/core/library/familyPlan";
import { compileDesign } from "../src/core/swirl/design";
import { drawIndices, finish } from "../src/core/swirl/face";
import { likenessOf, structureOf } from "../src/core/swirl/structure";
import { FAMILY_IDS } from "../src/core/techniques/families/registry";

/** Prints how the faces of every family are built, thin and thick, over a few loaves: what the ranges of the structure test are taken from. */
const WIDTH = 180;
const BAR_MM = 27;
for (const family of FAMILY_IDS) {
  const plan = planOfFamily(family);
  const design = derive(plan).designs.get(plan.moulds[0].id)!;
  for (const trace of [1.6, 2.3, 3]) {
    const rows = [1, 7, 21].map((seed) => {
      const compiled = compileDesign({ ...design, seed, pours: design.pours.map((p) => ({ ...p, trace })) });
      const mm = compiled.widthMm / WIDTH;
      const draw = (atMm: number) =>
        finish(drawIndices(compiled, { kind: "across", atMm }, WIDTH, Math.round(compiled.levelMm / mm), 0.4));
      const L = compiled.lengthMm;
      const bars = Array.from({ length: Math.floor(L / BAR_MM) }, (_, k) => draw(BAR_MM * (k + 0.5)));
      const mirrored = [0, 1, 2, 3].map(
        (k) => likenessOf(draw(L / 2 - BAR_MM * (k + 0.5)), draw(L / 2 + BAR_MM * (k + 0.5)), 4, mm) ?? 1,
      );
      const pairs = bars.slice(1).map((b, i) => likenessOf(bars[i], b, 4, mm) ?? 1);
      return {
        ...structureOf(bars[4], mm),
        likeness: pairs.reduce((a, b) => a + b, 0) / pairs.length,
        mirrored: mirrored.reduce((a, b) => a + b, 0) / mirrored.length,
        end: likenessOf(draw(2), bars[4], 4, mm) ?? 1,
      };
    });
    const range = (of: (r: (typeof rows)[number]) => number) =>
      `${Math.min(...rows.map(of)).toFixed(2)}-${Math.max(...rows.map(of)).toFixed(2)}`;
    console.log(
      `${family.padEnd(14)} ${trace}  runs ${range((r) => r.runsPerColumn)}  thin ${range((r) => r.thinShare)}  broad ${range((r) => r.broadShare)}  level ${range((r) => r.level)}  likeness ${range((r) => r.likeness)}  mirrored ${range((r) => r.mirrored)}  end to middle ${range((r) => r.end)}`,
    );
  }
}
