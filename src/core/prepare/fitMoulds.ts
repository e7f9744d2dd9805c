import type { Masses } from "../batter/masses";
import type { Edit } from "../document/edits/edit";
import type { Mould, Plan } from "../document/schema";
import { compartmentsOf } from "../mould/compartments";
import { levelMm, tiltedVolumeMl } from "../mould/mould";
import { layOut } from "../techniques/families/registry";
import { type Lanes, lanesIn } from "../techniques/lanes";
import { isUnderway, portionOf } from "../techniques/operations/registry";
import { byId } from "../units/byId";
import type { Sayer } from "../units/sayer";
import type { FitProblem } from "./fitProblem";

/** Under this width batter sticks to the plates, mm. */
export const NARROWEST_COMPARTMENT_MM = 12;
/** Levels in lanes may differ by so much of their mean before the fuller one pushes under its neighbour. */
const LEVELS_WITHIN = 0.15;
const LEVELS_WITHIN_MM = 3;
const FULL_BY = 1.01;

/** The pours of one mould laid out anew from the design's family, as it is set. */
function laidOutAnew(plan: Plan, mould: Mould): Edit {
  const others = plan.operations.filter((o) => o.mouldId !== mould.id);
  const first = others.reduce((n, o) => Math.max(n, Number(/^o(\d+)$/.exec(o.id)?.[1] ?? 0)), 0) + 1;
  const own = layOut(plan, plan.design.family, plan.design.knobs, mould, first);
  return { kind: "set", path: ["operations"], value: [...others, ...own] };
}

/** Volume of every lane, mL. */
function laneFills(plan: Plan, masses: Masses, mould: Mould, count: number): number[] {
  const ml = new Array<number>(count).fill(0);
  for (const o of plan.operations) {
    if (o.kind !== "compartment" || o.mouldId !== mould.id || o.index >= count) continue;
    ml[o.index] += masses.operationMl.get(o.id)!;
  }
  return ml;
}

/** Shares that let all lanes stand at one level, and the lanes filled by their width; null where shares are not all that it takes. */
function evenLanes(plan: Plan, masses: Masses, mould: Mould, lanes: Lanes): Edit | null {
  if (plan.moulds.length > 1 || plan.batters.length > 1) return null;
  const edit = laidOutAnew(plan, mould);
  if (edit.kind !== "set") return null;
  const laid = edit.value as Plan["operations"];
  const widthOf = new Map<string, number>();
  for (let lane = 0; lane < lanes.widthsMm.length; lane++) {
    const o = laid.find((x) => x.kind === "compartment" && x.index === lane);
    const id = o && portionOf(o);
    if (id) widthOf.set(id, (widthOf.get(id) ?? 0) + lanes.widthsMm[lane]);
  }
  if (widthOf.size !== plan.portions.length) return null;
  const wanted = plan.portions.map((p) => {
    const cup = byId(masses.portions, p.id);
    const mlPerShare = cup.sharePct > 0 ? cup.pourG / cup.densityGPerMl / cup.sharePct : 0;
    return mlPerShare > 0 ? widthOf.get(p.id)! / mlPerShare : 0;
  });
  const total = wanted.reduce((a, b) => a + b, 0);
  if (total <= 0 || wanted.some((w) => w <= 0)) return null;
  const edits = plan.portions.flatMap((p, i): Edit[] =>
    p.takesRest
      ? []
      : [
          {
            kind: "set",
            path: ["portions", `#${p.id}`, "sharePct"],
            value: Number(((100 * wanted[i]) / total).toFixed(1)),
          },
        ],
  );
  return { kind: "all", edits: [...edits, edit] };
}

function laneProblems(plan: Plan, masses: Masses, mould: Mould, sayer: Sayer): FitProblem[] {
  const lanes = lanesIn(mould, plan.operations);
  if (!lanes) return [];
  const field = `moulds.${mould.id}.dividers`;
  const problems: FitProblem[] = [];
  const n = lanes.widthsMm.length;
  const narrowest = Math.min(...lanes.widthsMm);
  if (narrowest > 0 && narrowest < NARROWEST_COMPARTMENT_MM) {
    problems.push({
      level: "ask",
      field,
      message: `The narrowest lane is ${sayer.mm(narrowest)}: under ${sayer.mm(NARROWEST_COMPARTMENT_MM)} only very thin batter reaches the floor, the rest sticks to the plates. Fewer, wider ones are surer.`,
    });
  }
  const fills = plan.operations.filter((o) => o.kind === "compartment" && o.mouldId === mould.id);
  if (fills.length === 0) return problems;
  const used = new Set(fills.map((o) => (o.kind === "compartment" ? o.index : 0)));
  const planned = Math.max(...used) + 1;
  const isEmpty = lanes.widthsMm.some((_, i) => !used.has(i));
  if (planned > n || isEmpty) {
    problems.push({
      level: "ask",
      field,
      message: `The design fills ${planned} ${planned === 1 ? "lane" : "lanes"}; the plates make ${n}.`,
      fix: { words: `lay the pours out for ${n} lanes`, edit: laidOutAnew(plan, mould) },
    });
    return problems;
  }
  const ml = laneFills(plan, masses, mould, n);
  const levels = ml.map((v, i) => levelMm({ lengthMm: lanes.lengthMm, widthMm: Math.max(0.1, lanes.widthsMm[i]) }, v));
  const mean = levels.reduce((a, b) => a + b, 0) / n;
  const [low, high] = [Math.min(...levels), Math.max(...levels)];
  if (high - low > Math.max(LEVELS_WITHIN_MM, LEVELS_WITHIN * mean)) {
    const [l, h] = [levels.indexOf(low) + 1, levels.indexOf(high) + 1];
    const edit = evenLanes(plan, masses, mould, lanes);
    problems.push({
      level: "ask",
      field,
      message: `Lanes would stand uneven: lane ${h} at ${sayer.mm(high)}, lane ${l} at ${sayer.mm(low)}. The fuller one pushes under its neighbour.`,
      ...(edit ? { fix: { words: "share the batter by the lanes' widths", edit } } : {}),
    });
  }
  return problems;
}

function plateProblems(masses: Masses, mould: Mould, sayer: Sayer): FitProblem[] {
  const c = compartmentsOf(mould);
  if (!c) return [];
  const field = `moulds.${mould.id}.dividers`;
  if (Math.min(...c.widthsMm) <= 0 || c.lengthMm <= 0)
    return [{ level: "ask", field, message: "The plates take more room than there is: fewer or thinner ones." }];
  const problems: FitProblem[] = [];
  if (Math.abs(c.gapMm) > 1) {
    problems.push({
      level: "ask",
      field,
      message: `The widths ${c.gapMm > 0 ? `leave ${sayer.mm(c.gapMm)} over` : `ask for ${sayer.mm(-c.gapMm)} more than there is`}.`,
    });
  }
  if (!mould.isRigid) {
    problems.push({
      level: "ask",
      field,
      message: "A soft mould gives way under dividers: lay a board or a folded towel below.",
    });
  }
  const m = byId(masses.moulds, mould.id);
  const clearMm2 = c.widthsMm.reduce((sum, w) => sum + w, 0) * c.lengthMm;
  const standing = levelMm({ lengthMm: 1, widthMm: clearMm2 }, m.pouredMl);
  if (standing > mould.heightMm) {
    problems.push({
      level: "ask",
      field,
      message: `With the plates in, the batter stands at ${sayer.mm(standing)}, above the rim: it sinks to ${sayer.mm(m.levelMm)} when they are pulled. Fill in two goes, or plan less.`,
    });
  }
  return problems;
}

/** Pours onto a tilted mould that would run over its low rim. What a pot pour leaves for the next tilt is counted by itself. */
function tiltProblems(plan: Plan, masses: Masses, mould: Mould, sayer: Sayer): FitProblem[] {
  const problems: FitProblem[] = [];
  let tiltDeg = 0;
  let ml = 0;
  for (const o of plan.operations) {
    if (o.mouldId !== mould.id || isUnderway(o)) continue;
    if (o.kind === "tilt") tiltDeg = o.angleDeg;
    const added = masses.operationMl.get(o.id)!;
    ml += added;
    const holds = tiltedVolumeMl(mould, tiltDeg);
    if (tiltDeg <= 0 || added <= 0 || ml <= holds * FULL_BY) continue;
    problems.push({
      level: "ask",
      field: `operations.${o.id}`,
      message: `At ${tiltDeg}° the mould holds ${sayer.ml(holds)} to its low rim; with this pour ${sayer.ml(ml)} would be in it. Lower the tilt first, in small steps.`,
    });
  }
  return problems;
}

/** Whether what is poured fits the moulds, their plates and their tilts. */
export function mouldProblems(plan: Plan, masses: Masses, sayer: Sayer): FitProblem[] {
  return plan.moulds.flatMap((mould): FitProblem[] => {
    const m = byId(masses.moulds, mould.id);
    const over: FitProblem[] =
      m.levelMm > mould.heightMm + 0.05
        ? [
            {
              level: "ask",
              field: `moulds.${mould.id}.fillPct`,
              message: `The pours would stand ${sayer.mm(m.levelMm - mould.heightMm)} above the rim.`,
            },
          ]
        : [];
    return [
      ...over,
      ...plateProblems(masses, mould, sayer),
      ...laneProblems(plan, masses, mould, sayer),
      ...tiltProblems(plan, masses, mould, sayer),
    ];
  });
}
