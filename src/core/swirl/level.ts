import type { Design } from "./build";

/** How high the batter stands when all is poured, mm: what a compiled design says too, without compiling it. */
export const levelOf = ({ lengthMm, widthMm, pours }: Pick<Design, "lengthMm" | "widthMm" | "pours">): number =>
  pours.reduce((sum, p) => sum + p.volumeMm3, 0) / (lengthMm * widthMm);
