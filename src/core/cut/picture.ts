import type { CutAxis } from "../mould/cutSchema";
import type { FamilyId } from "../techniques/families/registry";
import { AXES_OF_FACE } from "./faceAxes";
import type { CutUp, Leaf } from "./leaves";
import { facing, type Proposal } from "./propose";
import type { Pattern } from "./ways";

/** The colours of a loaf on an even grid: index `x + nx * (y + ny * z)`, along the loaf, from the near wall, from the floor. */
export interface Voxels {
  n: readonly [number, number, number];
  /** Size of the loaf, mm. */
  sizeMm: readonly [number, number, number];
  colour: Uint8Array;
}

/** What the bars of a way to cut show. */
export interface Picture {
  /** Part of the poured colours that a bar lacks, mean over the bars. */
  missing: number;
  /** Borders of colours that a line across the face meets, per cm, mean of both ways. */
  linesPerCm: number;
  /** How much the picture turns, 0 (stripes that run straight through) to 1 (as many borders one way as the other). */
  turns: number;
  /** All of it in one figure, 0 to 1. */
  worth: number;
}

const AXIS: readonly CutAxis[] = ["length", "width", "height"];
/** A colour with less of a face than this is not seen on it. */
const SEEN_SHARE = 0.01;
/** Borders per cm from which on a face is full; more of them is no better. */
const FULL_PER_CM = 1.2;
/** Bars of a way to cut that are looked at, evenly over the loaf. */
const MOST_LOOKED = 16;

function faceOf(voxels: Voxels, bar: Leaf, poured: ReadonlySet<number>) {
  const across = facing(bar);
  const { right, up } = AXES_OF_FACE[across];
  const index = (axis: CutAxis) => AXIS.indexOf(axis);
  const cell = (axis: CutAxis, mm: number) => {
    const i = index(axis);
    return Math.min(voxels.n[i] - 1, Math.max(0, Math.floor((mm / voxels.sizeMm[i]) * voxels.n[i])));
  };
  const range = (axis: CutAxis) =>
    [cell(axis, bar.at[axis]), cell(axis, bar.at[axis] + bar.size[axis] - 1e-6)] as const;
  const stride = [1, voxels.n[0], voxels.n[0] * voxels.n[1]];
  const [sr, su] = [stride[index(right)], stride[index(up)]];
  const base = cell(across, bar.at[across] + bar.size[across] / 2) * stride[index(across)];
  const [r0, r1] = range(right);
  const [u0, u1] = range(up);
  const counts = new Map<number, number>();
  let [edgesRight, edgesUp] = [0, 0];
  for (let u = u0; u <= u1; u++)
    for (let r = r0; r <= r1; r++) {
      const at = base + r * sr + u * su;
      const c = voxels.colour[at];
      counts.set(c, (counts.get(c) ?? 0) + 1);
      if (r < r1 && voxels.colour[at + sr] !== c) edgesRight++;
      if (u < u1 && voxels.colour[at + su] !== c) edgesUp++;
    }
  const all = (r1 - r0 + 1) * (u1 - u0 + 1);
  const perCm = (edges: number, axis: CutAxis) =>
    (10 * edges * voxels.n[index(axis)]) / (all * voxels.sizeMm[index(axis)]);
  const seen = [...poured].filter((c) => (counts.get(c) ?? 0) >= SEEN_SHARE * all).length;
  return {
    missing: poured.size > 0 ? 1 - seen / poured.size : 0,
    ...{ right: perCm(edgesRight, right), up: perCm(edgesUp, up) },
  };
}

/** What the bars show, from the colours of the loaf. @param poured indices of the colours that are poured into it */
export function pictureOf(voxels: Voxels, up: Pick<CutUp, "bars">, poured: ReadonlySet<number>): Picture {
  const step = Math.max(1, Math.ceil(up.bars.length / MOST_LOOKED));
  const looked = up.bars.filter((_, i) => i % step === 0).map((bar) => faceOf(voxels, bar, poured));
  const mean = (of: (f: (typeof looked)[number]) => number) => looked.reduce((s, f) => s + of(f), 0) / looked.length;
  const missing = mean((f) => f.missing);
  const turns = mean((f) => (Math.max(f.right, f.up) > 0 ? Math.min(f.right, f.up) / Math.max(f.right, f.up) : 0));
  const linesPerCm = mean((f) => (f.right + f.up) / 2);
  return {
    missing,
    turns,
    linesPerCm,
    worth: (1 - missing) * Math.min(1, linesPerCm / FULL_PER_CM) * Math.sqrt(turns),
  };
}

/** What the picture weighs beside what is lost, parts of a loaf wasted (Tundish's order: what was asked for, then the picture, then waste). */
const WEIGHT = 0.4;
/** Pictures whose worth differs by less than this part of the best are as good as each other. */
const ALIKE = 0.05;
/** Families whose picture lies level, with how practitioners come to it. */
const HABITS: Readonly<Partial<Record<FamilyId, Pattern>>> = {
  funnel: "on-side",
  crossings: "level",
  circling: "level",
  "wide-eights": "level",
};
/** What that practice weighs, parts of a loaf wasted: the figures above are coarse, and what a family is made for counts. */
const HABIT = 0.1;

export type Pictured = Proposal & { picture: Picture };

/** Ways to cut in the order of what they cost and what their bars show, the best first. */
export function rankedByPicture(list: readonly Proposal[], pictures: readonly Picture[], family: FamilyId): Pictured[] {
  const best = Math.max(1e-6, ...pictures.map((p) => p.worth));
  const costOf = (p: Pictured) =>
    p.cost + WEIGHT * Math.max(0, 1 - ALIKE - p.picture.worth / best) - (HABITS[family] === p.pattern ? HABIT : 0);
  return list.map((p, i): Pictured => ({ ...p, picture: pictures[i] })).sort((a, b) => costOf(a) - costOf(b));
}
