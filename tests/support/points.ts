import { expect } from "vitest";

/** Rounding that a place on a wall may be beside it, mm. */
const ROUNDING_MM = 1e-9;

/** Expects a place to lie in the box, mm. */
export function expectInside(
  p: { x: number; y: number; z: number },
  box: { lengthMm: number; widthMm: number },
  levelMm: number,
): void {
  const beyond = Math.max(-p.x, p.x - box.lengthMm, -p.y, p.y - box.widthMm, -p.z, p.z - levelMm);
  expect(beyond).toBeLessThanOrEqual(ROUNDING_MM);
}
