import type { Plan } from "../core/document/schema";
import type { Design } from "../core/swirl/design";
import type { DesignNumbers } from "../core/swirl/metrics";
import type { Variant } from "../core/techniques/families/variants";

/** Work of the studio beside the page. A worker takes one job and is ended to cancel it. */
export type StudioJob =
  /** `cutsMm`: where the bars are parted and where the first and the last end. */
  | { kind: "numbers"; design: Design; cutsMm: number[]; colours: number }
  | { kind: "variants"; plan: Plan; variants: Variant[]; width: number; height: number };

export type StudioAnswer =
  | { kind: "progress"; share: number }
  | { kind: "numbers"; numbers: DesignNumbers; afterMs: number }
  | { kind: "variant"; id: string; rgba: Uint8ClampedArray<ArrayBuffer>; numbers: DesignNumbers };
