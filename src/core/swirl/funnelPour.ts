import { generator, hashSeed } from "../units/random";
import { type Build, boxOf, type DesignPour, deposit } from "./build";
import { eddiesOver, leaveEddies } from "./hands";
import { compileDiscEddies, compileFunnel } from "./operations/funnel";

/** After every so many pours the stream has turned what lies about it a little. */
const EVERY = 3;
const ABOUT_STREAM = { count: 3, reachA: [0.12, 0.24], reachB: [0.08, 0.18], turn: [0.35, 0.8] } as const;
const ABOUT_DRIFT = 0.3;
const ABOUT_WAVES = [1, 3] as const;
/** What the last pours and the setting down leave. */
const AT_END = [
  { plane: "xy", count: 11, reachA: [14, 34], reachB: [9, 20], turn: [0.25, 0.7] },
  { plane: "xz", count: 4, reachA: [18, 40], reachB: [9, 18], turn: [0.2, 0.5] },
  { plane: "yz", count: 5, reachA: [12, 24], reachB: [9, 18], turn: [0.25, 0.7], waves: [2, 6] },
] as const;

const isInDisc = (b: Build): boolean => b.operations.at(-1)?.isInDisc === true;

/** A counted pour through a funnel over the middle. */
export function funnel(b: Build, pour: Extract<DesignPour, { kind: "funnel" }>, seed: number, addsMm: number): void {
  const all = b.design.pours.filter((p) => p.kind === "funnel" && p.volumeMm3 > 0);
  const index = all.findIndex((p) => p.id === pour.id);
  const { lengthMm, widthMm } = b.design;
  deposit(
    b,
    compileFunnel({
      ...boxOf(b, pour),
      seed,
      levelMm: b.levelMm,
      addsMm,
      trace: pour.trace,
      index,
      of: all.length,
      isFirst: !isInDisc(b),
    }),
    addsMm,
  );
  if (index % EVERY === EVERY - 1)
    b.operations.push(
      compileDiscEddies({
        seed: hashSeed(seed, "about"),
        lengthMm,
        widthMm,
        levelMm: b.levelMm,
        drift: ABOUT_DRIFT,
        waves: ABOUT_WAVES,
        eddies: eddiesOver(generator(hashSeed(seed, "where")), ABOUT_STREAM, 1, 1),
        isFirst: false,
      }),
    );
  if (index === all.length - 1 && index > 0)
    AT_END.forEach((eddies, i) => {
      leaveEddies(b, hashSeed(seed, `end${i}`), eddies);
    });
}
