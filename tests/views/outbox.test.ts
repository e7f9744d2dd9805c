import { afterEach, beforeEach, expect, it, vi } from "vitest";
import type { BenchEvent } from "../../src/core/document/logSchema";
import { eventId, Outbox, type OutboxState, waitingEvents } from "../../src/views/parts/outbox";

interface Asked {
  events: BenchEvent[];
  answer(status: number, body?: unknown): Promise<void>;
  fail(): Promise<void>;
}
let asked: Asked[] = [];
let states: OutboxState[] = [];
const settle = async () => {
  for (let i = 0; i < 20; i++) await Promise.resolve();
};
const event = (id: string): BenchEvent => ({ kind: "started", id, at: "2026-11-24T18:00:00.000Z", by: "" });
const outbox = (onSent: (answer: unknown) => void = () => {}) => new Outbox("b1", (s) => states.push(s), onSent);

beforeEach(() => {
  vi.useFakeTimers();
  [asked, states] = [[], []];
  const store = new Map<string, string>();
  vi.stubGlobal("localStorage", {
    getItem: (k: string) => store.get(k) ?? null,
    setItem: (k: string, v: string) => store.set(k, v),
    removeItem: (k: string) => store.delete(k),
  });
  vi.stubGlobal(
    "fetch",
    (_: string, { body }: { body: string }) =>
      new Promise((resolve, reject) => {
        asked.push({
          events: JSON.parse(body),
          async answer(status, answer = {}) {
            resolve({ ok: status < 300, status, json: () => Promise.resolve(answer) });
            await settle();
          },
          async fail() {
            reject(new TypeError("no server"));
            await settle();
          },
        });
      }),
  );
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

it("sends at once, one request at a time, and keeps each event until it is acknowledged", async () => {
  const taken: unknown[] = [];
  const box = outbox((answer) => taken.push(answer));
  box.add(event("e1"));
  box.add(event("e2"));
  expect(asked.map((a) => a.events.map((e) => e.id))).toEqual([["e1"]]);
  expect(waitingEvents("b1").map((e) => e.id)).toEqual(["e1", "e2"]);
  await asked[0].answer(201, { version: 2 });
  expect(asked[1].events.map((e) => e.id)).toEqual(["e2"]);
  await asked[1].answer(201, { version: 3 });
  expect(waitingEvents("b1")).toEqual([]);
  expect(taken).toEqual([{ version: 2 }, { version: 3 }]);
  expect(states.at(-1)).toEqual({ waiting: 0, trouble: "", isRefused: false });
});

it("who waits for all to be sent is told so, also where more was noted meanwhile", async () => {
  const box = outbox();
  box.add(event("e1"));
  const all = box.flush();
  box.add(event("e2"));
  await asked[0].answer(201);
  await asked[1].answer(201);
  expect(await all).toBe(true);
  expect(asked).toHaveLength(2);
});

it("with the server away keeps all, says so, and tries again by itself", async () => {
  const box = outbox();
  box.add(event("e1"));
  await asked[0].fail();
  box.add(event("e2"));
  await asked[1].answer(503);
  expect(states.at(-1)).toMatchObject({ waiting: 2, trouble: expect.stringMatching(/2 notes are kept here/) });
  await vi.advanceTimersByTimeAsync(2500);
  expect(asked[2].events.map((e) => e.id)).toEqual(["e1", "e2"]);
  await asked[2].answer(201);
  expect(await box.flush()).toBe(true);
});

it("a page that is opened anew sends what was left; two pages of a batch lose nothing of each other's", async () => {
  outbox().add(event("e1"));
  await asked[0].fail();
  const again = outbox();
  expect(again.waiting.map((e) => e.id)).toEqual(["e1"]);
  again.add(event("e2"));
  const other = outbox();
  other.add(event("e3"));
  expect(waitingEvents("b1").map((e) => e.id)).toEqual(["e1", "e2", "e3"]);
  await asked[1].answer(201);
  expect(waitingEvents("b1").map((e) => e.id)).toEqual(["e3"]);
});

it("what the server refuses stays here and is said", async () => {
  const box = outbox();
  box.add(event("e1"));
  await asked[0].answer(409, { detail: "Another event has this id" });
  expect(states.at(-1)).toEqual({ waiting: 1, trouble: "Another event has this id", isRefused: true });
  expect(await Promise.race([box.flush(), settle().then(() => "open")])).toBe("open");
});

it("ids are letters and digits, and never the same", () => {
  const ids = Array.from({ length: 200 }, eventId);
  expect(new Set(ids).size).toBe(200);
  for (const id of ids) expect(id).toMatch(/^[A-Za-z0-9_-]{1,40}$/);
});
