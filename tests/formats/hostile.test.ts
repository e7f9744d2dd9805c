import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { computeMasses } from "../../src/core/batter/masses";
import { chancesOf } from "../../src/core/clock/chance";
import { derive } from "../../src/core/derive/derive";
import { summaryOf } from "../../src/core/derive/shelf";
import { readPlan } from "../../src/core/document/read";
import type { Plan } from "../../src/core/document/schema";
import { planOfFamily } from "../../src/core/library/familyPlan";
import { compileProgram } from "../../src/core/prepare/compile";
import { hasReadings, posteriorOf } from "../../src/core/prepare/learned";
import { compileDesign } from "../../src/core/swirl/design";
import { FAMILY_IDS } from "../../src/core/techniques/families/registry";
import { demoBatches } from "../../src/data/demo/studio";
import { writeBatchFile } from "../../src/formats/batchFile";
import { tries } from "../support/tries";

type Json = null | boolean | number | string | Json[] | { [key: string]: Json };
type Place = (string | number)[];

const DOCUMENTS: Json[] = [...demoBatches("2026-11-24").map((b) => b.plan), ...FAMILY_IDS.map(planOfFamily)].map(
  (plan) => JSON.parse(writeBatchFile(plan)),
);

/** Every place of a document, its branches and its leaves. */
function placesOf(node: Json, at: Place = []): Place[] {
  const below =
    node !== null && typeof node === "object"
      ? Object.entries(node).flatMap(([key, value]) =>
          placesOf(value, [...at, Array.isArray(node) ? Number(key) : key]),
        )
      : [];
  return at.length ? [at, ...below] : below;
}
const PLACES = DOCUMENTS.map((d) => placesOf(d));

/** The document with one place changed: another value there, the place gone, or the item of a list there twice. */
function changed(document: Json, place: Place, value: Json | "gone" | "twice"): Json {
  const copy = structuredClone(document);
  // biome-ignore lint/suspicious/noExplicitAny: a walk through any JSON
  const holder = place.slice(0, -1).reduce<any>((node, key) => node[key], copy);
  const key = place[place.length - 1];
  if (value === "gone") {
    if (Array.isArray(holder)) holder.splice(key as number, 1);
    else delete holder[key];
  } else if (value === "twice") {
    if (Array.isArray(holder)) holder.splice(key as number, 0, holder[key as number]);
  } else holder[key] = value;
  return copy;
}

const nonsense = fc.constantFrom<Json | "gone" | "twice">(
  "gone",
  "twice",
  null,
  true,
  false,
  "",
  "x",
  "p9",
  "<b>&'\"",
  "\u0000",
  "x".repeat(20_000),
  -1,
  0,
  0.5,
  1e9,
  -1e308,
  Number.MAX_SAFE_INTEGER,
  [],
  {},
  [[]],
  { id: "p1" },
  { __proto__: { polluted: true } } as never,
);

/** Everything that a page or the API works out of a plan. Throws where any of it does. */
function everything(plan: Plan): void {
  const { designs } = derive(plan);
  for (const design of designs.values()) compileDesign(design);
  JSON.stringify(summaryOf(plan));
  const masses = computeMasses(plan);
  if (!masses) return;
  const chances = chancesOf(compileProgram(plan, masses), { seed: 1, draws: 20 });
  expect(chances!.chance).toBeGreaterThanOrEqual(0);
  if (hasReadings(plan)) {
    const { mean } = posteriorOf(plan, masses);
    for (const m of mean) expect(Number.isFinite(m)).toBe(true);
    derive(plan, 600);
  }
}

describe("a document with one thing wrong", () => {
  it("is refused beside what is wrong, or is a plan of which everything can be worked out", () => {
    fc.assert(
      fc.property(fc.nat(), fc.nat(), nonsense, (which, where, value) => {
        const d = which % DOCUMENTS.length;
        const place = PLACES[d][where % PLACES[d].length];
        const read = readPlan(changed(DOCUMENTS[d], place, value));
        if (read.ok) {
          everything(read.plan);
          return;
        }
        expect(read.problems.length).toBeGreaterThan(0);
        for (const p of read.problems) {
          expect(p.field.length).toBeGreaterThan(0);
          expect(p.message.length).toBeGreaterThan(0);
          expect(p.message.length).toBeLessThan(600);
        }
      }),
      { numRuns: tries(700) },
    );
  });

  it("that is refused names a field at, above or below the place, or one that refers to it", () => {
    fc.assert(
      fc.property(
        fc.nat(),
        fc.nat(),
        fc.constantFrom<Json>(null, {}, [[]], "x".repeat(20_000), -1e308),
        (which, where, value) => {
          const d = which % DOCUMENTS.length;
          const place = PLACES[d][where % PLACES[d].length];
          const read = readPlan(changed(DOCUMENTS[d], place, value));
          if (read.ok) return;
          const top = String(place[0]);
          expect(
            read.problems.some(
              (p) =>
                p.field === "document" || p.field.startsWith(top) || /no (portion|mould|batter) has/.test(p.message),
            ),
          ).toBe(true);
        },
      ),
      { numRuns: tries(300) },
    );
  });

  it("never leaves anything behind in every object", () => {
    readPlan(JSON.parse('{"__proto__": {"polluted": true}, "schemaVersion": 3}'));
    expect(({} as { polluted?: boolean }).polluted).toBeUndefined();
  });
});

describe("things that must be there once", () => {
  const plan = demoBatches("2026-11-24")[0].plan;
  const twice = (change: Partial<Plan>) => {
    const read = readPlan({ ...plan, ...change });
    return read.ok ? [] : read.problems.map((p) => `${p.field}: ${p.message}`);
  };
  it("cups, moulds, steps, tools and decorations have ids of their own", () => {
    const decoration = { id: "d1", name: "star", place: "on-top" as const, perBar: 1 };
    expect(twice({ portions: [...plan.portions, plan.portions[1]] }).join()).toMatch(
      /portions\[\d+\]\.id: .* stands twice/,
    );
    expect(twice({ moulds: [...plan.moulds, plan.moulds[0]] }).join()).toMatch(/moulds\[1\]\.id/);
    expect(twice({ operations: [...plan.operations, plan.operations[0]] }).join()).toMatch(/operations\[\d+\]\.id/);
    expect(twice({ decorations: [decoration, decoration] }).join()).toMatch(/decorations\[1\]\.id/);
    expect(twice({ equipment: [...plan.equipment, ...plan.equipment.slice(0, 1)] }).join()).toMatch(
      /equipment\[\d+\]\.id/,
    );
  });
  it("two cups cannot both take the rest", () => {
    const both = plan.portions.map((p) => ({ ...p, takesRest: true }));
    expect(twice({ portions: both }).join()).toMatch(/only one portion of a batter can take the rest/);
  });
});
