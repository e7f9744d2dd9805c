import { computeMasses } from "../batter/masses";
import type { Edit } from "../document/edits/edit";
import type { Plan } from "../document/schema";
import { scentClass } from "../scent/classes";
import type { Scent } from "../scent/scentSchema";
import { isOrderFixed } from "../techniques/families/registry";
import { STROKE_TOOLS, TOOLS } from "../techniques/tools";
import { type Sayer, sayer } from "../units/sayer";
import { FREE_POURS } from "./bestPlan";

/** One change worth trying on a plan, with what it costs. */
export interface Change {
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

/** How much weaker lye advice takes at once, and no weaker than this, percent of the solution. */
const WEAKER_BY_PCT = 3;
const WEAKEST_PCT = 26;

function waterChanges(plan: Plan): Change[] {
  const masses = computeMasses(plan);
  return plan.batters.flatMap((b): Change[] => {
    const now = masses?.batters.find((m) => m.id === b.id)?.formula.lyeConcentrationPct;
    if (now === undefined || now - WEAKER_BY_PCT < WEAKEST_PCT) return [];
    const value = Number((now - WEAKER_BY_PCT).toFixed(1));
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

/** Traces at which blending stops: at emulsion, or well into light trace; up to the last it counts as emulsion. */
const BLENDED = { emulsion: 1.1, light: 1.7, emulsionUpTo: 1.12 } as const;

function blendingChanges(plan: Plan): Change[] {
  const whites = plan.portions.filter((p) => p.colourants.some((c) => c.kind === "titanium-dioxide"));
  return [
    ...plan.batters.flatMap((b): Change[] =>
      b.blendToTrace > BLENDED.emulsionUpTo
        ? [
            {
              id: `emulsion:${b.id}`,
              words: "stop blending at emulsion",
              cost: "watch the rim: what has not quite joined may part in the mould",
              edit: set(["batters", `#${b.id}`, "blendToTrace"], BLENDED.emulsion),
            },
          ]
        : [
            {
              id: `blend-on:${b.id}`,
              words: "blend on to light trace before the split",
              cost: "cannot be undone; every later step has less time",
              edit: set(["batters", `#${b.id}`, "blendToTrace"], BLENDED.light),
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

/** Scents of this pace and above run: they are worth moving, thinning or pouring first. */
const RUNS_FROM = 1.15;
export const doesRun = (scent: Scent): boolean =>
  scent.parts.some((p) => (p.measured?.rateFactor ?? scentClass(p.class).rateFactor) > RUNS_FROM);
/** Part of a scent's load that advice leaves. */
const LESS_SCENT = 0.6;

function scentChanges(plan: Plan): Change[] {
  const changes: Change[] = [];
  for (const p of plan.portions) {
    const runs = p.scent && doesRun(p.scent);
    if (!p.scent || !runs) continue;
    const less = Number((p.scent.load.amount * LESS_SCENT).toFixed(2));
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
const WIDER_BY_MM = 1.5;

function designChanges(plan: Plan): Change[] {
  const changes: Change[] = [];
  for (const o of plan.operations) {
    if (o.kind === "stroke" || o.kind === "topStroke" || o.kind === "comb") {
      const wider = STROKE_TOOLS[STROKE_TOOLS.indexOf(o.tool) + 1];
      if (wider) {
        changes.push({
          id: `wider:${o.id}`,
          words: `draw with the ${TOOLS[wider].label} instead of the ${TOOLS[o.tool].label}`,
          cost: "bolder, coarser lines",
          edit: set(["operations", `#${o.id}`, "tool"], wider),
        });
      }
    } else if (o.kind === "wire" && o.thicknessMm < THICKEST_WIRE_MM) {
      const thicknessMm = Math.min(THICKEST_WIRE_MM, o.thicknessMm + WIDER_BY_MM);
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

/** A cup that runs poured first: its first pour changes places with the first of the free ones. */
function leadChanges(plan: Plan): Change[] {
  if (isOrderFixed(plan)) return [];
  const pours = plan.operations.filter((o) => FREE_POURS.has(o.kind));
  const first = pours[0];
  if (!first) return [];
  return plan.portions.flatMap((p): Change[] => {
    const runs = p.scent && doesRun(p.scent);
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
