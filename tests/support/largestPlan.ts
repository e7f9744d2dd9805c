import { withUniqueLines } from "../../src/core/document/ids";
import { newPlan, plainBatter, plainColourant, plainPart, plainPortion } from "../../src/core/document/newPlan";
import type { Operation, Plan, Portion } from "../../src/core/document/schema";
import { ADDITIVE_IDS } from "../../src/core/formula/additives";
import { LIQUIDS } from "../../src/core/formula/liquids";
import { OILS } from "../../src/core/formula/oils";

const list = <T>(count: number, make: (i: number) => T): T[] => Array.from({ length: count }, (_, i) => make(i));
const CLASSES = ["quiet", "mild", "moderate", "strong", "severe"] as const;

/** The largest document that the schema lets in: every list full, every cup scented. Cold and thin, so that all two hundred pours are waited for. */
export function largestPlan(isCold = true): Plan {
  const base = newPlan("The largest", 1);
  const scent = (n: number) => ({
    libraryId: null,
    name: `Scent ${n}`,
    load: { amount: 3, base: "oils" as const },
    parts: list(8, (i) => ({
      ...plainPart(`s${i}`, `Part ${n}-${i}`, isCold ? "quiet" : CLASSES[(n + i) % 5]),
      sharePct: 12.5,
    })),
  });
  const additives = (letter: string) =>
    list(20, (i) => ({
      id: `${letter}${i}`,
      kind: ADDITIVE_IDS[i % ADDITIVE_IDS.length],
      label: "x".repeat(10),
      dose: { amount: 0.2, basis: "g/100g-oils" as const },
    }));
  const batters = list(4, (b) => ({
    ...plainBatter(`b${b + 1}`, `Batter ${b + 1}`, isCold ? 5 : 32),
    blendToTrace: isCold ? 1 : 1.3,
    superfatPct: isCold ? 20 : 5,
    water: { method: "concentration" as const, value: isCold ? 20 : 33 },
    size: { basis: "mould" as const, sharePct: 25 },
    oils: list(30, (i) => ({ id: `l${i}`, oilId: OILS[i].id, sharePct: i < 10 ? 4 : 3 })),
    liquids: list(6, (i) => ({
      id: `q${i}`,
      kind: LIQUIDS[i % LIQUIDS.length].id,
      label: "",
      sharePct: 5,
      when: "with-lye" as const,
      composition: LIQUIDS[i % LIQUIDS.length].composition,
    })),
    additives: additives("a"),
    scent: scent(b),
  }));
  const portions = list(
    12,
    (p): Portion => ({
      ...plainPortion(`p${p + 1}`, `b${(p % 4) + 1}`, `Cup ${p + 1}`, 25),
      takesRest: p < 4,
      keptBackPct: 5,
      pipingPct: 5,
      samplePct: 1,
      colourants: list(6, (i) => plainColourant(`c${i}`, `Colour ${i}`, "mica", "#336699", 0.2)),
      scent: scent(p),
      additives: additives("a"),
    }),
  );
  const moulds = list(8, (m) => ({ ...base.moulds[0], id: `m${m + 1}`, name: `Loaf ${m + 1}` }));
  const operations = list(
    200,
    (i): Operation => ({
      id: `o${i}`,
      kind: "spoonRow",
      mouldId: `m${(i % 8) + 1}`,
      portionId: `p${(i % 12) + 1}`,
      cupPct: 5,
      acrossMm: 10 + (i % 70),
    }),
  );
  return withUniqueLines({
    ...base,
    roomTemperatureC: isCold ? 0 : 21,
    notes: "n".repeat(10_000),
    batters,
    portions,
    moulds,
    operations,
  });
}
