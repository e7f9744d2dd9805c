import { describe, expect, it } from "vitest";
import { derive } from "../../../src/core/derive/derive";
import { planOfFamily } from "../../../src/core/library/familyPlan";
import { compileDesign, type Design, stoppedAt } from "../../../src/core/swirl/design";
import { drawIndices, finish } from "../../../src/core/swirl/face";
import { levelOf } from "../../../src/core/swirl/level";
import { createPoints, restart } from "../../../src/core/swirl/points";
import { makePot, type PotStep } from "../../../src/core/swirl/pot";
import { FAMILY_IDS, type FamilyId } from "../../../src/core/techniques/families/registry";
import { generator } from "../../../src/core/units/random";
import { colourShares } from "../../support/colourShares";

const designFor = (family: FamilyId): Design => {
  const plan = planOfFamily(family);
  return derive(plan).designs.get(plan.moulds[0].id)!;
};

describe("the film of a pour", () => {
  it.each(FAMILY_IDS)(
    "%s: a compiled design stopped at a pour is the design compiled up to it, and as high as its pours",
    (family) => {
      const design = designFor(family);
      const whole = compileDesign(design);
      expect(levelOf(design)).toBeCloseTo(whole.levelMm, 6);
      for (let upTo = 1; upTo <= design.pours.length; upTo++) {
        const stopped = stoppedAt(whole, upTo);
        if (!stopped) continue;
        const anew = compileDesign(design, upTo);
        expect(stopped.levelMm).toBeCloseTo(anew.levelMm, 9);
        expect(stopped.operations.map((o) => o.kind)).toEqual(anew.operations.map((o) => o.kind));
        if (upTo % 4 !== 0 || stopped.operations.length === 0) continue;
        const draw = (d: typeof anew) => finish(drawIndices(d, { kind: "across", atMm: 77 }, 24, 18, 0.25)).colour;
        expect(draw(stopped)).toEqual(draw(anew));
      }
      expect(stoppedAt(whole, design.pours.length)).not.toBeNull();
    },
  );

  it("inside a run that is compiled as one there is no stop, and before the first pour neither", () => {
    const design = designFor("crossings");
    const whole = compileDesign(design);
    expect(stoppedAt(whole, 0)).toBeNull();
    expect(stoppedAt(whole, 1)).toBeNull();
    const pulled = design.pours.findIndex((p) => p.kind === "pullDividers");
    expect(stoppedAt(whole, pulled)).not.toBeNull();
  });

  it("no pour lowers the batter, and the last leaves it at its final level", () => {
    const whole = compileDesign(designFor("drop"));
    const levels = [...whole.stops!.values()].map((s) => s.levelMm);
    for (let i = 1; i < levels.length; i++) expect(levels[i]).toBeGreaterThanOrEqual(levels[i - 1]);
    expect(levels.at(-1)).toBe(whole.levelMm);
  });
});

describe("a pot", () => {
  const steps: PotStep[] = [
    { kind: "stack", colour: 0, volumeMm3: 500_000 },
    { kind: "drop", colour: 1, volumeMm3: 200_000, clock: 3, height: 0.9, trace: 1.8 },
    { kind: "turn", turns: 0.5 },
    { kind: "drop", colour: 2, volumeMm3: 150_000, clock: 8, height: 0.2, trace: 1.8 },
    { kind: "turn", turns: 1 },
  ];
  const total = 850_000;
  const wanted = [500_000, 200_000, 150_000].map((v) => v / total);

  const shares = (colourOf: (random: () => number) => number, n = 150_000) => {
    const random = generator(5);
    const counts = [0, 0, 0];
    for (let i = 0; i < n; i++) counts[colourOf(random)]++;
    return counts.map((c) => c / n);
  };

  it("holds every colour at its share of the volume after drops, turns and eddies", () => {
    const pot = makePot(steps, 9);
    expect(pot.volumeMm3).toBe(total);
    const found = shares((random) => {
      const r = Math.sqrt(random());
      const a = 2 * Math.PI * random();
      return pot.colourAt(r * Math.cos(a), r * Math.sin(a), random());
    });
    found.forEach((share, c) => {
      expect(Math.abs(share - wanted[c])).toBeLessThan(0.005);
    });
  });

  it("a turn moves batter: what lay at one clock position no longer lies there", () => {
    const still = makePot(steps.slice(0, 2), 9);
    const turned = makePot([...steps.slice(0, 2), { kind: "turn", turns: 1 }], 9);
    let moved = 0;
    for (let i = 0; i < 400; i++) {
      const [r, a] = [Math.sqrt((i % 20) / 20), (2 * Math.PI * Math.floor(i / 20)) / 20];
      const at = [r * Math.cos(a), r * Math.sin(a), 0.5] as const;
      if (still.colourAt(...at) !== turned.colourAt(...at)) moved++;
    }
    expect(moved).toBeGreaterThan(40);
  });
});

describe("combs and hangers drawn by hand in a loaf", () => {
  const base = designFor("layers");
  const comb = {
    kind: "comb",
    id: "c1",
    colour: -1,
    volumeMm3: 0,
    trace: 2.4,
    tool: "skewer",
    path: "waves",
    teeth: 5,
    pitchMm: 14,
    passes: 2,
    depthMm: null,
  } as const;
  const wire = {
    kind: "wire",
    id: "w1",
    colour: -1,
    volumeMm3: 0,
    trace: 2.4,
    thicknessMm: 4,
    path: "free",
    loops: 1,
    points: [
      { yMm: 20, zMm: 60 },
      { yMm: 20, zMm: 8 },
      { yMm: 60, zMm: 8 },
      { yMm: 60, zMm: 60 },
    ],
  } as const;

  it.each([
    ["comb", comb],
    ["wire", wire],
  ] as const)("a %s keeps every colour's share, changes the picture, and can be undone point by point", (_, move) => {
    const design: Design = {
      ...base,
      pours: [...base.pours, { ...move, points: move.kind === "wire" ? [...move.points] : [] } as never],
    };
    const compiled = compileDesign(design);
    const before = colourShares(compileDesign(base), 4, 45_000);
    colourShares(compiled, 4, 45_000).forEach((share, c) => {
      expect(Math.abs(share - (before[c] ?? 0))).toBeLessThan(0.005);
    });
    const draw = (d: Design) =>
      finish(drawIndices(compileDesign(d), { kind: "across", atMm: 120 }, 40, 30, 0.4)).colour;
    expect(draw(design)).not.toEqual(draw(base));
    const operation = compiled.operations.at(-1)!;
    expect(operation.isMovement).toBe(true);
    const count = 400;
    const points = createPoints(count);
    const places: [number, number, number][] = [];
    const random = generator(3);
    for (let i = 0; i < count; i++) {
      const p = { x: random() * design.lengthMm, y: random() * design.widthMm, z: random() * compiled.levelMm };
      places.push([p.x, p.y, p.z]);
      operation.forward(p);
      expect(p.x).toBeGreaterThanOrEqual(0);
      expect(p.y).toBeLessThanOrEqual(design.widthMm);
      expect(p.z).toBeLessThanOrEqual(compiled.levelMm);
      [points.x[i], points.y[i], points.z[i]] = [p.x, p.y, p.z];
    }
    restart(points, count, null);
    operation.inverse(points, 1);
    const off = places
      .map(([x, y, z], i) => Math.hypot(points.x[i] - x, points.y[i] - y, points.z[i] - z))
      .sort((a, b) => a - b);
    expect(off[Math.floor(0.99 * count)]).toBeLessThan(0.05);
  });

  it("a hanger of one point, and a comb without room, change nothing", () => {
    const draw = (d: Design) =>
      finish(drawIndices(compileDesign(d), { kind: "across", atMm: 120 }, 40, 30, 0.4)).colour;
    const still = { ...wire, points: [wire.points[0]] };
    const narrow = { ...comb, teeth: 2, pitchMm: 100, passes: 1 };
    for (const move of [still, narrow])
      expect(draw({ ...base, pours: [...base.pours, move as never] })).toEqual(draw(base));
  });
});

describe("a tool drawn through the loaf", () => {
  it("carries less the deeper it is, and a wide one carries deeper than a narrow one", () => {
    const base = designFor("layers");
    const path = { kind: "stroke", id: "s1", colour: -1, volumeMm3: 0, trace: 2.8, path: "free", pitchMm: 5 } as const;
    const points = [
      { xMm: 40, yMm: 45 },
      { xMm: 200, yMm: 45 },
    ];
    const carried = (tool: "skewer" | "spoon", share: number) => {
      const move = { ...path, tool, loops: 1, depthMm: null, points: [...points] };
      const compiled = compileDesign({ ...base, pours: [...base.pours, move as never] });
      const p = { x: 120, y: 45, z: share * compiled.levelMm };
      compiled.operations.at(-1)!.forward(p);
      return Math.abs(p.x - 120);
    };
    for (const tool of ["skewer", "spoon"] as const) expect(carried(tool, 0.1)).toBeLessThan(carried(tool, 0.95));
    expect(carried("spoon", 0.1) / carried("spoon", 0.95)).toBeGreaterThan(
      carried("skewer", 0.1) / carried("skewer", 0.95),
    );
  });
});
