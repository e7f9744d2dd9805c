import { hashSeed } from "../units/random";
import { area, type Build, type DesignPour, deposit } from "./build";
import { type EddiesLeft, leaveEddies } from "./hands";
import { POT_PASSES, thinness } from "./look";
import { compilePotSheets } from "./operations/potSheets";
import { makePot } from "./pot";

const MOST_PASSES = 16;

type PotPour = Extract<DesignPour, { kind: "potPour" }>;

/** Eddies where the stream strikes, and what they drag along the loaf, in the order in which they come; mm and radians. */
const STRIKE: Record<"travelling" | "one-place", readonly EddiesLeft[]> = {
  travelling: [
    { plane: "xy", count: 5, reachA: [56, 92], reachB: [15, 26], turn: [0.5, 1.3] },
    { plane: "xz", count: 5, reachA: [46, 76], reachB: [12, 21], turn: [0.6, 1.2] },
    { plane: "yz", count: 4, reachA: [7, 12], reachB: [7, 12], turn: [0.6, 1.4], waves: [1, 4] },
    { plane: "yz", count: 5, reachA: [15, 24], reachB: [15, 24], turn: [1.3, 2.3], waves: [1, 3], paired: true },
  ],
  "one-place": [
    { plane: "xy", count: 5, reachA: [56, 92], reachB: [15, 26], turn: [0.5, 1.3] },
    { plane: "xz", count: 5, reachA: [40, 68], reachB: [12, 21], turn: [0.6, 1.3] },
    { plane: "yz", count: 4, reachA: [7, 12], reachB: [7, 12], turn: [0.6, 1.4], waves: [1, 4] },
    { plane: "yz", count: 5, reachA: [15, 24], reachB: [15, 24], turn: [1.3, 2.3], waves: [1, 3], paired: true },
  ],
};
/** How far thick batter follows a strike, and how much more thin. */
const STRIKE_TURN = { thick: 0.8, thin: 0.35 } as const;

/** Pours the pot out onto a level mould in sheets that lie on one another, stirred where the stream strikes. */
export function pourPot(b: Build, pour: PotPour & { way: "one-place" | "travelling" }, seed: number): void {
  const pot = makePot(b.pot, hashSeed(seed, "pot"));
  b.pot = [];
  if (pot.volumeMm3 <= 0) return;
  const { lengthMm, widthMm } = b.design;
  const { trace, way } = pour;
  const passes = Math.max(2, Math.min(MOST_PASSES, pour.strokes || POT_PASSES));
  const addsMm = pot.volumeMm3 / area(b);
  deposit(
    b,
    compilePotSheets({ seed, lengthMm, widthMm, levelMm: b.levelMm, addsMm, pot, passes, trace, way }),
    addsMm,
  );
  const turns = STRIKE_TURN.thick + STRIKE_TURN.thin * thinness(trace);
  STRIKE[way].forEach((eddies, i) => {
    const turn = [eddies.turn[0] * turns, eddies.turn[1] * turns] as const;
    leaveEddies(b, hashSeed(seed, `strike${i}`), { ...eddies, turn });
  });
}
