import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { nextTime, preparations } from "../../../src/core/prepare/before";
import { between } from "../../support/between";
import { tries } from "../../support/tries";

const WANTED = new Date(2026, 10, 27, 15, 0).getTime();
const minBefore = (min: number) => WANTED - 60_000 * min;

describe("what is begun before a pour at a wanted hour", () => {
  it("lye and oils are begun so that each stands at its temperature then; the longest first, both are read last", () => {
    const list = preparations([{ batterId: "b1", lyeMin: 60, oilsMin: 25 }], WANTED, true);
    expect(list.map((p) => [p.id, p.atMs])).toEqual([
      ["lye:b1", minBefore(65)],
      ["oils:b1", minBefore(40)],
      ["colours", minBefore(30)],
      ["read", minBefore(10)],
    ]);
    expect(preparations([], WANTED, false).map((p) => p.id)).toEqual(["read"]);
  });

  it("what does not come down by itself is cooled", () => {
    const [lye] = preparations([{ batterId: "b1", lyeMin: null, oilsMin: 0 }], WANTED, false);
    expect(lye).toMatchObject({ id: "lye:b1", isCooled: true, atMs: minBefore(25) });
  });

  it("in order of their times, none after the wanted hour, one of each for every batter", () => {
    const meeting = fc.record({
      lyeMin: fc.option(between(0, 200)),
      oilsMin: fc.option(between(0, 200)),
    });
    fc.assert(
      fc.property(fc.array(meeting, { maxLength: 4 }), (meetings) => {
        const list = preparations(
          meetings.map((m, i) => ({ batterId: `b${i}`, ...m })),
          WANTED,
          true,
        );
        expect(list).toHaveLength(2 * meetings.length + 2);
        for (const [i, p] of list.entries()) {
          expect(p.atMs).toBeLessThan(WANTED);
          if (i > 0) expect(p.atMs).toBeGreaterThanOrEqual(list[i - 1].atMs);
        }
      }),
      { numRuns: tries(100) },
    );
  });
});

it("a time of day is the next one; a little past is still today's", () => {
  const now = new Date(2026, 10, 27, 14, 0).getTime();
  expect(nextTime("15:00", now)).toBe(WANTED);
  expect(nextTime("13:10", now)).toBe(new Date(2026, 10, 27, 13, 10).getTime());
  expect(nextTime("9:00", now)).toBe(new Date(2026, 10, 28, 9, 0).getTime());
  for (const none of ["", "soon", "25:00", "12:60"]) expect(nextTime(none, now)).toBeNull();
});
