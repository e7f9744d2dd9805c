import type { Variant } from "../core/families/variants";
import type { Plan } from "../core/plan/schema";
import type { Design } from "../core/swirl/design";
import type { DesignNumbers } from "../core/swirl/metrics";

/** Work of the studio beside the page. A worker takes one job and is ended to cancel it. */
export type StudioJob =
  | { kind: "numbers"; design: Design; barsMm: number[]; colours: number }
  | { kind: "variants"; plan: Plan; variants: Variant[]; width: number; height: number };

export type StudioAnswer =
  | { kind: "progress"; share: number }
  | { kind: "numbers"; numbers: DesignNumbers; afterMs: number }
  | { kind: "variant"; id: string; rgba: Uint8ClampedArray<ArrayBuffer>; numbers: DesignNumbers };
