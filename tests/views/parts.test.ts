import fc from "fast-check";
import { afterEach, describe, expect, it, vi } from "vitest";
import { newPlan } from "../../src/core/document/newPlan";
import { KINDS, OPERATION_KINDS, operationSchema } from "../../src/core/techniques/operations/registry";
import { api } from "../../src/views/parts/api";
import { AXIS, band, half, LEFT, pointsInSight, RIGHT, ribbon, scaleOf } from "../../src/views/sheet/clock/scale";
import { newOperation } from "../../src/views/sheet/pours/newOperation";
import { ask } from "../../src/views/shelf/requests";
import { between } from "../support/between";
import { tries } from "../support/tries";

const n = between;
const numbersIn = (path: string) => (path.match(/-?\d+(\.\d+)?/g) ?? []).map(Number);

describe("the scale of the clock", () => {
  const zoom = fc.tuple(n(0, 3000), n(30, 4000)).map(([fromS, span]) => ({ fromS, toS: fromS + span }));

  it("a time and its place lead back to each other; the window fills the room between the margins", () => {
    fc.assert(
      fc.property(zoom, n(300, 2000), n(0, 7000), (z, widthPx, s) => {
        const scale = scaleOf(widthPx, z);
        expect(scale.atX(scale.x(s))).toBeCloseTo(s, 5);
        expect(scale.x(z.fromS)).toBeCloseTo(LEFT, 9);
        expect(scale.x(z.toS)).toBeCloseTo(widthPx - RIGHT, 6);
      }),
    );
  });

  it("marks stand neither crowded nor alone, whatever the zoom", () => {
    fc.assert(
      fc.property(zoom, (z) => {
        const { everyS } = scaleOf(1000, z);
        const span = z.toS - z.fromS;
        expect(span / everyS).toBeLessThanOrEqual(9 + 1e-9);
        expect(span / everyS).toBeGreaterThan(1.7);
      }),
    );
  });

  it("a ribbon is thicker where its batter is, never thicker than its lane", () => {
    let last = 0;
    for (let trace = 0; trace <= 6; trace += 0.1) {
      for (const lane of [20, 28.5, 36]) expect(2 * half(trace, lane)).toBeLessThan(lane);
      expect(half(trace, 36)).toBeGreaterThanOrEqual(last);
      last = half(trace, 36);
    }
  });

  it("outlines are closed, hold every point above and below, and have no hole", () => {
    const scale = scaleOf(1000, { fromS: 0, toS: 600 });
    const points = [0, 100, 300, 600].map((atS) => ({ atS, trace: 1 + atS / 300, temperatureC: 30 }));
    const path = ribbon(points as never, scale, AXIS + 40, 36);
    expect(path).toMatch(/^M.*Z$/);
    expect(numbersIn(path)).toHaveLength(2 * 2 * points.length);
    expect(path).not.toMatch(/NaN/);
  });

  it("a line of many points keeps about one to a pixel, in order, and none of its way in sight is lost", () => {
    fc.assert(
      fc.property(zoom, n(300, 1500), fc.integer({ min: 2, max: 5000 }), n(0.5, 20), (z, widthPx, count, everyS) => {
        const scale = scaleOf(widthPx, z);
        const atS = (i: number) => i * everyS;
        const kept = pointsInSight(count, atS, scale);
        expect(kept).toEqual([...new Set(kept)].sort((a, b) => a - b));
        expect(kept.length).toBeLessThanOrEqual(widthPx + 4);
        for (let i = 0; i < count; i++) {
          if (atS(i) < z.fromS || atS(i) > z.toS) continue;
          const nearest = Math.min(...kept.map((k) => Math.abs(scale.x(atS(k)) - scale.x(atS(i)))));
          expect(nearest).toBeLessThanOrEqual(1);
        }
        const last = (count - 1) * everyS;
        if (last >= z.fromS && last <= z.toS) expect(kept.at(-1)).toBe(count - 1);
      }),
      { numRuns: tries(30) },
    );
  });

  it("a band leaves out times of which nothing is known, and is nothing with fewer than two", () => {
    const scale = scaleOf(1000, { fromS: 0, toS: 600 });
    const low = Float64Array.of(Number.NaN, 1, 1.2, 1.5);
    const high = Float64Array.of(Number.NaN, 1.1, 1.5, 2.1);
    const path = band(low, high, 100, scale, 60, 36);
    expect(path.match(/Z/g)).toHaveLength(2);
    expect(path).not.toMatch(/NaN/);
    expect(band(low.subarray(0, 2), high.subarray(0, 2), 100, scale, 60, 36)).toBe("");
  });
});

describe("what can be set of a step", () => {
  it.each(OPERATION_KINDS)(
    "%s: every field is one of the operation, and a choice offers what the operation has",
    (kind) => {
      const made = newOperation(newPlan("Fields", 1), kind) as Record<string, unknown>;
      for (const f of KINDS[kind].fields) {
        expect(Object.keys(made)).toContain(f.field);
        if (f.type !== "choice") continue;
        expect(f.options.map((o) => o.value)).toContain(made[f.field]);
        for (const o of f.options)
          expect(operationSchema.safeParse({ ...made, [f.field]: o.value }).success).toBe(true);
      }
    },
  );
});

describe("asking the server", () => {
  afterEach(() => vi.unstubAllGlobals());
  const answering = (status: number, body: unknown) => {
    const fetched = vi.fn(() =>
      Promise.resolve({
        ok: status < 300,
        status,
        json: () => (body === undefined ? Promise.reject(new SyntaxError()) : Promise.resolve(body)),
      }),
    );
    vi.stubGlobal("fetch", fetched);
    return fetched;
  };

  it("gives what was answered", async () => {
    const fetched = answering(200, { id: "b1" });
    expect(await api("/api/batches/b1")).toEqual({ ok: true, value: { id: "b1" } });
    expect((fetched.mock.calls[0] as unknown[])[1]).toMatchObject({ method: "GET", body: undefined });
    expect(await ask("/api/batches", {})).toEqual({ batch: { id: "b1" }, trouble: null });
  });

  it("sends a body as JSON and says so", async () => {
    const fetched = answering(201, {});
    await api("/api/x", { method: "POST", body: { a: 1 }, headers: { "if-match": '"2"' } });
    expect((fetched.mock.calls[0] as unknown[])[1]).toMatchObject({
      body: '{"a":1}',
      headers: { "content-type": "application/json", "if-match": '"2"' },
    });
  });

  it("nothing to answer is fine", async () => {
    answering(204, undefined);
    expect(await api("/api/x", { method: "DELETE" })).toEqual({ ok: true, value: null });
    expect(await ask("/api/x", { method: "DELETE" })).toEqual({ batch: null, trouble: null });
  });

  it("a problem comes back in the server's words, with its status", async () => {
    answering(422, { detail: "title must not be empty" });
    expect(await api("/api/x")).toEqual({ ok: false, status: 422, message: "title must not be empty" });
    expect(await ask("/api/x", {})).toEqual({ batch: null, trouble: "title must not be empty" });
  });

  it.each([
    ["no JSON in the answer", () => answering(200, undefined)],
    ["no answer", () => vi.stubGlobal("fetch", () => Promise.reject(new TypeError("no route")))],
  ])("%s: said in words, nothing thrown", async (_name, prepare) => {
    prepare();
    expect(await api("/api/x")).toMatchObject({ ok: false, message: expect.stringContaining("Nothing was changed") });
    prepare();
    expect((await ask("/api/x", {})).trouble).toContain("Nothing was changed");
  });
});
