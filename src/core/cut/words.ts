import type { CutAxis, Cutting, Planer } from "../mould/cutSchema";
import type { Sayer } from "../units/sayer";
import type { CutUp, Leaf } from "./leaves";
import type { Picture } from "./picture";
import type { Proposal } from "./propose";
import type { Pattern } from "./ways";

/** What a cut along each direction is called at the bench. */
export const CUT_WORDS: Readonly<Record<CutAxis, string>> = { length: "across", width: "along", height: "level" };

/** How a loaf is cut: what the wire takes and goes in, and what planes. */
type How = Pick<Cutting, "kerfMm" | "heightStepMm"> & { planer: Planer | null };

/** Ends of a block along each direction, and what is taken off the second of them. */
const ENDS: Readonly<Record<CutAxis, readonly [string, string]>> = {
  length: ["start", "end"],
  width: ["start", "end"],
  height: ["floor", "top"],
};

/** What is trimmed off an end: by a wire, or by so many passes of a planer. */
function trimWords(mm: number, end: string, isPlaned: boolean, { planer }: How, sayer: Sayer): string[] {
  if (mm <= 0) return [];
  if (!isPlaned) return [end === "top" ? `skim ${sayer.fine(mm)}` : `${sayer.fine(mm)} off the ${end}`];
  const passes = planer ? Math.ceil(mm / planer.passMm - 1e-9) : null;
  const by = passes === null ? "" : ` in ${passes} ${passes === 1 ? "pass" : "passes"}`;
  return [`plane ${sayer.fine(mm)} off the ${end}${by}`];
}

/** "across: 1 mm off, then 10 of 24.5 mm", in the order of the cuts. Where the wire's height goes in steps, the heights that it is set to are said. */
export function cutWords(up: CutUp, how: How, sayer: Sayer): string[] {
  return up.cuts.map(({ step, blocks, atMm, offMm, piecesMm, isStepped }) => {
    const [start, end] = ENDS[step.axis];
    const off = [
      ...trimWords(offMm[0], start, step.isPlaned, how, sayer),
      ...trimWords(offMm[1], end, step.isPlaned, how, sayer),
    ];
    const count = piecesMm.length;
    const into = blocks > 1 ? `each of ${blocks} into ${count}` : `${count} pieces`;
    const pieces = count > 1 ? [`${into} of ${distinct(piecesMm, sayer)}`] : [];
    const heights =
      isStepped && atMm.length > 0 ? ` (wire at ${atMm.map((mm) => sayer.fine(mm - how.kerfMm / 2)).join(", ")})` : "";
    return `${CUT_WORDS[step.axis]}: ${[...off, ...pieces].join(", then ") || "one piece"}${heights}`;
  });
}

/** "24.5 mm", "35 mm and 31 mm": lengths, each once. */
const distinct = (lengthsMm: readonly number[], sayer: Sayer): string =>
  [...new Set(lengthsMm.map((mm) => sayer.fine(mm)))].join(" and ");

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
    p.pattern === "guest" && kinds.length > 1
      ? `${most.count} full, ${other.count} guest`
      : `${p.up.bars.length} ${p.up.bars.length === 1 ? "bar" : "bars"}, ${distinct(
          kinds.map((k) => k.sizeMm[0]),
          sayer,
        )}`;
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
