import { TOOLS } from "../techniques/tools";
import type { Sayer } from "../units/sayer";
import type { Design, DesignPour } from "./design";
import { levelOf } from "./level";
import { type DesignNumbers, FLOOR_MM } from "./metrics";
import { strokeWays, wireWays } from "./ways";

/** Shares below which a colour counts as missing from a face, and above which a face counts as mixed. */
const MISSING = 0.004;
const MUDDY = 0.3;
const FAINT_SHARE = 0.015;

/** Pours that are meant to sink in. */
const SINKS: ReadonlySet<DesignPour["kind"]> = new Set(["stripe", "plop", "potDrop", "potStack", "funnel", "wallPour"]);

/** Two neighbouring ways of a tool from wall to wall. */
export interface Track {
  tool: string;
  widthMm: number;
  /** Clear between them, mm. */
  leftMm: number;
}

/** What tools leave between their ways from wall to wall: of every tool the narrowest that is usual (the median of its gaps). */
export function tracksOf(design: Design): Track[] {
  const levelMm = levelOf(design);
  return design.pours.flatMap((p): Track[] => {
    const isWire = p.kind === "wire";
    if (!isWire && p.kind !== "stroke") return [];
    const ways = isWire ? wireWays(p, design.widthMm, levelMm) : strokeWays(p, design.lengthMm, design.widthMm);
    const gaps = ways.flatMap((run) => {
      // Ways that swing cross each other anyway.
      if (run.kind !== "passes" || run.lines.some((l) => l.swingMm !== 0)) return [];
      const at = run.lines.map((l) => l.atMm).sort((x, y) => x - y);
      return at.slice(1).map((v, i) => v - at[i]);
    });
    if (gaps.length === 0) return [];
    gaps.sort((x, y) => x - y);
    const [widthMm, tool] = isWire ? [p.thicknessMm, "wire"] : [TOOLS[p.tool].widthMm, TOOLS[p.tool].label];
    return [{ tool, widthMm, leftMm: Math.max(0, gaps[gaps.length >> 1] - widthMm) }];
  });
}

const list = (words: readonly (string | number)[]) =>
  words.length < 2 ? words.join("") : `${words.slice(0, -1).join(", ")} and ${words[words.length - 1]}`;

/**
 * What a soaper should know of a predicted design before pouring it, in words; most telling first.
 * @param numbers of the bars as they are cut
 * @param names of the colours, by index
 * @param tracks what tools leave between their ways: see {@link tracksOf}
 */
export function designWarnings(
  numbers: DesignNumbers,
  names: readonly string[],
  pours: readonly DesignPour[],
  sayer: Sayer,
  tracks: readonly Track[] = [],
): string[] {
  const warnings: string[] = [];
  const poured = new Set(
    pours.flatMap((p) => (p.volumeMm3 > 0 ? (p.marbled?.map((m) => m.colour) ?? [p.colour]) : [])),
  );
  // What is laid as a layer, or on the top, is not meant to reach down.
  const sinks = new Set(pours.flatMap((p) => (SINKS.has(p.kind) ? [p.colour] : [])));
  for (const c of poured) {
    const without = numbers.bars.flatMap((b, i) => (b.shares[c] < MISSING ? [i + 1] : []));
    if (without.length === numbers.bars.length)
      warnings.push(`No bar face shows ${names[c]}: it lies where no cut comes.`);
    else if (without.length > 0)
      warnings.push(
        `${without.length > 1 ? "Bars" : "Bar"} ${list(without)} ${without.length > 1 ? "hold" : "holds"} no ${names[c]}.`,
      );
    else if (sinks.has(c) && numbers.bars.every((b) => b.floor[c] < MISSING) && numbers.shares[c] > FAINT_SHARE)
      warnings.push(`No ${names[c]} in the lowest ${sayer.mm(FLOOR_MM)}: thinner or higher pours reach down.`);
  }
  for (const { leftMm, widthMm, tool } of tracks) {
    if (leftMm < widthMm)
      warnings.push(
        `Between two ways of the ${tool} ${leftMm > 0.05 ? `only ${sayer.mm(leftMm)} are` : "nothing is"} left, less than its width (${sayer.mm(widthMm)}): these lines will grey.`,
      );
  }
  if (numbers.muddiness > MUDDY)
    warnings.push(
      `${Math.round(100 * numbers.muddiness)} % of the face is so finely mixed that the eye blends it: fewer pours or strokes keep the colours apart.`,
    );
  return warnings;
}
