import type { DepositPaint } from "../paintDeposit";
import type { CompiledOperation, Points } from "../points";
import { PACKED } from "../shader/packer";
import { byThickness, findSheet, inSheet, packTree, type SheetHand, sheetTree } from "./sheetTree";
import { onSlant, readSlant } from "./slant";

export interface WallLinesInput {
  seed: number;
  lengthMm: number;
  widthMm: number;
  levelMm: number;
  /** From the near wall on, colours with their volumes. */
  lines: { colour: number; paint?: DepositPaint; volumeMm3: number }[];
  /** How uneven the hand is, share of the usual. */
  lively: number;
  /** What the nozzle does not reach: the lowest part stays with the line before, mm. */
  shortMm: number;
}

/** How far lines lean: rise, mm per mm, of the trickle along the tilted tray. */
const LEAN = 3.2;
/** Lines beside each other swell and thin out; wider groups of them lie nearly even. By the width of what is parted, mm. */
const UNEVEN_PAIR = { gain: 0.75, waves: 3, along: 9 } as const;
const UNEVEN_LINES = [
  { fromMm: 30, gain: 0.06, waves: 2, along: 5 },
  { fromMm: 10, gain: 0.16, waves: 3, along: 7 },
  { fromMm: 0, gain: 0.4, waves: 3, along: 9 },
] as const;
const handOf = (lively: number): SheetHand => byThickness(UNEVEN_LINES, UNEVEN_PAIR, lively);
const TILT = 0.25;

/**
 * Lines laid from bottles one against the other down a tilted tray, the base between them: steep sheets side by side, each with exactly its volume, that
 * swell, thin out and lean with the hand.
 */
export function compileWallLines(input: WallLinesInput): CompiledOperation {
  const { lengthMm: L, widthMm: W, levelMm: h, lines, shortMm } = input;
  const total = lines.reduce((sum, l) => sum + l.volumeMm3, 0);
  const H = total / (L * W);
  const tree = sheetTree({
    seed: input.seed,
    weights: lines.map((l) => l.volumeMm3),
    heightMm: W,
    hand: handOf(input.lively),
    tilt: TILT * input.lively,
  });
  // The less the nozzle reaches down, the more the lines run flat below.
  const lean = LEAN / (1 + Math.max(0, shortMm) / Math.max(1, H));
  return {
    kind: "wallLines",
    pack: (out) =>
      lines.some((l) => l.paint)
        ? null
        : [PACKED.wallLines, h, H, W, L, lean, packTree(tree, out), out.table(lines.map((l) => l.colour))],
    levelMm: h + H,
    inverse(points: Points) {
      const { x, y, z, live, colour } = points;
      let kept = 0;
      for (let n = 0; n < points.liveCount; n++) {
        const i = live[n];
        if (z[i] < h) live[kept++] = i;
        else {
          readSlant(y[i], z[i] - h, W, H, lean);
          findSheet(tree, x[i] / L, onSlant.b, onSlant.v);
          const line = lines[inSheet.leaf];
          colour[i] = line.paint ? line.paint(x[i] / L, inSheet.b, inSheet.v) : line.colour;
        }
      }
      points.liveCount = kept;
    },
    forward() {},
  };
}
