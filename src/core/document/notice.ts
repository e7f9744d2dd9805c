import type { Edit } from "./edits/edit";

/**
 * Something that the plan's maker must hear, next to its cause.
 * - block: the pour cannot start. - ask: go on only knowingly. - hint: worth knowing.
 */
export interface Notice {
  level: "block" | "ask" | "hint";
  /** Field of the document that it stands next to, e.g. `portions.p2.sharePct`. */
  field: string;
  message: string;
  /** One press that mends it. */
  fix?: { words: string; edit: Edit };
}

export const CLOSES_WITHIN_PCT = 0.05;
export const pct = (v: number) => `${Math.round(v * 10) / 10} %`;
