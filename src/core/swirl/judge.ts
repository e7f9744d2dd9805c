import { TOOLS } from "../techniques/tools";
import type { Sayer } from "../units/sayer";
import type { DesignPour } from "./design";
import { type DesignNumbers, FLOOR_MM } from "./metrics";

/** Shares below which a colour counts as missing from a face, and above which a face counts as mixed. */
const MISSING = 0.004;
const MUDDY = 0.3;
const FAINT_SHARE = 0.015;

const list = (words: readonly (string | number)[]) =>
  words.length < 2 ? words.join("") : `${words.slice(0, -1).join(", ")} and ${words[words.length - 1]}`;

/**
 * What a soaper should know of a predicted design before pouring it, in words; most telling first.
 * @param names of the colours, by index
 */
export function designWarnings(
  numbers: DesignNumbers,
  names: readonly string[],
  pours: readonly DesignPour[],
  sayer: Sayer,
): string[] {
  const warnings: string[] = [];
  const poured = new Set(
    pours.flatMap((p) => (p.volumeMm3 > 0 ? (p.marbled?.map((m) => m.colour) ?? [p.colour]) : [])),
  );
  for (const c of poured) {
    const without = numbers.bars.flatMap((b, i) => (b.shares[c] < MISSING ? [i + 1] : []));
    if (without.length === numbers.bars.length)
      warnings.push(`No bar face shows ${names[c]}: it lies where no cut comes.`);
    else if (without.length > 0)
      warnings.push(
        `${without.length > 1 ? "Bars" : "Bar"} ${list(without)} ${without.length > 1 ? "hold" : "holds"} no ${names[c]}.`,
      );
    else if (numbers.bars.every((b) => b.floor[c] < MISSING) && numbers.shares[c] > FAINT_SHARE)
      warnings.push(`No ${names[c]} in the lowest ${sayer.mm(FLOOR_MM)}: thinner or higher pours reach down.`);
  }
  const wire = pours.find((p) => p.kind === "wire");
  if (wire?.kind === "wire" && numbers.lineMm < wire.thicknessMm)
    warnings.push(
      `Lines are ${sayer.mm(numbers.lineMm)} wide on average, thinner than the wire (${sayer.mm(wire.thicknessMm)}): they will grey.`,
    );
  const stroke = pours.find((p) => p.kind === "stroke");
  if (stroke?.kind === "stroke" && numbers.lineMm < TOOLS[stroke.tool].widthMm)
    warnings.push(
      `Lines are ${sayer.mm(numbers.lineMm)} wide on average, thinner than the ${TOOLS[stroke.tool].label} (${sayer.mm(TOOLS[stroke.tool].widthMm)}): another stroke will grey them.`,
    );
  if (numbers.muddiness > MUDDY)
    warnings.push(
      `${Math.round(100 * numbers.muddiness)} % of the face is so finely mixed that the eye blends it: fewer pours or strokes keep the colours apart.`,
    );
  return warnings;
}
