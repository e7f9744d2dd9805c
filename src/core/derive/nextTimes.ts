import { applyEdit, type Edit, valueAt } from "../document/edits/edit";
import { familyEdit } from "../document/edits/family";
import type { About, Heeded, NextTimeChange } from "../document/nextTimeSchema";
import type { Plan } from "../document/schema";
import { familyOf, knobsOf } from "../techniques/families/registry";
import { byId } from "../units/byId";
import { DOSE_BASES } from "../units/dose";
import { METRIC } from "../units/quantities";
import { type Sayer, sayer } from "../units/sayer";

/** A number of a batch that may be set otherwise the next time. */
export interface Adjustable {
  path: readonly string[];
  about: About;
  label: string;
  value: number;
  /** A value of it as it is read: "22 %". */
  say: (value: number) => string;
}

const trimmed = (v: number) => String(Number(v.toFixed(2)));
const withUnit = (unit: string) => (v: number) => (unit === "" ? trimmed(v) : `${trimmed(v)} ${unit}`);
const LOAD_UNITS: Readonly<Record<string, string>> = { oils: "% of the oils", batter: "% of the batter" };
const WATER = {
  concentration: ["lye concentration", "%"],
  ratio: ["water to lye", ": 1"],
  percentOfOils: ["water", "% of the oils"],
} as const;

/** What of a batch can be set otherwise, in the order of the sheet. */
export function adjustablesOf(plan: Plan, { c, fine }: Sayer = sayer(METRIC)): Adjustable[] {
  const several = plan.batters.length > 1;
  const family = familyOf(plan.design.family);
  const knobs = knobsOf(family, plan.design.knobs);
  return [
    ...plan.portions.flatMap((p): Adjustable[] => {
      const at = (...rest: string[]) => ["portions", `#${p.id}`, ...rest];
      const load = p.scent?.load;
      return [
        ...(p.takesRest
          ? []
          : [
              {
                ...{ path: at("sharePct"), about: "shares", label: p.name, value: p.sharePct, say: withUnit("%") },
              } satisfies Adjustable,
            ]),
        ...(p.keptBackPct > 0
          ? [
              {
                ...{ path: at("keptBackPct"), about: "top", label: `${p.name} kept back`, value: p.keptBackPct },
                say: withUnit("%"),
              } satisfies Adjustable,
            ]
          : []),
        ...p.colourants.map(
          (k): Adjustable => ({
            path: at("colourants", `#${k.id}`, "dose", "amount"),
            ...{
              about: "colour",
              label: `${k.name} in ${p.name}`,
              value: k.dose.amount,
              say: withUnit(byId(DOSE_BASES, k.dose.basis).label),
            },
          }),
        ),
        ...(load
          ? [
              {
                ...{ path: at("scent", "load", "amount"), about: "scent", label: `scent in ${p.name}` },
                ...{ value: load.amount, say: withUnit(LOAD_UNITS[load.base] ?? load.base) },
              } satisfies Adjustable,
            ]
          : []),
      ];
    }),
    ...plan.batters.flatMap((b): Adjustable[] => {
      const at = (...rest: string[]) => ["batters", `#${b.id}`, ...rest];
      const of = several ? ` of ${b.name}` : "";
      const [water, unit] = WATER[b.water.method];
      return [
        ...(b.scent
          ? [
              {
                ...{ path: at("scent", "load", "amount"), about: "scent", label: `scent${of}` },
                ...{ value: b.scent.load.amount, say: withUnit(LOAD_UNITS[b.scent.load.base] ?? b.scent.load.base) },
              } satisfies Adjustable,
            ]
          : []),
        {
          ...{ path: at("water", "value"), about: "water", label: `${water}${of}`, value: b.water.value },
          say: withUnit(unit),
        },
        {
          ...{ path: at("superfatPct"), about: "formula", label: `superfat${of}`, value: b.superfatPct },
          say: withUnit("%"),
        },
        {
          ...{ path: at("startTemperatureC"), about: "timing", label: `start temperature${of}`, say: c },
          value: b.startTemperatureC,
        },
        {
          ...{ path: at("blendToTrace"), about: "timing", label: `blend${of} to trace`, value: b.blendToTrace },
          say: trimmed,
        },
      ];
    }),
    ...family.knobs.flatMap((k): Adjustable[] =>
      k.kind === "number"
        ? [
            {
              ...{ path: ["design", "knobs", k.id], about: "design", label: k.label, value: Number(knobs[k.id]) },
              say: withUnit(k.unit ?? ""),
            },
          ]
        : [],
    ),
    { path: ["barThicknessMm"], about: "cut", label: "bars", value: plan.barThicknessMm, say: fine },
    { path: ["trimMm"], about: "cut", label: "trim at the ends", value: plan.trimMm, say: fine },
    { path: ["cureDays"], about: "care", label: "cure", value: plan.cureDays, say: withUnit("days") },
  ];
}

const KEY = (path: readonly string[]) => path.join(".");

/** The number that a change speaks of; undefined where the batch has it no more. */
export const adjustableAt = (list: readonly Adjustable[], change: NextTimeChange | null): Adjustable | undefined =>
  change === null ? undefined : list.find((a) => KEY(a.path) === KEY(change.path));

/** "Ink 22 % → 15 %": a change against how the batch stands; null where it has no such number, or it stands so already. */
export function changeWords(list: readonly Adjustable[], change: NextTimeChange | null): string | null {
  const at = adjustableAt(list, change);
  if (!at || typeof change?.value !== "number" || change.value === at.value) return null;
  return `${at.label} ${at.say(at.value)} → ${at.say(change.value)}`;
}

/** Says what became of what an earlier batch had said: taken, left, or open again. */
export const settleHeeded = (h: Heeded, state: Heeded["state"]): Edit => ({
  kind: "set",
  path: ["heeded", `#${h.id}`, "state"],
  value: state,
});

/** Takes what an earlier batch had said: sets its number where it names one that is there, and notes it as taken. One undo. */
export function takeHeeded(plan: Plan, h: Heeded): Edit {
  const { change } = h;
  const taken = settleHeeded(h, "taken");
  if (change === null || valueAt(plan, change.path) === undefined) return taken;
  const knob = change.path[0] === "design" && change.path[1] === "knobs" ? change.path[2] : null;
  const set: Edit =
    knob === null
      ? { kind: "set", path: change.path, value: change.value }
      : familyEdit(plan, plan.design.family, { ...plan.design.knobs, [knob]: change.value });
  const all: Edit = { kind: "all", edits: set.kind === "all" ? [...set.edits, taken] : [set, taken] };
  return applyEdit(plan, all).ok ? all : taken;
}

/** Part of the sheet that an item stands beside. */
export type Beside = "mould" | "formula" | "cups" | "design" | "pours";
const BESIDE: Readonly<Record<About, Beside>> = {
  shares: "cups",
  colour: "cups",
  scent: "cups",
  top: "cups",
  water: "formula",
  formula: "formula",
  timing: "formula",
  design: "design",
  tool: "design",
  lanes: "design",
  order: "pours",
  mould: "mould",
  cut: "mould",
  care: "pours",
  other: "pours",
};
export const besideOf = (about: About): Beside => BESIDE[about];

export const ABOUT_WORDS: Readonly<Record<About, string>> = {
  shares: "shares of the cups",
  colour: "colour",
  scent: "scent",
  water: "water",
  formula: "formula",
  design: "design",
  tool: "tool",
  lanes: "lanes",
  order: "order of the pours",
  timing: "trace and timing",
  top: "top",
  mould: "mould",
  cut: "cut",
  care: "after the pour",
  other: "anything else",
};
