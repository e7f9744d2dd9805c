import { describe, expect, it } from "vitest";
import { newPlan } from "../../src/core/document/newPlan";
import * as events from "../../src/pages/api/batches/[id]/events";
import * as batches from "../../src/pages/api/batches/index";
import { call, ownDatabase } from "../support/callRoute";

ownDatabase();

describe("the log of the bench", () => {
  const start = { kind: "started", id: "start", at: "2026-11-24T18:00:00.000Z", by: "" };
  const check = { ...start, kind: "traceCheck", id: "e1", portionId: "p1", trace: 2, answer: null };

  it("takes an event or a list, once each, and answers with the batch as it stands", async () => {
    const made = await call(batches.POST, { body: newPlan("Evening", 1) });
    const params = { id: made.answer.id as string };
    const first = await call(events.POST, { params, body: start });
    expect([first.status, first.answer.version]).toEqual([201, 2]);
    expect(first.answer.document.record.startedAt).toBe(start.at);
    expect((await call(events.POST, { params, body: [start, check] })).status).toBe(201);
    const again = await call(events.POST, { params, body: [check] });
    expect([again.status, again.answer.version]).toEqual([200, 3]);
    expect((await call(events.GET, { params })).answer).toEqual([start, check]);
  });

  it.each([
    ["no JSON", "{", 400, ""],
    ["none", [], 422, "document"],
    ["an unknown kind", { ...start, kind: "sneezed" }, 422, "[0].kind"],
    ["no instant", { ...start, at: "at nine" }, 422, "[0].at"],
    ["one id twice", [start, start], 422, "[1].id"],
    [
      "a change of more than the design",
      { ...start, kind: "replanned", words: "", edit: { kind: "set", path: ["title"], value: "x" } },
      422,
      "[0].edit",
    ],
  ])("refuses %s, and says where", async (_, body, status, field) => {
    const made = await call(batches.POST, { body: newPlan("Evening", 1) });
    const answer = await call(events.POST, { params: { id: made.answer.id }, body });
    expect(answer.status).toBe(status);
    if (field) expect(answer.answer.fields[0].field).toContain(field);
    expect((await call(events.POST, { params: { id: "nobody" }, body: start })).status).toBe(404);
  });

  it("refuses another event under an id that stands", async () => {
    const made = await call(batches.POST, { body: newPlan("Evening", 1) });
    const params = { id: made.answer.id as string };
    await call(events.POST, { params, body: start });
    const other = await call(events.POST, { params, body: { ...start, by: "Inga" } });
    expect([other.status, other.answer.fields[0].field]).toEqual([409, "[0].id"]);
  });
});
