import type { CompiledDesign } from "./design";

/** A plane through the finished mould to be drawn. Millimetres; x along the loaf, y from the near wall, z from the floor. */
export type View =
  /** Cut across the loaf at x: y to the right, z up. */
  | { kind: "across"; atMm: number }
  /** Cut along the loaf at y: x to the right, z up; a block of the loaf where a range is given. */
  | { kind: "lengthwise"; atMm: number; fromMm?: number; toMm?: number }
  /** Cut level at z: x to the right, the near wall below; a block of the loaf where a range is given. */
  | { kind: "level"; atMm: number; fromMm?: number; toMm?: number }
  /** Seen from above at a depth below the surface: x to the right, the near wall below. */
  | { kind: "above"; depthMm: number }
  /** Cut across at x, turned towards the loaf's length and leaned over, degrees -60..60; places outside the loaf stay blank. */
  | { kind: "tilted"; atMm: number; turnDeg: number; leanDeg: number };

/** A part of the plane that is drawn, 0..1 of it: from the left, and from below. */
export interface Part {
  fromX: number;
  toX: number;
  fromUp: number;
  toUp: number;
}

/** Where the picture's upper left corner lies and what its sides are, mm: place = origin + u right + v down. */
export interface Frame {
  origin: readonly [number, number, number];
  right: readonly [number, number, number];
  down: readonly [number, number, number];
  widthMm: number;
  heightMm: number;
}

const STEEPEST_DEG = 60;
const radians = (deg: number) => (Math.max(-STEEPEST_DEG, Math.min(STEEPEST_DEG, deg)) * Math.PI) / 180;

/**
 * Frame of a view.
 * @param frameMm height shown where it differs from the level of the batter, as in a film of the pour; mm
 */
export function frameOf(design: CompiledDesign, view: View, frameMm = design.levelMm): Frame {
  const { lengthMm: L, widthMm: W } = design;
  const H = frameMm;
  switch (view.kind) {
    case "across":
      return { origin: [view.atMm, 0, H], right: [0, W, 0], down: [0, 0, -H], widthMm: W, heightMm: H };
    case "lengthwise": {
      const [from, to] = [view.fromMm ?? 0, view.toMm ?? L];
      return {
        origin: [from, view.atMm, H],
        right: [to - from, 0, 0],
        down: [0, 0, -H],
        widthMm: to - from,
        heightMm: H,
      };
    }
    case "level":
    case "above": {
      const z = view.kind === "level" ? view.atMm : Math.max(0, design.levelMm - view.depthMm);
      const [from, to] = view.kind === "level" ? [view.fromMm ?? 0, view.toMm ?? L] : [0, L];
      return { origin: [from, W, z], right: [to - from, 0, 0], down: [0, -W, 0], widthMm: to - from, heightMm: W };
    }
    case "tilted": {
      const turn = radians(view.turnDeg);
      const lean = radians(view.leanDeg);
      const wide = W / Math.cos(turn);
      const high = H / Math.cos(lean);
      const right = [wide * Math.sin(turn), wide * Math.cos(turn), 0] as const;
      const down = [
        high * Math.sin(lean) * Math.cos(turn),
        -high * Math.sin(lean) * Math.sin(turn),
        -high * Math.cos(lean),
      ] as const;
      const middle = [view.atMm, W / 2, H / 2];
      const origin = [0, 1, 2].map((k) => middle[k] - right[k] / 2 - down[k] / 2) as [number, number, number];
      return { origin, right, down, widthMm: wide, heightMm: high };
    }
  }
}
