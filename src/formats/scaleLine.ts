import { LB_G, OZ_G } from "../core/units/quantities";

/** What a scale says in one line. */
export interface ScaleReading {
  /** g; below 0 where a vessel was tared and taken away. */
  massG: number;
  isStable: boolean;
  /** More than it can weigh: the mass says nothing. */
  isOverload: boolean;
}

const GRAMS = { mg: 0.001, g: 1, kg: 1000, oz: OZ_G, lb: LB_G } as const;
const LINE = /^(ST|US|OL)\s*,\s*(?:(?:GS|NT|G|N)\s*,)?\s*([+-]?)\s*([\d. ]*)\s*(mg|g|kg|oz|lb)?\s*$/i;

/**
 * Reads a line of a kitchen or laboratory scale that prints continuously: "ST,GS,+  123.4 g" (stable or US unstable, gross or NT net), "OL" above its range.
 * @returns null for what is no such line
 */
export function readScaleLine(line: string): ScaleReading | null {
  const [, state, sign, digits, unit = "g"] = LINE.exec(line.trim()) ?? [];
  if (!state) return null;
  if (state.toUpperCase() === "OL") return { massG: 0, isStable: false, isOverload: true };
  const text = digits.replaceAll(" ", "");
  const number = Number(text);
  if (text === "" || !Number.isFinite(number)) return null;
  const massG = (sign === "-" ? -number : number) * GRAMS[unit.toLowerCase() as keyof typeof GRAMS];
  return { massG, isStable: state.toUpperCase() === "ST", isOverload: false };
}

/** The line that a scale prints for a reading, g with `decimals` places. */
export function scaleLine({ massG, isStable, isOverload }: ScaleReading, decimals: number): string {
  if (isOverload) return "OL,GS,";
  const digits = Math.abs(massG).toFixed(decimals).padStart(8);
  return `${isStable ? "ST" : "US"},GS,${massG < 0 ? "-" : "+"}${digits} g`;
}

/** Lines out of text that comes in pieces. */
export function lineCutter(tell: (line: string) => void): (piece: string) => void {
  let rest = "";
  return (piece) => {
    const lines = (rest + piece).split(/\r\n|\n|\r/);
    rest = lines.pop()!.slice(-LONGEST_LINE);
    for (const line of lines) tell(line);
  };
}
/** What a line may have before it is cut off: noise without an end fills nothing. */
const LONGEST_LINE = 200;
