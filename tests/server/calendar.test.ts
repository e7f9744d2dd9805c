import { describe, expect, it } from "vitest";
import { summaryOf } from "../../src/core/derive/shelf";
import { newPlan } from "../../src/core/document/newPlan";
import type { ShelfRow } from "../../src/data/batches";
import { followed } from "../../src/data/demo/history";
import { poured } from "../../src/data/demo/parts";
import { calendarOf } from "../../src/server/calendar";

const row = (id: string, plan: Parameters<typeof summaryOf>[0]): ShelfRow => ({
  ...{ id, version: 1, updatedAt: new Date("2026-11-27T08:00:00Z"), title: plan.title },
  ...{ phase: "poured", summary: summaryOf(plan).summary },
});
const unfolded = (text: string) => text.replaceAll(/\r\n[ \t]/g, "");
const events = (text: string) =>
  unfolded(text)
    .split("BEGIN:VEVENT")
    .slice(1)
    .map((e) => Object.fromEntries([...e.matchAll(/^([A-Z-]+)[^:\r\n]*:(.*)$/gm)].map((m) => [m[1], m[2].trim()])));

describe("the calendar", () => {
  it("has a whole day for what is planned, with an id that stays", () => {
    const plan = { ...newPlan("Halo; or, a ring", 1), pourOn: "2026-12-05" };
    const text = calendarOf([row("b1", plan)], "Gnomon Lane", "http://127.0.0.1:4321");
    expect(text.startsWith("BEGIN:VCALENDAR")).toBe(true);
    const [pour] = events(text);
    expect(pour).toMatchObject({ UID: "b1.pour@tundish", DTSTART: "20261205", DTEND: "20261206" });
    expect(pour.SUMMARY).toBe("Halo\\; or\\, a ring: pour");
    expect(pour.URL).toBe("http://127.0.0.1:4321/batches/b1");
    const moved = calendarOf([row("b1", { ...plan, pourOn: "2026-12-07" })], "", "http://x");
    expect(events(moved)[0]).toMatchObject({ UID: "b1.pour@tundish", DTSTART: "20261207" });
  });

  it("has hours with alarms after a pour, then the cut, the cure and the looks of a year", () => {
    const fresh = poured(newPlan("Fresh", 2), "2026-11-27", 1, null, "");
    const said = events(calendarOf([row("b2", fresh)], "", "http://x"));
    const timed = said.filter((e) => e.DTSTART.includes("T"));
    expect(timed.length).toBeGreaterThan(0);
    expect(timed.every((e) => e.TRIGGER === "-PT5M" && e.ACTION === "DISPLAY")).toBe(true);
    expect(said.map((e) => e.UID)).toEqual(expect.arrayContaining(["b2.unmould@tundish", "b2.cut@tundish"]));
    const kept = followed(
      poured(newPlan("Kept", 2), "2026-10-25", 1, 4, "", { unmoulded: "2026-10-26", cut: "2026-10-27" }),
      "2026-11-27",
      { thumb: 3 },
    );
    expect(events(calendarOf([row("b3", kept)], "", "http://x")).map((e) => [e.UID, e.DTSTART])).toEqual([
      ["b3.ready@tundish", "20261130"],
      ["b3.look@tundish", "20261127"],
    ]);
  });
});

it("the calendar has the days of orders, as whole days", () => {
  const days = [{ id: "order-o1", on: "2026-12-18", words: "Lantern Market: due" }];
  const [order] = events(calendarOf([], "", "http://x", days));
  expect(order).toMatchObject({ UID: "order-o1@tundish", DTSTART: "20261218", DTEND: "20261219" });
  expect(order.SUMMARY).toBe("Lantern Market: due");
});
