import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { computeMasses } from "../../../src/core/batter/masses";
import { evenOutOf, isUnlikely, weighedBowlG } from "../../../src/core/batter/readings";
import { derive } from "../../../src/core/derive/derive";
import type { BenchEvent } from "../../../src/core/document/logSchema";
import { newPlan } from "../../../src/core/document/newPlan";
import { afterBench } from "../../../src/core/document/record";
import type { Plan } from "../../../src/core/document/schema";
import { tries } from "../../support/tries";

const at = (s: number) => new Date(Date.UTC(2026, 10, 24, 18, 0, s)).toISOString();
const plan = newPlan("Evening", 1);
const started = afterBench(plan, { kind: "started", id: "s", at: at(0), by: "" });
let count = 0;
const read = (what: "bowl" | "cup", of: string, value: number, tareG: number | null = null): BenchEvent => ({
  ...{ kind: "reading", id: `r${++count}`, at: at(count), by: "", from: "" },
  ...{ what, of, value, tareG },
});
const massesOf = (p: Plan) => computeMasses(p)!;
const [batter] = plan.batters;
const rest = plan.portions.find((p) => p.takesRest)!;
const others = plan.portions.filter((p) => !p.takesRest);
const sumG = (p: Plan) => massesOf(p).portions.reduce((sum, cup) => sum + cup.baseG, 0);

describe("readings of the scale", () => {
  it("a bowl that weighs 8 % less makes every cup, its colour and its scent 8 % less", () => {
    const before = massesOf(started);
    const after = massesOf(
      afterBench(started, read("bowl", batter.id, 210 + 0.92 * before.batters[0].plannedBaseG, 210)),
    );
    expect(after.batters[0].measuredBaseG).toBeCloseTo(0.92 * before.batters[0].plannedBaseG, 6);
    after.portions.forEach((cup, i) => {
      expect(cup.baseG).toBeCloseTo(0.92 * before.portions[i].baseG, 6);
      expect(cup.colourG).toBeCloseTo(0.92 * before.portions[i].colourG, 6);
      expect(cup.scentG).toBeCloseTo(0.92 * before.portions[i].scentG, 6);
    });
  });

  it("the empty bowl may be known from the sheet; while it is not, a reading is none", () => {
    const bowl = { tareG: 210, grossG: null };
    const known = { ...started, batters: [{ ...batter, bowl }] };
    expect(weighedBowlG(afterBench(known, read("bowl", batter.id, 1500)), known.batters[0])).toBe(1290);
    const unknown = afterBench(started, read("bowl", batter.id, 1500));
    expect(weighedBowlG(unknown, unknown.batters[0])).toBeNull();
    expect(massesOf(unknown).portions).toEqual(massesOf(started).portions);
  });

  it("what is weighed out into a cup is what the cup holds; the one that takes the rest holds what is left", () => {
    const baseG = massesOf(started).batters[0].baseG;
    const cup = others[0];
    const target = massesOf(started).portions.find((p) => p.id === cup.id)!.baseG;
    const after = afterBench(started, read("cup", cup.id, target + 40));
    const of = (id: string) => massesOf(after).portions.find((p) => p.id === id)!.baseG;
    expect(of(cup.id)).toBeCloseTo(target + 40, 6);
    expect(of(rest.id)).toBeCloseTo(massesOf(started).portions.find((p) => p.id === rest.id)!.baseG - 40, 6);
    expect(sumG(after)).toBeCloseTo(baseG, 6);
    // The instructions say what is really to be weighed in.
    expect(derive(after).instructions.get(`colour:${cup.id}`)).not.toEqual(
      derive(started).instructions.get(`colour:${cup.id}`),
    );
  });

  it("the effective superfat counts the dispersion oil of what is really in each cup", () => {
    const cup = others.find((p) => p.colourants.some((c) => c.carrier.kind === "oil"))!;
    const targetG = massesOf(started).portions.find((p) => p.id === cup.id)!.baseG;
    const pct = (g: number) => massesOf(afterBench(started, read("cup", cup.id, g))).batters[0].effectiveSuperfatPct;
    expect(pct(targetG)).toBeCloseTo(massesOf(started).batters[0].effectiveSuperfatPct, 9);
    expect(pct(1.3 * targetG)).toBeGreaterThan(pct(targetG));
  });

  it("whatever is read, masses close to 0.1 g, no cup is negative, and taking it back restores", () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ cup: fc.nat(others.length - 1), g: fc.integer({ min: 0, max: 400 }) }), { maxLength: 6 }),
        fc.integer({ min: 700, max: 3000 }),
        (cups, bowlG) => {
          const events = [
            read("bowl", batter.id, bowlG + 210, 210),
            ...cups.map((c) => read("cup", others[c.cup].id, c.g)),
          ];
          const after = afterBench(started, ...events);
          expect(massesOf(after).portions.every((p) => p.baseG >= 0 && p.pourG >= 0)).toBe(true);
          const weighedG = new Map(cups.map((c) => [c.cup, c.g]));
          const left =
            bowlG -
            massesOf(after)
              .portions.filter((p) => p.id !== rest.id)
              .reduce((s, p) => s + p.baseG, 0);
          if (left > 0) expect(Math.abs(sumG(after) - bowlG)).toBeLessThan(0.1);
          for (const [k, g] of weighedG)
            expect(massesOf(after).portions.find((p) => p.id === others[k].id)!.baseG).toBe(g);
          const back = events.map(
            (e, i): BenchEvent => ({ kind: "takenBack", id: `t${++count}`, at: at(50_000 + i), by: "", eventId: e.id }),
          );
          expect(massesOf(afterBench(after, ...back))).toEqual(massesOf(started));
        },
      ),
      { seed: 12, numRuns: tries(120) },
    );
  });

  it("evens out from the fullest into the emptiest cup, and leaves small differences alone", () => {
    const [a, b] = others;
    const targetG = () => 200;
    const weighed = (x: number, y: number) => afterBench(started, read("cup", a.id, x), read("cup", b.id, y));
    expect(evenOutOf(weighed(240, 170), batter.id, targetG)).toEqual({ fromId: a.id, toId: b.id, massG: 30 });
    expect(evenOutOf(weighed(180, 214), batter.id, targetG)).toEqual({ fromId: b.id, toId: a.id, massG: 14 });
    expect(evenOutOf(weighed(203, 196), batter.id, targetG)).toBeNull();
    expect(evenOutOf(afterBench(started, read("cup", a.id, 300)), batter.id, targetG)).toBeNull();
  });

  it("asks about what is more than three tenths off", () => {
    expect([isUnlikely(1386, 1499), isUnlikely(1000, 1499), isUnlikely(2000, 1499)]).toEqual([false, true, true]);
    expect(isUnlikely(10, 0)).toBe(false);
  });
});
