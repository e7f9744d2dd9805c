import type { CutAxis } from "../mould/cutSchema";
import type { Sayer } from "../units/sayer";
import type { CutUp, Leaf } from "./leaves";
import type { Picture } from "./picture";
import type { Pattern, Proposal } from "./propose";

/** What a cut along each direction is called at the bench. */
export const CUT_WORDS: Readonly<Record<CutAxis, string>> = { length: "across", width: "along", height: "level" };

/** "across: 1 mm off, then 10 of 24.5 mm", in the order of the cuts. */
export function cutWords(up: CutUp, sayer: Sayer): string[] {
  return up.cuts.map(({ step, blocks }) => {
    const own = up.bars.find((b) => b.stepId === step.id) ?? up.bars.find((b) => b.place.length > 0);
    const { division } = step;
    const of = own ? sayer.fine(own.size[step.axis]) : "";
    const count = division.kind === "parts" ? division.count : countOf(up, step.id);
    const off = [
      ...(step.trimStartMm > 0 ? [`${sayer.fine(step.trimStartMm)} off the start`] : []),
      ...(step.trimEndMm > 0
        ? [step.axis === "height" ? `skim ${sayer.fine(step.trimEndMm)}` : `${sayer.fine(step.trimEndMm)} off the end`]
        : []),
    ];
    const into = blocks > 1 ? `each of ${blocks} into ${count}` : `${count} pieces`;
    const pieces = count > 1 ? [`${into}${own ? ` of ${of}` : ""}`] : [];
    return `${CUT_WORDS[step.axis]}: ${[...off, ...pieces].join(", then ") || "one piece"}`;
  });
}

/** Pieces that a step made of its first block, those that were divided further among them. */
function countOf(up: CutUp, stepId: string): number {
  const steps = new Map(up.cuts.map(({ step }) => [step.id, step]));
  const chain = (id: string | null): string[] => {
    const step = id === null ? undefined : steps.get(id);
    return step ? [...chain(step.ofId), step.id] : [];
  };
  const depth = chain(stepId).length - 1;
  const own = up.bars.filter((b) => chain(b.stepId)[depth] === stepId);
  const blockOf = (b: Leaf) => b.place.slice(0, depth).join();
  return new Set(own.filter((b) => blockOf(b) === blockOf(own[0])).map((b) => b.place[depth])).size || 1;
}

const PATTERN_WORDS: Readonly<Record<Pattern, (p: Proposal) => string>> = {
  across: () => "bars across",
  level: () => "split level, then across",
  along: () => "split along, then across",
  "on-side": () => "blocks turned on their side and halved",
  guest: () => "the last two halved as guest bars",
};

/** "10 bars, 24.5 mm" and how they come about. */
export function proposalWords(p: Proposal, sayer: Sayer): { title: string; detail: string } {
  const kinds = kindsOf(p.up.bars);
  const [most, other] = kinds;
  const title =
    kinds.length > 1
      ? `${most.count} full, ${other.count} guest`
      : `${most.count} ${most.count === 1 ? "bar" : "bars"}, ${sayer.fine(p.sizeMm[0])}`;
  return { title, detail: PATTERN_WORDS[p.pattern](p) };
}

/** Bars of one size, with how many there are; the most first. */
export function kindsOf(bars: readonly Leaf[]): { bar: Leaf; count: number; sizeMm: [number, number, number] }[] {
  const kinds = new Map<string, { bar: Leaf; count: number; sizeMm: [number, number, number] }>();
  for (const bar of bars) {
    const sizeMm = [bar.size.length, bar.size.width, bar.size.height].sort((a, b) => a - b) as [number, number, number];
    const key = sizeMm.map((v) => v.toFixed(2)).join("x");
    const known = kinds.get(key);
    if (known) known.count++;
    else kinds.set(key, { bar, count: 1, sizeMm });
  }
  return [...kinds.values()].sort((a, b) => b.count - a.count);
}

/** What is wrong with the nearest way, where none gives what is wanted; empty where it does. */
export function offWords(p: Proposal, sayer: Sayer): string[] {
  return [
    ...(p.offMm > 0.05 ? [`${sayer.fine(p.offMm)} beyond the thickness wanted`] : []),
    ...(p.offG > 0.5 ? [`${sayer.g(p.offG)} beyond the weight wanted`] : []),
    ...(p.boxOverMm > 0.05 ? [`${sayer.fine(p.boxOverMm)} too large for the box`] : []),
    ...(p.short > 0 ? [`${p.short} ${p.short === 1 ? "bar" : "bars"} short`] : []),
  ];
}

/** "24.6 × 66.5 × 90 mm". */
export const sizeWords = (sizeMm: readonly number[], sayer: Sayer): string => {
  const said = sizeMm.map((v) => sayer.fine(v).split(" "));
  return `${said.map(([value]) => value).join(" × ")} ${said[0][1]}`;
};

/** Below this a picture is stripes that run through rather than one that turns. */
const STRIPES = 0.4;
/** A bar that lacks less of the colours on the mean is not spoken of. */
const LACKS = 0.02;

/** What the bars of a way to cut would show, in a few words. */
export function pictureWords({ linesPerCm, turns, missing }: Picture, sayer: Sayer): string {
  const far = linesPerCm > 0.02 ? `a border every ${sayer.mm(10 / linesPerCm)}` : "hardly a border";
  const kind = linesPerCm > 0.02 && turns < STRIPES ? ", stripes that run through" : "";
  return `${far}${kind}${missing > LACKS ? ", some bars lack a colour" : ""}`;
}
