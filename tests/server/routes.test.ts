import type { APIContext } from "astro";
import { describe, expect, it } from "vitest";
import { newPlan } from "../../src/core/document/newPlan";
import type { Plan } from "../../src/core/document/schema";
import { DEFAULT_SETTINGS } from "../../src/core/practice/practiceSchema";
import { COLOURANTS, FORMULAS } from "../../src/data/demo/library";
import { poured } from "../../src/data/demo/parts";
import { LARGEST_BATCH_FILE, writeBatchFile } from "../../src/formats/batchFile";
import * as rest from "../../src/pages/api/[...rest]";
import * as copy from "../../src/pages/api/batches/[id]/copy";
import * as file from "../../src/pages/api/batches/[id]/file";
import * as batch from "../../src/pages/api/batches/[id]/index";
import * as lessons from "../../src/pages/api/batches/[id]/lessons";
import * as batches from "../../src/pages/api/batches/index";
import * as changes from "../../src/pages/api/changes";
import * as familyEvidence from "../../src/pages/api/families/[id]/evidence";
import * as health from "../../src/pages/api/health";
import * as unknown from "../../src/pages/api/knowledge/[unknown]";
import * as knowledge from "../../src/pages/api/knowledge/index";
import * as told from "../../src/pages/api/knowledge/told";
import * as evidence from "../../src/pages/api/library/[kind]/[id]/evidence";
import * as row from "../../src/pages/api/library/[kind]/[id]/index";
import * as versions from "../../src/pages/api/library/[kind]/[id]/versions";
import * as library from "../../src/pages/api/library/[kind]/index";
import * as chances from "../../src/pages/api/plan/chances";
import * as deriveRoute from "../../src/pages/api/plan/derive";
import * as search from "../../src/pages/api/search";
import * as settings from "../../src/pages/api/settings";
import { changesAnswer, hub } from "../../src/server/follow/answer";
import { call, ownDatabase, type Sent } from "../support/callRoute";

ownDatabase();
const make = async (plan: Plan) => (await call(batches.POST, { body: plan })).answer as { id: string; version: number };

describe("batches over the API", () => {
  it("a new one answers with its place and version, and reads back the same", async () => {
    const made = await call(batches.POST, { body: newPlan("Over the wire", 3) });
    expect(made.status).toBe(201);
    expect(made.headers.get("location")).toBe(`/api/batches/${made.answer.id}`);
    expect(made.headers.get("etag")).toBe('"1"');
    expect((await call(batch.GET, { params: { id: made.answer.id } })).answer.document).toEqual(
      newPlan("Over the wire", 3),
    );
  });

  it.each([
    ["no JSON", { body: "{nonsense" }, 400, "document"],
    ["nothing", { body: "" }, 400, "document"],
    ["a list", { body: [] }, 422, "document"],
    ["a stranger's field", { body: { ...newPlan("x", 1), extra: 1 } }, 422, "extra"],
    ["a newer document", { body: { ...newPlan("x", 1), schemaVersion: 999 } }, 422, "schemaVersion"],
    ["a wrong number", { body: { ...newPlan("x", 1), cureDays: "soon" } }, 422, "cureDays"],
    ["a name with a control character", { body: { ...newPlan("x", 1), title: "a\u0000b" } }, 422, "title"],
    ["text", { body: "hello", type: "text/plain" }, 415, null],
    ["too much", { body: `"${"x".repeat(LARGEST_BATCH_FILE)}"` }, 413, null],
  ] as [string, Sent, number, string | null][])(
    "%s is refused with the field, and nothing is stored",
    async (_name, sent, status, field) => {
      const before = (await call(batches.GET)).answer.boards.planned.total;
      const answer = await call(batches.POST, sent);
      expect(answer.status).toBe(status);
      expect(answer.headers.get("content-type")).toBe("application/problem+json");
      if (field) expect(answer.answer.fields[0].field).toBe(field);
      expect((await call(batches.GET)).answer.boards.planned.total).toBe(before);
    },
  );

  it("a save needs the version that was seen; a late one is shown what stands there", async () => {
    const { id } = await make(newPlan("One", 1));
    const put = (seen: Sent["seen"], title: string) =>
      call(batch.PUT, { params: { id }, seen, body: newPlan(title, 1) });
    expect((await put(undefined, "Two")).status).toBe(428);
    expect((await put("7", "Two")).status).toBe(428);
    expect(await put(1, "Two")).toMatchObject({ status: 200, answer: { version: 2 } });
    expect(await put(1, "Three")).toMatchObject({
      status: 409,
      answer: { current: { version: 2, document: { title: "Two" } } },
    });
    expect((await call(batch.DELETE, { params: { id }, seen: 1 })).status).toBe(409);
    expect((await call(batch.DELETE, { params: { id }, seen: 2 })).status).toBe(204);
    for (const gone of [
      await call(batch.GET, { params: { id } }),
      await put(2, "Four"),
      await call(batch.DELETE, { params: { id }, seen: 2 }),
      await call(copy.POST, { params: { id } }),
      await call(file.GET, { params: { id } }),
      await call(lessons.GET, { params: { id } }),
    ])
      expect(gone.status).toBe(404);
  });

  it("a copy is unpoured; its title has room, and no character is cut in half", async () => {
    const long = await make(poured(newPlan("x".repeat(109) + "\u{1f319}".repeat(5), 5), "2026-10-01", 1, 4, "good"));
    const made = await call(copy.POST, { params: { id: long.id } });
    expect(made.status).toBe(201);
    expect(made.answer.document.title).toBe(`${"x".repeat(109)} (copy)`);
    expect(made.answer.document.record).toMatchObject({ startedAt: null, finishedAt: null, events: [] });
    expect((await call(batch.GET, { params: { id: made.answer.id } })).answer.document).toEqual(made.answer.document);
  });

  it("a copy takes a title and a day of its own, and refuses what is neither", async () => {
    const { id } = await make(newPlan("Soap", 5));
    const params = { id };
    const made = await call(copy.POST, { params, body: { title: "Soap, Market 1 of 2", pourOn: "2026-12-27" } });
    expect(made.answer.document).toMatchObject({ title: "Soap, Market 1 of 2", pourOn: "2026-12-27" });
    for (const [body, field] of [
      [{ title: " " }, "title"],
      [{ pourOn: "soon" }, "pourOn"],
    ] as const) {
      const refused = await call(copy.POST, { params, body });
      expect(refused.status).toBe(422);
      expect(refused.answer.fields[0].field).toContain(field);
    }
  });

  it("the file is the document byte for byte, under a harmless name", async () => {
    const plan = newPlan('../../"><b>Mond & Ink</b>\u{1f319}', 2);
    const { id } = await make(plan);
    const answer = await call(file.GET, { params: { id } });
    expect(answer.text).toBe(writeBatchFile(plan));
    expect(answer.headers.get("content-disposition")).toBe(
      'attachment; filename="b-Mond-Ink-b.tundish.json"'.toLowerCase(),
    );
    expect((await call(batches.POST, { body: answer.text })).answer.document).toEqual(plan);
    const nameless = await make(newPlan("\u{1f319}", 2));
    expect((await call(file.GET, { params: { id: nameless.id } })).headers.get("content-disposition")).toContain(
      '"batch.tundish.json"',
    );
  });

  it("boards are paged; numbers out of range are held, a board that is none is refused", async () => {
    const page = (query: string) => call(batches.GET, { query });
    const all = (await page("?board=planned")).answer;
    expect(all.entries.length).toBe(all.total);
    expect((await page("?board=planned&limit=1")).answer.entries).toHaveLength(1);
    expect((await page("?board=planned&limit=0")).answer.entries).toHaveLength(1);
    expect((await page("?board=planned&limit=many&offset=-3")).answer.entries).toHaveLength(all.total);
    expect((await page("?board=planned&offset=9999999999")).answer).toMatchObject({ total: all.total, entries: [] });
    expect((await page("?board=planned&search=over%20THE%20wire")).answer.total).toBe(1);
    expect((await page("?board=planned&search=%00")).status).toBe(200);
    expect((await page("?board=thrown")).status).toBe(400);
  });
});

describe("plans over the API", () => {
  it("derive answers what the document comes to, and stores nothing", async () => {
    const before = (await call(batches.GET)).answer.boards.planned.total;
    const { answer } = await call(deriveRoute.POST, { body: newPlan("Asked", 1) });
    expect(answer.masses.portions).toHaveLength(3);
    expect(Object.keys(answer.instructions).length).toBe(answer.timeline.steps.length);
    expect((await call(batches.GET)).answer.boards.planned.total).toBe(before);
  });

  it("chances come with bands and, where asked for, advice; the same seed answers the same", async () => {
    const ask = (query: string) => call(chances.POST, { body: newPlan("Chance", 1), query });
    const { answer } = await ask("?draws=100&seed=4");
    expect(answer.chance).toBeGreaterThanOrEqual(0);
    expect(answer.chance).toBeLessThanOrEqual(1);
    expect(answer.bands[0].mid.length).toBeGreaterThan(10);
    expect(answer.advice).toBeUndefined();
    expect((await ask("?draws=100&seed=4")).text).toBe(JSON.stringify(answer));
    expect((await ask("?draws=100&seed=4&advice=1")).answer.advice).toBeDefined();
    expect((await ask("?draws=100000000")).answer.asked).toBe(5000);
  });

  it("a formula that cannot be computed says why", async () => {
    const plan = newPlan("Empty", 1);
    const empty = { ...plan, batters: [{ ...plan.batters[0], oils: [] }] };
    expect(await call(chances.POST, { body: empty })).toMatchObject({
      status: 422,
      answer: { detail: expect.stringContaining("no oils") },
    });
    expect((await call(deriveRoute.POST, { body: empty })).answer.masses).toBeNull();
  });
});

describe("libraries over the API", () => {
  const mica = Object.values(COLOURANTS)[0];
  it("rows are made, saved over what was seen, archived and listed", async () => {
    const params = { kind: "colourants" };
    const made = await call(library.POST, { params, body: { document: { ...mica, name: "Own mica" } } });
    expect(made.status).toBe(201);
    const own = { ...params, id: made.answer.id };
    expect((await call(row.GET, { params: own })).answer.document.name).toBe("Own mica");
    const change = { document: { ...mica, name: "Own mica, finer" }, isArchived: true };
    expect((await call(row.PUT, { params: own, body: change })).status).toBe(428);
    expect((await call(row.PUT, { params: own, body: change, seen: 1 })).answer.version).toBe(2);
    expect(await call(row.PUT, { params: own, body: change, seen: 1 })).toMatchObject({
      status: 409,
      answer: { current: { version: 2 } },
    });
    const listed = async (query: string) => (await call(library.GET, { params, query })).answer.total;
    expect(await listed("?search=own%20mica")).toBe(0);
    expect(await listed("?search=own%20mica&archived=1")).toBe(1);
  });

  it.each([
    ["no document", {}, "document"],
    ["a list", [], "document"],
    ["a nameless one", { document: { ...mica, name: "" } }, "name"],
    ["a wrong flag", { document: mica, isArchived: "yes" }, "isArchived"],
    ["a negative density", { document: { ...mica, bulkDensityGPerMl: -1 } }, "bulkDensityGPerMl"],
  ] as [string, unknown, string][])("%s is refused with its field", async (_name, body, field) => {
    const answer = await call(library.POST, { params: { kind: "colourants" }, body });
    expect(answer.status).toBe(422);
    expect(answer.answer.fields[0].field).toContain(field);
  });

  it("libraries and rows that are not there answer 404", async () => {
    for (const kind of ["spells", "constructor", "__proto__"]) {
      expect((await call(library.GET, { params: { kind } })).status).toBe(404);
      expect((await call(library.POST, { params: { kind }, body: {} })).status).toBe(404);
    }
    expect((await call(row.GET, { params: { kind: "tools", id: "none" } })).status).toBe(404);
    expect((await call(rest.ALL)).status).toBe(404);
  });

  it("an oil keeps its id; versions of a formula are listed", async () => {
    const { answer } = await call(row.GET, { params: { kind: "oils", id: "olive" } });
    const renamed = { document: { ...answer.document, id: "olive-2" }, isArchived: false };
    expect(
      await call(row.PUT, { params: { kind: "oils", id: "olive" }, body: renamed, seen: answer.version }),
    ).toMatchObject({
      status: 422,
      answer: { fields: [{ field: "id" }] },
    });
    const made = await call(library.POST, { params: { kind: "formulas" }, body: { document: FORMULAS["f-slow"] } });
    const params = { kind: "formulas", id: made.answer.id };
    await call(row.PUT, {
      params,
      seen: 1,
      body: { document: { ...FORMULAS["f-slow"], superfatPct: 9 }, isArchived: false },
    });
    const listed = (await call(versions.GET, { params })).answer;
    expect(listed.map((v: { version: number }) => v.version)).toEqual([2, 1]);
  });
});

describe("settings, lessons and health over the API", () => {
  it("settings are saved over what was seen", async () => {
    expect((await call(settings.GET)).answer).toEqual({ version: 0, document: DEFAULT_SETTINGS });
    expect((await call(settings.PUT, { body: DEFAULT_SETTINGS })).status).toBe(428);
    expect((await call(settings.PUT, { body: { ...DEFAULT_SETTINGS, units: "cubits" }, seen: 0 })).status).toBe(422);
    expect((await call(settings.PUT, { body: DEFAULT_SETTINGS, seen: 0 })).status).toBe(200);
    expect((await call(settings.PUT, { body: DEFAULT_SETTINGS, seen: 0 })).status).toBe(409);
  });

  it("a poured batch teaches, is left out, and is forgotten; an unpoured one does not teach", async () => {
    const planned = await make(newPlan("Not yet", 1));
    expect((await call(lessons.POST, { params: { id: planned.id }, body: "" })).status).toBe(409);
    const done = await make(poured(newPlan("Done", 1), "2026-10-01", 1.3, 4, "quick hands"));
    const params = { id: done.id };
    const taught = await call(lessons.POST, { params, body: "" });
    expect(taught.status).toBe(200);
    expect(taught.answer.length).toBeGreaterThan(0);
    expect((await call(lessons.PUT, { params, body: { isLeftOut: "maybe" } })).status).toBe(422);
    const left = await call(lessons.PUT, { params, body: { isLeftOut: true } });
    expect(left.answer.every((l: { isLeftOut: boolean }) => l.isLeftOut)).toBe(true);
    expect((await call(lessons.POST, { params, body: "" })).answer[0].isLeftOut).toBe(true);
    const known = (await call(knowledge.GET)).answer as { unknown: string; batchId: string }[];
    expect(known.some((l) => l.batchId === done.id)).toBe(true);
    const forgotten = { unknown: encodeURIComponent(known[0].unknown) };
    const about = await call(unknown.GET, { params: forgotten });
    expect(about.answer).toEqual(known.filter((l) => l.unknown === known[0].unknown));
    // What is left out is told of nowhere.
    expect((await call(told.GET)).answer).toEqual([]);
    await call(lessons.PUT, { params, body: { isLeftOut: false } });
    const together = (await call(told.GET)).answer as { unknown: string; batches: number }[];
    expect(together.map((t) => [t.unknown, t.batches])).toEqual(
      taught.answer.map((l: { unknown: string }) => [l.unknown, 1]),
    );
    expect((await call(unknown.DELETE, { params: forgotten })).status).toBe(204);
    expect((await call(unknown.DELETE, { params: forgotten })).status).toBe(404);
  });

  it("a row of a library has what own poured batches say of it; a library that is none has not", async () => {
    const answer = await call(evidence.GET, { params: { kind: "colourants", id: "c-nobody" } });
    expect(answer).toMatchObject({ status: 200, answer: { poured: 0, rating: null, lines: [] } });
    expect((await call(evidence.GET, { params: { kind: "spoons", id: "x" } })).status).toBe(404);
    expect((await call(familyEvidence.GET, { params: { id: "spoons" } })).status).toBe(404);
    const own = newPlan("Of its family", 5);
    await make(poured(own, "2026-10-01", 1, 4, "good"));
    const said = await call(familyEvidence.GET, { params: { id: own.design.family } });
    expect(said.answer.poured).toBeGreaterThan(0);
  });

  it("health answers once the database is open", async () => {
    expect(await call(health.GET)).toMatchObject({ status: 200, answer: { status: "ok" } });
  });
});

describe("changes over the API", () => {
  it("are a stream of server-sent events: what is saved is told, and the asker who hangs up ends it", async () => {
    const gone = new AbortController();
    const request = new Request("http://127.0.0.1/api/changes", { signal: gone.signal });
    const response = (await changes.GET({ request } as APIContext)) as Response;
    expect(response.headers.get("content-type")).toBe("text/event-stream");
    expect(response.headers.get("cache-control")).toBe("no-store, no-transform");
    const { id } = await make(newPlan("Told", 1));
    const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader();
    let text = "";
    while (!text.includes(id)) text += (await reader.read()).value ?? "";
    expect(text).toContain(`data: ${JSON.stringify({ kind: "batch", version: 1, id })}\n\n`);
    gone.abort();
    for (let isDone = false; !isDone; ) isDone = (await reader.read()).done;
  });

  it("an asker who hung up before the stream stood, or cancels it, leaves nobody behind who is told", async () => {
    const before = (await hub()).size;
    const gone = AbortSignal.abort();
    const early = await changesAnswer(new Request("http://127.0.0.1/api/changes", { signal: gone }));
    expect(await early.text()).toBe("retry: 1000\n\n");
    const late = await changesAnswer(new Request("http://127.0.0.1/api/changes"));
    expect((await hub()).size).toBe(before + 1);
    await late.body!.cancel();
    expect((await hub()).size).toBe(before);
    await make(newPlan("Told to nobody", 1));
  });
});

describe("the search", () => {
  it("answers with where the words stand, and refuses a filter that cannot be", async () => {
    const { answer: made } = await call(batches.POST, { body: { ...newPlan("Found", 1), notes: "a gloaming top" } });
    const { status, answer } = await call(search.GET, { query: "?search=gloam&phase=planned" });
    expect(status).toBe(200);
    expect(answer.total).toBe(1);
    expect(answer.found[0]).toMatchObject({ entry: { id: made.id }, at: { place: "words", text: "a gloaming top" } });
    for (const [query, field] of [
      ["family=mud", "family"],
      ["rating=6", "rating"],
      ["rating=2.5", "rating"],
      ["phase=ready", "phase"],
      ["uses=planets:x", "uses"],
    ]) {
      const refused = await call(search.GET, { query: `?${query}` });
      expect(refused.status).toBe(400);
      expect(refused.answer.detail).toContain(`\`${field}\``);
    }
    expect((await call(search.GET, { query: "?search=%00&offset=-4&limit=9000" })).status).toBe(200);
  });
});
