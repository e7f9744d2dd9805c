import { act } from "@testing-library/react";
import type { ReactElement } from "react";
import { hydrateRoot, type Root } from "react-dom/client";
import { renderToString } from "react-dom/server";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { summaryOf } from "../../src/core/derive/shelf";
import { newPlan } from "../../src/core/document/newPlan";
import type { Plan } from "../../src/core/document/schema";
import { OILS } from "../../src/core/formula/oils";
import { blankDocument } from "../../src/core/library/blank";
import { LIBRARY_KINDS } from "../../src/core/library/names";
import { DEFAULT_SETTINGS } from "../../src/core/practice/practiceSchema";
import Pair from "../../src/views/access/Pair";
import Book from "../../src/views/book/Book";
import Designs from "../../src/views/chooser/Designs";
import NewBatch from "../../src/views/chooser/NewBatch";
import Gallery from "../../src/views/gallery/Gallery";
import Library from "../../src/views/library/Library";
import Practice from "../../src/views/library/Practice";
import PourMode from "../../src/views/pour/PourMode";
import Sheet from "../../src/views/sheet/Sheet";
import Shelf from "../../src/views/shelf/Shelf";
import Studio from "../../src/views/studio/Studio";
import WeighUp from "../../src/views/weigh/WeighUp";
import { EMPTY_BENCH } from "../support/bench";

const stamp = { version: 3, updatedAt: "2026-11-24T10:00:00Z" };
const bench = {
  ...EMPTY_BENCH,
  oils: OILS.map((document) => ({ id: document.id, ...stamp, isArchived: false, document })),
};
const plan: Plan = { ...newPlan("Evening Star", 1), pourOn: "2026-11-28" };
const initial = { id: "b1", ...stamp, document: plan };
const pouring = { ...initial, document: { ...plan, record: { ...plan.record, startedAt: "2026-11-24T10:00:00Z" } } };
const poured = {
  ...initial,
  document: {
    ...plan,
    record: { ...plan.record, startedAt: "2026-11-24T10:00:00Z", finishedAt: "2026-11-24T10:12:00Z" },
  },
};
const openedMs = Date.parse("2026-11-24T10:00:20Z");
const props = { initial, bench, benchText: JSON.stringify(bench) } as never as Parameters<typeof Sheet>[0] &
  Parameters<typeof Book>[0];
const { summary } = summaryOf(plan);
const entry = { ...summary, id: "b1", ...stamp, title: "Evening Star", status: "planned" as const };
const board = { total: 1, entries: [entry] };
const empty = { total: 0, entries: [] };

/** Every page as the server writes it, with a word that it says of its content. */
const PAGES: [string, () => ReactElement, string][] = [
  [
    "shelf",
    () => (
      <Shelf
        pageText={JSON.stringify({ boards: { planned: board, curing: empty, ready: empty }, due: [entry] })}
        today="2026-11-26"
        openedMs={Date.parse("2026-11-26T12:00:00Z")}
        settings={DEFAULT_SETTINGS}
      />
    ),
    "Evening Star",
  ],
  ["sheet", () => <Sheet {...props} />, "Cut face at"],
  ["studio", () => <Studio {...props} />, "bar 1"],
  ["weigh-up", () => <WeighUp {...props} />, "Olive oil"],
  ["pour, before it", () => <PourMode {...props} openedMs={openedMs} />, "start the clock"],
  [
    "pour, while it is on",
    () => <PourMode {...props} initial={pouring as never} openedMs={openedMs} />,
    "Pour the lye into the oils",
  ],
  ["book", () => <Book {...props} taught={[]} offsetMin={0} />, "unmould"],
  [
    "book of a poured batch",
    () => <Book {...props} taught={[]} offsetMin={-60} initial={poured as never} />,
    "What happened",
  ],
  [
    "practice",
    () => <Practice stored={{ version: 1, document: DEFAULT_SETTINGS }} look="dark" />,
    "Schools of practice",
  ],
  ["gallery", () => <Gallery />, "drop swirl"],
  ["pairing", () => <Pair />, "Pair"],
  ["new batch", () => <NewBatch bench={bench as never} seed={1} />, "whatever the batter allows"],
  ["other designs", () => <Designs {...props} />, "Change them on the sheet"],
  ...LIBRARY_KINDS.map((kind): [string, () => ReactElement, string] => {
    const item = {
      id: "r1",
      ...stamp,
      isArchived: false,
      document: { ...blankDocument(kind, "r1"), name: "Evening row" },
    };
    return [
      kind,
      () => <Library kind={kind} first={{ total: 1, items: [item as never] }} openItem={null} bench={bench as never} />,
      "Evening row",
    ];
  }),
];

let root: Root | null = null;
beforeEach(() => {
  class Quiet extends EventTarget {
    close() {}
    postMessage() {}
    terminate() {}
  }
  vi.stubGlobal("EventSource", Quiet);
  vi.stubGlobal("Worker", Quiet);
  vi.stubGlobal("fetch", () => new Promise(() => {}));
});
afterEach(() => {
  act(() => root?.unmount());
  document.body.replaceChildren();
  vi.unstubAllGlobals();
});

const written = (element: ReactElement) => {
  const box = document.createElement("div");
  box.innerHTML = renderToString(element);
  document.body.append(box);
  return box;
};
const usable = (box: HTMLElement) =>
  [...box.querySelectorAll("button, input, select, textarea")].filter((e) => !e.matches(":disabled"));

describe("a page that the server wrote", () => {
  it.each(PAGES)("%s: says what it holds, and takes nothing before it is alive", (_, element, word) => {
    const box = written(element());
    expect(box.textContent).toContain(word);
    expect(usable(box)).toEqual([]);
  });

  it.each(PAGES)("%s: comes alive as it was written, and then takes what is typed", async (_, make) => {
    const element = make();
    const box = written(element);
    const before = box.textContent;
    const mended: unknown[] = [];
    await act(async () => {
      root = hydrateRoot(box, element, { onRecoverableError: (error) => mended.push(error) });
    });
    expect(mended).toEqual([]);
    expect(usable(box).length).toBeGreaterThan(0);
    expect(document.documentElement.dataset.alive).toBe("");
    expect(before).not.toBe("");
  });

  it("whose content the server leaves to the browser says so, and shows it once it is alive", async () => {
    const element = <Sheet {...props} instead="Laying out the batch…" />;
    const box = written(element);
    expect(box.textContent).toBe("Laying out the batch…");
    await act(async () => {
      root = hydrateRoot(box, element);
    });
    expect(box.textContent).toContain("Cut face at");
  });
});
