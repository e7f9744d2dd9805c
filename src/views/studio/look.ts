import type { ColourTime } from "../../core/colour/colourantSchema";
import { greyOf } from "../../core/colour/grey";
import { type Derived, derive } from "../../core/derive/derive";
import type { Plan } from "../../core/document/schema";
import type { Design } from "../../core/swirl/design";
import { type Frame, frameOf, type View } from "../../core/swirl/view";
import { type FamilyId, layOut } from "../../core/techniques/families/registry";

/** How the loaf is cut for the large picture. */
export interface Cut {
  kind: "across" | "lengthwise" | "level" | "tilted" | "block";
  /** Place along the loaf, share of its length; across it, and up it, shares as well. */
  along: number;
  across: number;
  up: number;
  turnDeg: number;
  leanDeg: number;
}

export const START_CUT: Cut = { kind: "across", along: 0.5, across: 0.5, up: 0.5, turnDeg: 25, leanDeg: 20 };

export const CUT_WORDS: Record<Cut["kind"], string> = {
  across: "across, as bars are cut",
  lengthwise: "along the loaf",
  level: "level, seen from above",
  tilted: "across on a tilt",
  block: "a block turned on its side",
};

/** Length of a block that is cut on its side, bars. */
const BLOCK_BARS = 3;

export function viewOf(cut: Cut, plan: Plan, levelMm: number): View {
  const { lengthMm, widthMm } = plan.moulds[0];
  const atMm = cut.along * lengthMm;
  if (cut.kind === "across") return { kind: "across", atMm };
  if (cut.kind === "lengthwise") return { kind: "lengthwise", atMm: cut.across * widthMm };
  if (cut.kind === "level") return { kind: "level", atMm: cut.up * levelMm };
  if (cut.kind === "tilted") return { kind: "tilted", atMm, turnDeg: cut.turnDeg, leanDeg: cut.leanDeg };
  const reach = Math.min(lengthMm, BLOCK_BARS * plan.barThicknessMm);
  const fromMm = Math.max(0, Math.min(lengthMm - reach, atMm - reach / 2));
  return { kind: "lengthwise", atMm: cut.across * widthMm, fromMm, toMm: fromMm + reach };
}

/** A cut as it is drawn: the view, its frame, and how many samples wide and high. */
export interface Sight {
  view: View;
  frame: Frame;
  width: number;
  height: number;
}

const FACE_PX = 300;

export function sightOf(cut: Cut, plan: Plan, levelMm: number): Sight {
  const { lengthMm, widthMm } = plan.moulds[0];
  const view = viewOf(cut, plan, levelMm);
  const frame = frameOf({ lengthMm, widthMm, levelMm, operations: [] }, view);
  const scale = Math.min(FACE_PX / frame.widthMm, FACE_PX / Math.max(1, frame.heightMm));
  const pixels = (mm: number) => Math.max(8, Math.round(mm * scale));
  return { view, frame, width: pixels(frame.widthMm), height: pixels(frame.heightMm) };
}

/** Colours as they are seen at a time, or the greys of their lightness. */
export const paletteAt = (derived: Derived, time: ColourTime, isGrey: boolean): string[] =>
  [...derived.colours, ...derived.shades.map((s) => s.colours)].map((c) => (isGrey ? greyOf(c[time]) : c[time]));

/** What stands beside the design. */
export type Beside = "nothing" | "thicker" | "thinner" | "loaf" | `family:${FamilyId}` | `batch:${string}`;

const TRACE_STEP = 0.8;
const THINNEST = 0.8;
const THICKEST = 4;

/** The varied design that stands beside: poured thicker or thinner, another loaf of the same plan, or the same cups in another family. */
export function designBeside(beside: Beside, plan: Plan, design: Design): Design | null {
  if (beside === "nothing" || beside.startsWith("batch:")) return null;
  if (beside === "loaf") return { ...design, seed: (design.seed + 1) >>> 0 };
  if (beside === "thicker" || beside === "thinner") {
    const by = beside === "thicker" ? TRACE_STEP : -TRACE_STEP;
    const trace = (s: number) => Math.min(THICKEST, Math.max(THINNEST, s + by));
    return { ...design, pours: design.pours.map((p) => ({ ...p, trace: trace(p.trace) })) };
  }
  const family = beside.slice("family:".length) as FamilyId;
  const other = derive({
    ...plan,
    design: { ...plan.design, family, knobs: {} },
    operations: layOut(plan, family, {}),
    schedule: { order: [], locked: [], thin: {} },
  });
  return other.designs.get(plan.moulds[0].id) ?? null;
}
