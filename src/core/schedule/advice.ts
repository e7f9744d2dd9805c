import { FAMILIES, TOOL_MM } from "../families/registry";
import type { Edit } from "../plan/edits/edit";
import { applyEdit } from "../plan/edits/edit";
import { computeMasses } from "../plan/masses";
import { type Operation, STROKE_TOOLS } from "../plan/operations";
import type { Plan } from "../plan/schema";
import { scentClass } from "../scent/classes";
import type { Scent } from "../scent/scentSchema";
import { type Sayer, sayer } from "../units/sayer";
import { bestPlanOf } from "./bestPlan";
import { chancesOf } from "./chance";
import { compileProgram, type Program } from "./program";
import { solve } from "./solver/solve";
import { computeTimeline } from "./timeline";

/** One change that would help, with what it gains and what it costs. */
export interface Advice {
  id: string;
  words: string;
  /** What it consists of, in the order of the work; one part where it is a single change. */
  parts: string[];
  cost: string;
  edit: Edit;
  /** Chance after it, and what it gains. */
  chance: number;
  gain: number;
  /** Working time gained, min; null where there was none to compare. */
  minutes: number | null;
}

interface Change {
  id: string;
  words: string;
  cost: string;
  edit: Edit;
}

const set = (path: string[], value: unknown): Edit => ({ kind: "set", path, value });

/** How much cooler advice goes at once, and under which difference it says nothing, C. */
const COOLER_BY_C = 4;
const LEAST_COOLER_C = 2;

function temperatureChanges(plan: Plan, say: Sayer): Change[] {
  return plan.batters.flatMap((b): Change[] => {
    const masses = computeMasses(plan);
    const melts = masses?.batters.find((m) => m.id === b.id)?.formula.meltsAboveC ?? null;
    // Never below the melting range of the hard fats: they would set, and look like trace.
    const lowest = Math.max(plan.roomTemperatureC, melts ?? Number.NEGATIVE_INFINITY);
    const cooler = Math.max(b.startTemperatureC - COOLER_BY_C, lowest);
    if (b.startTemperatureC - cooler < LEAST_COOLER_C) return [];
    return [
      {
        id: `cooler:${b.id}`,
        words: `start ${plan.batters.length > 1 ? `${b.name} ` : ""}at ${say.c(cooler)} instead of ${say.c(b.startTemperatureC)}`,
        cost: "lye and oils cool longer first; nearer to where hard fats set",
        edit: set(["batters", `#${b.id}`, "startTemperatureC"], cooler),
      },
    ];
  });
}

function waterChanges(plan: Plan): Change[] {
  const masses = computeMasses(plan);
  return plan.batters.flatMap((b): Change[] => {
    const now = masses?.batters.find((m) => m.id === b.id)?.formula.lyeConcentrationPct;
    if (now === undefined || now - 3 < 26) return [];
    const value = Number((now - 3).toFixed(1));
    return [
      {
        id: `weaker:${b.id}`,
        words: `lye at ${value} % instead of ${Number(now.toFixed(1))} %`,
        cost: "more water: slower unmoulding, ash likelier, the bar shrinks more",
        edit: set(["batters", `#${b.id}`, "water"], { method: "concentration", value }),
      },
    ];
  });
}

function blendingChanges(plan: Plan): Change[] {
  const whites = plan.portions.filter((p) => p.colourants.some((c) => c.kind === "titanium-dioxide"));
  return [
    ...plan.batters.flatMap((b): Change[] =>
      b.blendToTrace > 1.12
        ? [
            {
              id: `emulsion:${b.id}`,
              words: "stop blending at emulsion",
              cost: "watch the rim: what has not quite joined may part in the mould",
              edit: set(["batters", `#${b.id}`, "blendToTrace"], 1.1),
            },
          ]
        : [
            {
              id: `blend-on:${b.id}`,
              words: "blend on to light trace before the split",
              cost: "cannot be undone; every later step has less time",
              edit: set(["batters", `#${b.id}`, "blendToTrace"], 1.7),
            },
          ],
    ),
    ...whites.slice(0, 1).map(
      (p): Change => ({
        id: `no-white:${p.id}`,
        words: `leave the white out of ${p.name}`,
        cost: "a creamier shade; no blending of that cup",
        edit: set(
          ["portions", `#${p.id}`, "colourants"],
          p.colourants.filter((c) => c.kind !== "titanium-dioxide"),
        ),
      }),
    ),
  ];
}

const sayLoad = (base: Scent["load"]["base"], amount: number): string =>
  base === "oils" || base === "batter" ? `${amount} %` : `${amount} ${base}`;

function scentChanges(plan: Plan): Change[] {
  const changes: Change[] = [];
  for (const p of plan.portions) {
    const runs = p.scent?.parts.some((x) => (x.measured?.rateFactor ?? scentClass(x.class).rateFactor) > 1.15);
    if (!p.scent || !runs) continue;
    const less = Number((p.scent.load.amount * 0.6).toFixed(2));
    changes.push(
      {
        id: `less-scent:${p.id}`,
        words: `${sayLoad(p.scent.load.base, less)} of ${p.scent.name} in ${p.name} instead of ${sayLoad(p.scent.load.base, p.scent.load.amount)}`,
        cost: "a fainter bar",
        edit: set(["portions", `#${p.id}`, "scent", "load", "amount"], less),
      },
      {
        id: `no-scent:${p.id}`,
        words: `leave ${p.name} unscented`,
        cost: "the other cups carry the scent alone",
        edit: set(["portions", `#${p.id}`, "scent"], null),
      },
    );
  }
  return changes;
}

const THICKEST_WIRE_MM = 12;

function designChanges(plan: Plan): Change[] {
  const changes: Change[] = [];
  for (const o of plan.operations) {
    if (o.kind === "stroke" || o.kind === "topStroke" || o.kind === "comb") {
      const wider = STROKE_TOOLS[STROKE_TOOLS.indexOf(o.tool) + 1];
      if (wider) {
        changes.push({
          id: `wider:${o.id}`,
          words: `draw with the ${TOOL_MM[wider].label} instead of the ${TOOL_MM[o.tool].label}`,
          cost: "bolder, coarser lines",
          edit: set(["operations", `#${o.id}`, "tool"], wider),
        });
      }
    } else if (o.kind === "wire" && o.thicknessMm < THICKEST_WIRE_MM) {
      const thicknessMm = Math.min(THICKEST_WIRE_MM, o.thicknessMm + 1.5);
      changes.push({
        id: `wider:${o.id}`,
        words: `a hanger of ${thicknessMm} mm instead of ${o.thicknessMm} mm`,
        cost: "bolder lines, it takes a thicker batter",
        edit: set(["operations", `#${o.id}`, "thicknessMm"], thicknessMm),
      });
    }
  }
  const mould = plan.moulds.find((m) => m.dividers && m.dividers.count > 2);
  if (mould?.dividers && plan.operations.some((o) => o.kind === "compartment")) {
    const count = mould.dividers.count - 1;
    const lanes = mould.dividers.isClosedSet ? count - 2 : count;
    const gone = lanes + 1;
    const edits: Edit[] = [
      set(["moulds", `#${mould.id}`, "dividers"], { ...mould.dividers, count, widthsMm: null }),
      ...plan.operations.flatMap((o): Edit[] =>
        o.kind === "compartment" && o.index >= gone ? [set(["operations", `#${o.id}`, "index"], gone - 1)] : [],
      ),
    ];
    changes.push({
      id: "fewer-lanes",
      words: "one compartment fewer, wider ones",
      cost: "a bolder design",
      edit: { kind: "all", edits },
    });
  }
  const accents = plan.portions.filter((p) => !p.takesRest);
  const smallest = [...accents].sort((a, b) => a.sharePct - b.sharePct)[0];
  if (accents.length > 2 && smallest) {
    changes.push({
      id: `fewer:${smallest.id}`,
      words: `leave ${smallest.name} out`,
      cost: "one colour fewer",
      edit: {
        kind: "all",
        edits: [
          ...plan.operations
            .filter((o) => "portionId" in o && o.portionId === smallest.id)
            .map((o): Edit => ({ kind: "remove", path: ["operations"], id: o.id })),
          { kind: "remove", path: ["portions"], id: smallest.id },
        ],
      },
    });
  }
  return changes;
}

/** Pours into the mould whose colours may change places where the family leaves them free. */
const FREE_POURS: ReadonlySet<Operation["kind"]> = new Set(["stripe", "plop", "potDrop", "spoonRow"]);

/** A cup that runs poured first: its first pour changes places with the first of the free ones. */
function leadChanges(plan: Plan): Change[] {
  if (FAMILIES[plan.design.family].isOrderFixed) return [];
  const pours = plan.operations.filter((o) => FREE_POURS.has(o.kind));
  const first = pours[0];
  if (!first) return [];
  return plan.portions.flatMap((p): Change[] => {
    const runs = p.scent?.parts.some((x) => (x.measured?.rateFactor ?? scentClass(x.class).rateFactor) > 1.15);
    const own = pours.find((o) => "portionId" in o && o.portionId === p.id);
    if (!runs || !own || own === first || ("portionId" in first && first.portionId === p.id)) return [];
    return [
      {
        id: `lead:${p.id}`,
        words: `pour ${p.name} first of the colours`,
        cost: "it lies lowest; the picture changes a little",
        edit: {
          kind: "move",
          path: ["operations"],
          id: own.id,
          index: plan.operations.indexOf(first),
        },
      },
    ];
  });
}

function handsChanges(plan: Plan): Change[] {
  return plan.practice.people === 1
    ? [
        {
          id: "two",
          words: "a second pair of hands",
          cost: "somebody else with goggles on",
          edit: set(["practice", "people"], 2),
        },
      ]
    : [];
}

/** Changes worth trying on a plan, without their gains. */
export function changesFor(plan: Plan, say: Sayer = sayer()): Change[] {
  return [
    ...temperatureChanges(plan, say),
    ...waterChanges(plan),
    ...blendingChanges(plan),
    ...scentChanges(plan),
    ...designChanges(plan),
    ...leadChanges(plan),
    ...handsChanges(plan),
  ];
}

export interface AdviceOptions {
  seed: number;
  draws: number;
  say?: Sayer;
  onProgress?: (share: number) => boolean;
}

const WORTH_CHANCE = 0.01;
const WORTH_MINUTES = 0.75;
const MOST = 6;

const chanceOf = (program: Program, options: AdviceOptions): number =>
  chancesOf(program, { seed: options.seed, draws: options.draws, withBands: false })!.chance;

/**
 * What would help most: every change is played on the same random numbers as the plan itself, ranked by its gain in chance, then in minutes of
 * working time. A better order of steps is among them. Null when stopped.
 */
export function adviceFor(plan: Plan, options: AdviceOptions): Advice[] | null {
  const masses = computeMasses(plan);
  if (!masses) return [];
  const best = bestPlanOf(plan, {
    seed: options.seed,
    draws: options.draws,
    onProgress: (share) => options.onProgress?.(0.6 * share) ?? false,
  });
  if (!best) return null;
  const whole: Advice | null = best.words.length
    ? {
        id: "best",
        words: "the best plan with these scents and colours",
        parts: best.words,
        cost: best.changesFace
          ? "pours change places, and the cut face with them: see it after the press"
          : "nothing but the order of the work",
        edit: best.edit,
        chance: best.chance,
        gain: best.chance - best.before,
        minutes: null,
      }
    : null;
  const before = chanceOf(compileProgram(plan, masses), options);
  const workedS = computeTimeline(plan, masses).workingTimeS;
  const solved = solve(plan, masses, { seed: options.seed, draws: Math.min(400, options.draws) });
  const changes = changesFor(plan, options.say);
  const current = compileProgram(plan, masses).steps.map((s) => s.id);
  if (solved?.[0] && solved[0].order.join() !== current.join()) {
    changes.unshift({
      id: "order",
      words: orderWords(plan, current, solved[0].order),
      cost: "nothing but the order",
      edit: set(["schedule", "order"], solved[0].order),
    });
  }
  const found: Advice[] = [];
  for (const [k, change] of changes.entries()) {
    if (options.onProgress?.(0.6 + (0.4 * k) / changes.length)) return null;
    const tried = applyEdit(plan, change.edit);
    if (!tried.ok) continue;
    const changed = computeMasses(tried.document);
    if (!changed) continue;
    const chance = chanceOf(compileProgram(tried.document, changed), options);
    const nowS = computeTimeline(tried.document, changed).workingTimeS;
    const minutes = nowS !== null && workedS !== null ? (nowS - workedS) / 60 : null;
    const gain = chance - before;
    if (gain < WORTH_CHANCE && !(gain > -WORTH_CHANCE && (minutes ?? 0) > WORTH_MINUTES)) continue;
    found.push({ ...change, parts: [change.words], chance, gain, minutes });
  }
  const single = found.sort((a, b) => b.gain - a.gain || (b.minutes ?? 0) - (a.minutes ?? 0)).slice(0, MOST);
  return whole ? [whole, ...single] : single;
}

/** What a better order does differently, in words. */
function orderWords(plan: Plan, before: readonly string[], after: readonly string[]): string {
  const name = (id: string) => plan.portions.find((p) => `scent:${p.id}` === id)?.name;
  const pours = new Set(plan.operations.map((o) => o.id));
  const firstPour = after.findIndex((id) => pours.has(id));
  const late = after.flatMap((id, i) => (i > firstPour && name(id) ? [name(id)!] : []));
  if (late.length > 0) return `scent ${late.join(" and ")} at the last moment, right before its first pour`;
  const scents = after.filter((id) => name(id));
  const was = before.filter((id) => name(id));
  return scents.join() === was.join()
    ? "another order of the steps"
    : `scent in the order ${scents.map(name).join(", ")}`;
}

/** Cost of a design in minutes and grams: at the bench, at the sink, on the tools. */
export function costOf(plan: Plan, endS: number): { benchMin: number; washUpMin: number; lostG: number } {
  const masses = computeMasses(plan);
  const family = FAMILIES[plan.design.family];
  const madeG = masses?.batters.reduce((sum, b) => sum + b.baseG, 0) ?? 0;
  const lossG = masses?.portions.reduce((sum, p) => sum + p.lossG, 0) ?? 0;
  return {
    benchMin: endS / 60,
    washUpMin: family.washUpMin + 0.7 * plan.portions.length,
    lostG: lossG + (family.lostGPerKg * madeG) / 1000,
  };
}
