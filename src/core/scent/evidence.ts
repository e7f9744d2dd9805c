import { classNear, type ScentClassId, SD_LOG, scentClass } from "./classes";
import type { LibraryScent, ScentReport } from "./scentSchema";

export type EvidenceKind = "supplier" | "others" | "own";
export const EVIDENCE_LABELS: Record<EvidenceKind, string> = {
  supplier: "supplier's word",
  others: "others' reports",
  own: "own batches",
};

/** One kind of evidence in a line: how many reports, their mean factor, and how far they disagree. */
export interface EvidenceLine {
  kind: EvidenceKind;
  count: number;
  rateFactor: number | null;
  class: ScentClassId | null;
  isSplit: boolean;
}

/** What the clock uses for a scent, and why. */
export interface ScentJudgement {
  lines: EvidenceLine[];
  used: { class: ScentClassId; rateFactor: number; jumpSteps: number; heatC: number; sdLog: number };
  why: string;
  /** True when two kinds of evidence lie more than a class apart. */
  disagree: boolean;
}

const meanLog = (reports: readonly ScentReport[]) =>
  reports.reduce((sum, r) => sum + Math.log(scentClass(r.class).rateFactor), 0) / reports.length;

/** Reports of one kind are not independent: more of them sharpen it only up to this. */
const SHARPEST = 0.6;

/**
 * Weighs the three kinds of evidence: each kind's mean of the log rate factor, with weight 1/sd2 (own tests 0.25, supplier 0.5, hearsay
 * 0.7, narrowed a little by their number). What own batches have measured stands above all reports. Without any word the scent
 * counts as moderate, widely.
 */
export function judgeScent(scent: Pick<LibraryScent, "evidence" | "measured">): ScentJudgement {
  let weights = 0;
  let sum = 0;
  const lines = (["supplier", "others", "own"] as const).map((kind): EvidenceLine => {
    const reports = scent.evidence[kind];
    if (reports.length === 0) return { kind, count: 0, rateFactor: null, class: null, isSplit: false };
    const mean = meanLog(reports);
    const sd = SD_LOG[kind] * Math.max(SHARPEST, 1 / Math.sqrt(reports.length));
    weights += 1 / sd ** 2;
    sum += mean / sd ** 2;
    return {
      kind,
      count: reports.length,
      rateFactor: Math.exp(mean),
      class: classNear(Math.exp(mean)).id,
      isSplit: new Set(reports.map((r) => r.class)).size > 1,
    };
  });
  const heard = lines.filter((l) => l.rateFactor !== null);
  const factors = heard.map((l) => l.rateFactor!);
  const disagree = factors.length > 1 && Math.max(...factors) / Math.min(...factors) > 1.6;
  if (scent.measured) {
    const m = scent.measured;
    return {
      lines,
      used: { class: classNear(m.rateFactor).id, ...m },
      why: `Your own batches measured about ${m.rateFactor.toFixed(1)} times; reports are set aside.`,
      disagree,
    };
  }
  if (weights === 0) {
    const c = scentClass("moderate");
    return {
      lines,
      used: {
        class: "moderate",
        rateFactor: c.rateFactor,
        jumpSteps: c.jumpSteps,
        heatC: c.heatC,
        sdLog: SD_LOG.others,
      },
      why: "Nobody has said anything yet: taken as moderate until a test says otherwise.",
      disagree: false,
    };
  }
  const rateFactor = Math.exp(sum / weights);
  const near = classNear(rateFactor);
  const strongest = heard.find((l) => l.kind === "own") ?? heard.find((l) => l.kind === "supplier") ?? heard[0];
  return {
    lines,
    used: {
      class: near.id,
      rateFactor,
      jumpSteps: interpolate(rateFactor, "jumpSteps"),
      heatC: interpolate(rateFactor, "heatC"),
      sdLog: Math.sqrt(1 / weights),
    },
    why:
      heard.length === 1
        ? `Only ${EVIDENCE_LABELS[strongest.kind]} speak${strongest.kind === "supplier" ? "s" : ""}.`
        : `Weighed together, ${EVIDENCE_LABELS[strongest.kind]} most${disagree ? "; they disagree, so plan with room" : ""}.`,
    disagree,
  };
}

/** Jump or heat that goes with a rate factor, read between the classes. */
function interpolate(rateFactor: number, field: "jumpSteps" | "heatC"): number {
  const ids: ScentClassId[] = ["quiet", "mild", "moderate", "strong", "severe"];
  const rows = ids.map(scentClass);
  if (rateFactor <= 1) return 0;
  const upper = rows.findIndex((r) => r.rateFactor >= rateFactor);
  if (upper < 0) return rows[rows.length - 1][field];
  const a = rows[upper - 1];
  const b = rows[upper];
  const share = Math.log(rateFactor / a.rateFactor) / Math.log(b.rateFactor / a.rateFactor);
  return a[field] + (b[field] - a[field]) * share;
}
