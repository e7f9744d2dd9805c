import type { ReactElement } from "react";
import { renderToStaticMarkup } from "react-dom/server";
import { describe, expect, it } from "vitest";
import type { Advice } from "../../src/core/advise/advice";
import type { LiveView } from "../../src/core/advise/live";
import { chancesOf } from "../../src/core/clock/chance";
import { derive } from "../../src/core/derive/derive";
import { summaryOf } from "../../src/core/derive/shelf";
import type { ShelfEntry } from "../../src/core/derive/shelfEntry";
import { applyEdit } from "../../src/core/document/edits/edit";
import { withMould } from "../../src/core/document/moulds";
import { newPlan } from "../../src/core/document/newPlan";
import type { Notice } from "../../src/core/document/notice";
import type { Plan } from "../../src/core/document/schema";
import { compileProgram } from "../../src/core/prepare/compile";
import { BackupTable, RestoreQuestion } from "../../src/views/library/Backups";
import { Says } from "../../src/views/parts/Says";
import { LiveBanner } from "../../src/views/pour/LiveBanner";
import { NextSteps } from "../../src/views/pour/NextSteps";
import type { Pour } from "../../src/views/pour/usePour";
import { AdviceList } from "../../src/views/sheet/clock/AdviceList";
import { ClockTable } from "../../src/views/sheet/clock/ClockTable";
import { PourList } from "../../src/views/sheet/PourList";
import type { PanelProps } from "../../src/views/sheet/panel";
import { newOperation } from "../../src/views/sheet/pours/newOperation";
import { DueNext } from "../../src/views/shelf/DueNext";

/** What a screen shows, as its text with one space between pieces, and its markup. */
function shown(element: ReactElement): { text: string; html: string } {
  const html = renderToStaticMarkup(element);
  const text = html
    .replace(/<[^>]+>/g, " ")
    .replaceAll("&#x27;", "'")
    .replace(/\s+/g, " ")
    .trim();
  return { text, html };
}
const nothing = () => {};
const plan = newPlan("Evening", 1);
const derived = derive(plan);

describe("days that are due", () => {
  const poured = (id: string, title: string, startedAt: string): ShelfEntry => {
    const of: Plan = { ...plan, title, record: { ...plan.record, startedAt, finishedAt: startedAt } };
    const { summary } = summaryOf(of);
    return { ...summary, id, version: 1, updatedAt: startedAt, title, status: "curing" } as ShelfEntry;
  };
  const entries = [poured("b2", "Later", "2026-11-20T10:00:00Z"), poured("b1", "Sooner", "2026-11-10T10:00:00Z")];

  it("stand in the order of their days; what was due is said as days ago and stays until it is answered", () => {
    const { text, html } = shown(
      <DueNext entries={entries} today="2026-11-26" openedMs={Date.parse("2026-11-26T12:00:00Z")} />,
    );
    expect(text).toMatch(/^Due next \d+ days ago/);
    expect(text.indexOf("unmould: Sooner")).toBeLessThan(text.indexOf("unmould: Later"));
    expect(text).toContain("cured: weigh and test a bar: Sooner");
    // Two batches to unmould and two to cut are past; their cures are still to come.
    expect(html.match(/<button/g)).toHaveLength(4);
  });

  it("of the future offer no answer, and none at all says what to do", () => {
    const { html } = shown(
      <DueNext entries={entries} today="2026-11-01" openedMs={Date.parse("2026-11-01T12:00:00Z")} />,
    );
    expect(html).not.toContain("<button");
    expect(
      shown(<DueNext entries={[]} today="2026-11-26" openedMs={Date.parse("2026-11-26T12:00:00Z")} />).text,
    ).toContain("Set the day of the pour");
  });
});

describe("pour mode as minutes go by", () => {
  const pourAt = (nowS: number) => ({ derived, currentIndex: 0, nowS }) as Pour;
  const turn = {
    stepId: "o1",
    rescue: "wider-tool" as const,
    words: "take a wider tool",
    latestS: 300,
    portionId: "p1",
  };

  it("names the next two steps, and a turn-back until its moment is past", () => {
    const titles = derived.timeline!.steps.slice(1, 3).map((s) => derived.instructions.get(s.id)!.title);
    const before = shown(<NextSteps pour={pourAt(200)} turnBacks={[turn]} />).text;
    for (const title of titles) expect(before).toContain(title);
    expect(before).toContain("Turn back by 5:00: take a wider tool");
    const after = shown(<NextSteps pour={pourAt(301)} turnBacks={[turn]} />).text;
    expect(after).not.toContain("5:00");
    expect(after).toMatch(/tightest .*(to spare|no window is near its end|by then)/);
  });

  const live = (options: LiveView["options"]): LiveView => ({
    question: null,
    says: { head: "Ink runs 2 x", way: null, until: null, back: { words: "spoon it in", atS: 300 } },
    sentence: null,
    chance: 0.4,
    options,
  });

  it("the head of it says a fallback's last minute, then that it is now; the key that shows the other ways is always there", () => {
    const at = (nowS: number) => shown(<LiveBanner live={live([])} nowS={nowS} onChange={nothing} />);
    expect(at(200).text).toContain("Ink runs 2 x: spoon it in by 5:00.");
    expect(at(400).text).toContain("Ink runs 2 x: spoon it in now.");
    expect(at(200).html).toContain('role="status"');
    expect(at(200).html).toContain("<button");
    const other = {
      words: "pour Ink now",
      edit: { kind: "all", edits: [] },
      chance: 0.8,
    } as LiveView["options"][number];
    expect(shown(<LiveBanner live={live([other])} nowS={200} onChange={nothing} />).text).toContain("Other ways");
    expect(shown(<LiveBanner live={null} nowS={0} onChange={nothing} />).text).toBe("");
  });
});

describe("the clock's lists", () => {
  const advice: Advice[] = [
    {
      id: "best",
      words: "the best plan with these scents and colours",
      parts: ["pour all of Ink first", "stop blending at emulsion"],
      cost: "nothing but the order of the work",
      edit: { kind: "all", edits: [] },
      chance: 0.99,
      gain: 0.11,
      minutes: null,
    },
    {
      id: "x",
      words: "lye at 30 % instead of 33 %",
      parts: ["lye at 30 %"],
      cost: "slower unmoulding",
      edit: { kind: "all", edits: [] },
      chance: 0.88,
      gain: 0,
      minutes: 2.04,
    },
  ];
  const list = (disabled: boolean) =>
    shown(
      <AdviceList
        {...{ plan, timeline: derived.timeline!, disabled, onApply: nothing }}
        clock={{ advice, progress: null, turnBacks: [] }}
      />,
    );

  it("advice says the chance that it leads to, its parts in order, and what a single change costs", () => {
    const { text, html } = list(false);
    expect(text).toMatch(
      /to 99 % .*costs: nothing but the order of the work pour all of Ink first stop blending at emulsion do it/,
    );
    expect(text).toMatch(/same \+2\.0 min Lye at 30 % instead of 33 % ; costs: slower unmoulding/);
    expect(html.match(/<ol/g)).toHaveLength(1);
    expect(list(true).html).not.toContain("<button");
  });

  it("the table has a row for every step: when it begins, and between which times that is likely", () => {
    const kept: Plan = { ...plan, portions: plan.portions.map((p) => ({ ...p, keptBackPct: 20 })) };
    const topped: Plan = { ...kept, operations: [...kept.operations, newOperation(kept, "topLine")] };
    const own = derive(topped);
    const chances = chancesOf(compileProgram(topped, own.masses!), { seed: 1, draws: 100 })!;
    const { text, html } = shown(
      <ClockTable plan={topped} timeline={own.timeline!} chances={chances} selected={null} onSelect={nothing} />,
    );
    expect(html.match(/<tr/g)).toHaveLength(own.timeline!.steps.length + 1);
    expect(text).toMatch(/top line.* \d+:\d\d \d+:\d\d – \d+:\d\d/);
    // Peaks need thick batter: what stands for them is said by its minute.
    const peaked: Plan = { ...kept, operations: [...kept.operations, newOperation(kept, "peaks")] };
    const later = derive(peaked);
    const step = later.timeline!.steps.find((s) => s.id === peaked.operations.at(-1)!.id)!;
    const its = chancesOf(compileProgram(peaked, later.masses!), { seed: 1, draws: 100 })!;
    const { low, high } = its.steps.find((s) => s.stepId === step.id)!.startS;
    const table = shown(
      <ClockTable plan={peaked} timeline={later.timeline!} chances={its} selected={null} onSelect={nothing} />,
    ).text;
    const minutes = [step.startS, low, high].map((s) => Math.round(s / 60));
    expect(step.waitS).toBeGreaterThan(60);
    expect(table).toContain(`stands at about minute ${minutes[0]} (${minutes[1]} to ${minutes[2]})`);
    expect(minutes[1]).toBeLessThan(minutes[2]);
  });
});

describe("notices beside their cause", () => {
  const notice = (level: Notice["level"], fix?: Notice["fix"]): Notice =>
    ({ level, field: "moulds.m1", message: "Lanes and plates do not agree.", fix }) as Notice;
  const fix = { words: "take the lanes of the mould", edit: { kind: "all" as const, edits: [] } };
  const says = (n: Notice, onFix?: () => void) =>
    shown(<Says notices={[n]} fields={(f) => f.startsWith("moulds.")} onFix={onFix} />);

  it("say by a word what they are, not by colour alone, and are mended by one press where that is known", () => {
    expect(says(notice("block")).text).toBe("Stop: Lanes and plates do not agree.");
    expect(says(notice("ask")).text).toMatch(/^Check:/);
    expect(says(notice("ask", fix), nothing).html).toMatch(/<button[^>]*>Take the lanes of the mould<\/button>/);
    expect(says(notice("ask", fix)).html).not.toContain("<button");
    expect(shown(<Says notices={[notice("ask")]} fields={() => false} />).html).toBe("");
  });
});

describe("the pours of a batch in two loaves", () => {
  const two = applyEdit(plan, withMould(plan, { ...plan.moulds[0], id: "m2", name: "Tall and narrow" }));
  const rows = (of: Plan) =>
    shown(
      <PourList
        batch={{ plan: of } as PanelProps["batch"]}
        derived={derive(of)}
        disabled={false}
        done={new Set(of === plan ? [] : [of.operations[0].id])}
        selected={null}
        onSelect={nothing}
      />,
    );

  it("each name their loaf, for the eye and for a reader of the screen", () => {
    if (!two.ok) throw new Error(two.reason);
    const { text, html } = rows(two.document);
    expect(text.match(/Tall and narrow/g)).toHaveLength(6);
    expect(html).toContain('aria-label="Pour 2, Moon into Tall and narrow"');
    expect(html).toMatch(/aria-label="Pour 1, [^"]+, done"/);
  });

  it("of one loaf say nothing of it", () => {
    const { text, html } = rows(plan);
    expect(text).not.toContain("Loaf");
    expect(html).toContain('aria-label="Pour 1, Moon"');
  });
});

describe("backups", () => {
  const backup = {
    name: "tundish-2026-11-25-daily.zip",
    cause: "daily" as const,
    day: "2026-11-25",
    bytes: 93_400,
    madeAt: "2026-11-25T09:30:00",
  };

  it("are listed with when, why and how large, each to download or to restore", () => {
    const list = {
      directory: "/d",
      bytes: 93_400,
      backups: [backup, { ...backup, name: "b", cause: "asked" as const, bytes: 2_340_000 }],
    };
    const { text, html } = shown(<BackupTable list={list} isBusy={false} onRestore={nothing} />);
    expect(text).toContain("25 Nov 2026, 09:30 by itself 93 kB");
    expect(text).toContain("asked for 2.3 MB");
    expect(html).toContain('href="/api/backups/tundish-2026-11-25-daily.zip"');
    expect(html).toContain('aria-label="Restore the backup of 25 Nov 2026, 09:30"');
    expect(shown(<BackupTable list={{ ...list, backups: [] }} isBusy={false} onRestore={nothing} />).text).toMatch(
      /None yet/,
    );
  });

  it("a restore says first what comes, changes, goes and stays, and that it can be taken back", () => {
    const same = { added: 0, changed: 0, removed: 0, same: 129 };
    const changes = {
      madeAt: "2026-11-25T09:30:00",
      batches: { added: 2, changed: 1, removed: 1, same: 5 },
      library: same,
      lessons: { before: 1, after: 1 },
      settings: true,
      stock: false,
      orders: true,
      titles: [
        { title: "Comet", what: "removed" as const },
        { title: "Dust", what: "changed" as const },
      ],
    };
    const { text } = shown(
      <RestoreQuestion
        chosen={{ name: "x.zip", source: { from: "x.zip" }, changes }}
        onStay={nothing}
        onGo={nothing}
      />,
    );
    expect(text).toContain("2 come back or are new, 1 become as they were then, 1 go away; 5 stay as they are");
    expect(text).toContain("all 129 rows stay as they are");
    expect(text).toContain("Comet goes away; Dust changes");
    expect(text).toContain("backed up first");
  });
});
