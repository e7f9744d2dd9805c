import { beforeAll, describe, expect, it } from "vitest";
import { copyPlan, newPlan } from "../../src/core/document/newPlan";
import type { Plan } from "../../src/core/document/schema";
import { createBatch, saveBatch } from "../../src/data/batches";
import { demoYear } from "../../src/data/demo/year";
import { lineOf, type Sought, searchBatches, usesOf } from "../../src/data/search";
import { engines, opened } from "../support/places";

const ANYTHING: Sought = { query: "", family: "", phase: "", uses: "", rating: null };
const PAGE = { offset: 0, limit: 20 };

describe.each(engines())("search on $name", (engine) => {
  const open = opened(engine);
  const titles = async (sought: Partial<Sought>) => {
    const { total, rows } = await searchBatches(open.db, { ...ANYTHING, ...sought }, PAGE);
    expect(rows.length).toBe(Math.min(total, PAGE.limit));
    return rows.map((r) => r.id.replace("demo-", ""));
  };

  beforeAll(async () => {
    for (const { id, plan } of demoYear("2026-11-27").toReversed()) await createBatch(open.db, plan, id);
  });

  it("finds words of names, colours, scents, families, verdicts and findings, in whatever form they stand", async () => {
    expect(await titles({ query: "solar" })).toEqual(["solar-wind"]);
    expect(await titles({ query: "seized" })).toEqual(["solar-wind"]);
    expect(await titles({ query: "seize" })).toEqual(["solar-wind"]);
    expect((await titles({ query: "funnel" }))[0]).toBe("halo");
    expect(await titles({ query: "verdigris" })).toEqual(["tidal-lock"]);
    expect(await titles({ query: "harbour fog" })).toEqual(["parallax"]);
    expect((await titles({ query: "weeping" })).sort()).toEqual(["parallax"]);
    expect(await titles({ query: "box thin" })).toEqual(["meteor-shower-2"]);
    expect(await titles({ query: "olive" })).toHaveLength(19);
  });

  it("what a name says comes before what is only written somewhere", async () => {
    const found = await titles({ query: "moss" });
    expect(found).toContain("first-light");
    const named: Plan = { ...newPlan("Moss on the north side", 1), notes: "" };
    const { id } = await createBatch(open.db, named);
    expect((await titles({ query: "moss" }))[0]).toBe(id);
  });

  it("a beginning of a word is enough, signs are nothing, and nothing breaks it", async () => {
    expect(await titles({ query: "ecli" })).toEqual(["ecliptic"]);
    expect(await titles({ query: "  'Eclip* & | !) :* \\ " })).toEqual(["ecliptic"]);
    expect((await titles({ query: "%_&|!" })).length).toBeGreaterThan(15);
    expect(await titles({ query: "nowhere" })).toEqual([]);
    expect(await titles({ query: "x".repeat(100) })).toEqual([]);
  });

  it("filters by family, rating, phase and rows of the libraries, together with words", async () => {
    expect((await titles({ family: "hanger" })).sort()).toEqual(["aurora", "vernal-point"]);
    expect((await titles({ family: "hanger", rating: 5 })).sort()).toEqual(["aurora"]);
    expect((await titles({ uses: "scents:s-clove" })).sort()).toEqual([
      "meteor-shower",
      "meteor-shower-1",
      "meteor-shower-2",
      "meteor-shower-3",
      "solar-wind",
    ]);
    expect(await titles({ uses: "scents:s-clove", query: "spoon" })).toEqual(["solar-wind"]);
    expect(await titles({ uses: "scents:s-clove", phase: "planned" })).toEqual(["meteor-shower"]);
    expect((await usesOf(open.db, "scents")).get("s-clove")).toBe(5);
    expect((await usesOf(open.db, "scents")).get("s-lilac")).toBeUndefined();
  });

  it("what is saved is found at once, and what it no longer says is not", async () => {
    const plan = { ...newPlan("Search and save", 1), notes: "gloaming" };
    const made = await createBatch(open.db, plan);
    expect(await titles({ query: "gloaming" })).toEqual([made.id]);
    await saveBatch(open.db, made.id, made.version, { ...plan, notes: "dawn" });
    expect(await titles({ query: "gloaming" })).toEqual([]);
    expect(await titles({ query: "dawn" })).toContain(made.id);
  });

  it("a soap's line is the same from every batch of it, a branch included, and survives a batch that is gone", async () => {
    const whole = ["demo-meteor-shower-1", "demo-meteor-shower-2", "demo-meteor-shower-3", "demo-meteor-shower"];
    for (const id of whole) expect((await lineOf(open.db, id)).map((r) => r.id)).toEqual(whole);
    const third = demoYear("2026-11-27").find((b) => b.id === "demo-meteor-shower-3")!.plan;
    const branch = await createBatch(open.db, copyPlan(third, "Branch", 9, "demo-meteor-shower-3"));
    expect((await lineOf(open.db, "demo-meteor-shower-1")).map((r) => r.id)).toEqual([...whole, branch.id]);
    const orphan = await createBatch(open.db, copyPlan(third, "Orphan", 9, "no-such-batch"));
    expect((await lineOf(open.db, orphan.id)).map((r) => r.id)).toEqual([orphan.id]);
    expect(await lineOf(open.db, "never-was")).toEqual([]);
  });
});
