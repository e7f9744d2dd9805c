import { describe, expect, it } from "vitest";
import { computeMasses } from "../../../src/core/batter/masses";
import { cutUp, loafBlock } from "../../../src/core/cut/leaves";
import { pictureOf, rankedByPicture, type Voxels } from "../../../src/core/cut/picture";
import { askedOf, plainCutting, plannedCut } from "../../../src/core/cut/planned";
import { proposeCuts } from "../../../src/core/cut/propose";
import type { Pattern } from "../../../src/core/cut/ways";
import { pictureWords } from "../../../src/core/cut/words";
import { derive } from "../../../src/core/derive/derive";
import { planOfFamily } from "../../../src/core/library/familyPlan";
import { compileDesign } from "../../../src/core/swirl/design";
import { voxelsOf } from "../../../src/core/swirl/voxels";
import type { FamilyId } from "../../../src/core/techniques/families/registry";
import { sayer } from "../../../src/core/units/sayer";
import { colourShares } from "../../support/colourShares";

const plan = planOfFamily("drop");
const SIZE = [240, 80, 60] as const;
const N = [96, 32, 24] as const;
const loaf = loafBlock({ lengthMm: SIZE[0], widthMm: SIZE[1] }, SIZE[2]);
/** A loaf whose colours follow a rule of the place, mm. */
function painted(rule: (x: number, y: number, z: number) => number): Voxels {
  const colour = new Uint8Array(N[0] * N[1] * N[2]);
  for (let z = 0; z < N[2]; z++)
    for (let y = 0; y < N[1]; y++)
      for (let x = 0; x < N[0]; x++)
        colour[x + N[0] * (y + N[1] * z)] = rule(2.5 * (x + 0.5), 2.5 * (y + 0.5), 2.5 * (z + 0.5));
  return { n: N, sizeMm: SIZE, colour };
}
const across = cutUp(loaf, plainCutting(plan, "m1"));
const POURED = new Set([0, 1]);

describe("what bars show", () => {
  it("upright stripes run through; their borders are counted per centimetre", () => {
    // A stripe of 10 mm, upright: seven borders on 80 mm across, none upwards; 0.875 a cm one way.
    const p = pictureOf(
      painted((_, y) => Math.floor(y / 10) % 2),
      across,
      POURED,
    );
    expect(p.turns).toBe(0);
    expect(p.worth).toBe(0);
    expect(p.linesPerCm).toBeCloseTo(7 / 8 / 2, 6);
    expect(p.missing).toBe(0);
    expect(pictureWords(p, sayer())).toBe("a border every 23 mm, stripes that run through");
  });

  it("a board of squares turns as much as can be, and has nothing missing", () => {
    const p = pictureOf(
      painted((_, y, z) => (Math.floor(y / 10) + Math.floor(z / 10)) % 2),
      across,
      POURED,
    );
    expect(p.turns).toBeGreaterThan(0.9);
    expect(p.linesPerCm).toBeCloseTo((7 / 8 + 5 / 6) / 2, 6);
  });

  it("a colour at one end of the loaf is missing on all the other bars", () => {
    const p = pictureOf(
      painted((x) => (x < 60 ? 1 : 0)),
      across,
      POURED,
    );
    expect(p.missing).toBeGreaterThan(0.3);
    expect(p.missing).toBeLessThan(0.6);
    expect(pictureWords(p, sayer())).toMatch(/hardly a border, some bars lack a colour/);
  });

  it("the grid holds as much of every colour as the loaf does", () => {
    const compiled = compileDesign(derive(plan).designs.get("m1")!);
    const { colour } = voxelsOf(compiled);
    const shares = colourShares(compiled, plan.portions.length, 60_000);
    plan.portions.forEach((_, i) => {
      const own = colour.reduce((s, c) => s + (c === i ? 1 : 0), 0) / colour.length;
      expect(Math.abs(own - shares[i])).toBeLessThan(0.01);
    });
  });
});

describe("ways to cut, by what the bars show", () => {
  const first = (family: FamilyId): Pattern => {
    const own = planOfFamily(family);
    const cut = plannedCut(own, computeMasses(own)!, "m1")!;
    const { list } = proposeCuts(cut.loaf, askedOf(own, cut), [{ cutter: own.cutting.cutter, planer: null }], cut.soap);
    const voxels = voxelsOf(compileDesign(derive(own).designs.get("m1")!));
    const poured = new Set(own.portions.map((_, i) => i));
    return rankedByPicture(
      list,
      list.map((p) => pictureOf(voxels, p.up, poured)),
      family,
    )[0].pattern;
  };

  it("a funnel's rings want blocks that are turned and halved", () => expect(first("funnel")).toBe("on-side"));
  it.each(["crossings", "circling", "wide-eights"] as const)(
    "what is stirred between dividers (%s) wants a level split",
    (f) => {
      expect(first(f)).toBe("level");
    },
  );
  it.each(["drop", "in-pot", "spoon"] as const)("%s is cut across", (f) => {
    expect(first(f)).toBe("across");
  });

  it("what was asked for still goes before the picture", () => {
    const own = planOfFamily("funnel");
    const asked = { ...own, cutting: { ...own.cutting, wanted: { ...own.cutting.wanted, thickMm: 25 } } };
    const cut = plannedCut(asked, computeMasses(asked)!, "m1")!;
    expect(askedOf(asked, cut)).toBe(asked.cutting.wanted);
    const { list } = proposeCuts(
      cut.loaf,
      askedOf(asked, cut),
      [{ cutter: own.cutting.cutter, planer: null }],
      cut.soap,
    );
    const same = list.map((p) => ({
      missing: 0,
      linesPerCm: 1,
      turns: p.pattern === "on-side" ? 1 : 0.5,
      worth: p.pattern === "on-side" ? 1 : 0.5,
    }));
    const best = rankedByPicture(list, same, "funnel")[0];
    expect(best.offMm).toBe(0);
  });
});
