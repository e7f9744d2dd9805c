import type { CompiledDesign } from "../design";
import { type PackedDesign, Packing } from "./packer";

/** Packs a design for the shader; null where an operation has no counterpart there (a freely drawn way, a half stirred cup). */
export function packDesign(design: CompiledDesign): PackedDesign | null {
  const { operations } = design;
  const packing = new Packing(operations.length);
  const kinds = new Set<number>();
  for (const [i, operation] of operations.entries()) {
    const packed = operation.pack?.(packing);
    if (!packed) return null;
    kinds.add(packed[0]);
    packing.set(i, packing.table(packed));
  }
  return { numbers: packing.done(), operations: operations.length, kinds };
}
