import { describe, expect, it } from "vitest";
import type { BenchEvent } from "../../src/core/document/logSchema";
import { newPlan } from "../../src/core/document/newPlan";
import { appendEvents, createBatch, getBatch, saveBatch } from "../../src/data/batches";
import { engines, opened } from "../support/places";

const at = (s: number) => new Date(Date.UTC(2026, 10, 24, 18, 0, s)).toISOString();
const start: BenchEvent = { kind: "started", id: "start", at: at(0), by: "" };
const check = (id: string, s: number, portionId = "p1"): BenchEvent => ({
  ...{ kind: "traceCheck", id, at: at(s), by: "" },
  portionId,
  trace: 2,
  answer: null,
});

describe.each(engines())("the log of a batch in the $name database", (engine) => {
  const open = opened(engine);
  const begun = async () => {
    const { id } = await createBatch(open.db, newPlan("Evening", 1));
    await appendEvents(open.db, id, [start]);
    return id;
  };
  const recordOf = async (id: string) => (await getBatch(open.db, id))!.document.record;

  it("notes an event once, however often and by however many it is sent at once", async () => {
    const id = await begun();
    const events = Array.from({ length: 12 }, (_, k) => check(`e${k}`, 10 + k));
    const results = await Promise.all(events.flatMap((e) => [1, 2, 3].map(() => appendEvents(open.db, id, [e]))));
    expect(results.filter((r) => r.kind === "added")).toHaveLength(12);
    expect(results.filter((r) => r.kind === "known")).toHaveLength(24);
    const { log, events: counted } = await recordOf(id);
    expect(log).toHaveLength(13);
    expect(counted.map((e) => e.id)).toEqual(events.map((e) => e.id));
  });

  it("an event is never changed: another under its id is refused, and nothing of what came with it is noted", async () => {
    const id = await begun();
    await appendEvents(open.db, id, [check("e1", 10)]);
    const late = await appendEvents(open.db, id, [check("e2", 11), check("e1", 12)]);
    expect(late).toEqual({ kind: "taken", index: 1 });
    expect((await recordOf(id)).log).toHaveLength(2);
    expect(await appendEvents(open.db, "nobody", [start])).toEqual({ kind: "missing" });
  });

  it("who saw the version before what was noted may still save; the save takes nothing of it away", async () => {
    const id = await begun();
    const seen = (await getBatch(open.db, id))!;
    await appendEvents(open.db, id, [check("e1", 10)]);
    const saved = await saveBatch(open.db, id, seen.version, { ...seen.document, title: "Night" });
    expect(saved).toMatchObject({ kind: "saved", row: { version: seen.version + 2, document: { title: "Night" } } });
    expect((await recordOf(id)).events.map((e) => e.id)).toEqual(["e1"]);
  });

  it("an edit in between is a conflict as before, also under what was noted after it", async () => {
    const id = await begun();
    const seen = (await getBatch(open.db, id))!;
    await saveBatch(open.db, id, seen.version, { ...seen.document, title: "Theirs" });
    await appendEvents(open.db, id, [check("e1", 10)]);
    const late = await saveBatch(open.db, id, seen.version, { ...seen.document, title: "Mine" });
    expect(late).toMatchObject({ kind: "conflict", current: { document: { title: "Theirs" } } });
  });

  it("a log that would make the document too large to be saved is full, and nothing of it is noted", async () => {
    const id = await begun();
    const { operations } = newPlan("Evening", 1);
    const value = Array.from({ length: 400 }, () => operations).flat();
    const large: BenchEvent[] = Array.from({ length: 6 }, (_, k) => ({
      ...{ kind: "replanned", id: `l${k}`, at: at(20 + k), by: "" },
      words: "again",
      edit: { kind: "set", path: ["operations"], value },
    }));
    expect(await appendEvents(open.db, id, large)).toEqual({ kind: "full" });
    expect((await recordOf(id)).log).toHaveLength(1);
  });

  it("a design that was edited on the sheet while it is poured is noted as a change", async () => {
    const id = await begun();
    const seen = (await getBatch(open.db, id))!;
    const operations = seen.document.operations.slice(1);
    const schedule = { ...seen.document.schedule, thin: { p2: "blend" as const } };
    await saveBatch(open.db, id, seen.version, { ...seen.document, operations, schedule });
    const { document } = (await getBatch(open.db, id))!;
    expect(document.operations).toEqual(operations);
    expect(document.record.events).toMatchObject([
      { kind: "replanned", words: expect.stringMatching(/^On the sheet: .+ taken out; another order$/) },
    ]);
    expect(document.schedule).toEqual(schedule);
    const { design, schedule: before, moulds, portions, operations: all } = seen.document;
    expect(document.record.planned).toEqual({ design, schedule: before, moulds, portions, operations: all });
  });
});
