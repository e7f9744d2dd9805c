import type { Plan } from "../document/schema";
import type { ToolKind } from "../mould/toolSchema";
import type { Operation } from "../techniques/operations/registry";
import { TOOLS } from "../techniques/tools";

/** One thing that a design is made with. */
export interface Need {
  words: string;
  /** What it is in a library of tools; null for what belongs to the mould. */
  kind: ToolKind | null;
  /** Without it the design cannot be made; a stick or a spoon is found in any kitchen. */
  isMust: boolean;
  /** Whether there is one; null where that is not known. */
  isAtHand: boolean | null;
}

type Wanted = Omit<Need, "isAtHand">;

/** What an operation is made with; null for what a cup alone does. */
function wantedFor(o: Operation): Wanted | null {
  switch (o.kind) {
    case "wire":
      return { words: `a hanger of ${o.thicknessMm} mm wire`, kind: "hanger", isMust: true };
    case "comb":
      return { words: "a comb", kind: "comb", isMust: true };
    case "funnel":
      return { words: "a funnel", kind: "funnel", isMust: true };
    case "bottleLine":
      return { words: "squeeze bottles", kind: "bottle", isMust: true };
    case "tilt":
      return { words: "a wedge", kind: "wedge", isMust: true };
    case "compartment":
      return { words: "dividers", kind: null, isMust: true };
    case "stroke":
    case "topStroke": {
      const isStick = o.tool === "craft-stick" || o.tool === "tongue-stick";
      const kind = o.tool === "spoon" ? "spoon" : isStick ? "stick" : "rod";
      return { words: `a ${TOOLS[o.tool].label}`, kind, isMust: false };
    }
    case "spoonRow":
      return { words: "a spoon", kind: "spoon", isMust: false };
    default:
      return null;
  }
}

/**
 * What the design of a plan is made with, each once.
 * @param tools kinds of the tools in the studio's library, and those laid out for the batch; empty where none was ever entered: then nothing is known
 */
export function needsOf(plan: Plan, tools: readonly ToolKind[]): Need[] {
  const needs = new Map<string, Need>();
  for (const o of plan.operations) {
    const wanted = wantedFor(o);
    if (!wanted) continue;
    const isAtHand =
      wanted.kind === null
        ? plan.moulds.some((m) => m.dividers !== null)
        : tools.length === 0
          ? null
          : tools.includes(wanted.kind);
    needs.set(wanted.words, { ...wanted, isAtHand });
  }
  return [...needs.values()];
}
