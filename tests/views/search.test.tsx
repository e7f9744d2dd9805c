import { fireEvent, render, screen, waitFor, within } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { LineEntry } from "../../src/core/derive/line";
import type { FoundBatch } from "../../src/core/derive/searched";
import { foundIn, queryWords, searchedOf, usedBy } from "../../src/core/derive/searched";
import { summaryOf } from "../../src/core/derive/shelf";
import { newPlan } from "../../src/core/document/newPlan";
import { DEFAULT_SETTINGS } from "../../src/core/practice/practiceSchema";
import { demoBatches } from "../../src/data/demo/studio";
import Line from "../../src/views/book/Line";
import { UsedIn } from "../../src/views/library/UsedIn";
import Search, { type Asked } from "../../src/views/search/Search";
import { EMPTY_BENCH } from "../support/bench";

vi.stubGlobal(
  "Worker",
  class extends EventTarget {
    postMessage() {}
    terminate() {}
  },
);
const EVIDENCE = {
  poured: 4,
  rating: { mean: 3.5, of: 2 },
  lines: [{ words: "riced: small lumps, at the pour", seen: 1, of: 4 }],
};
const ROWS = { scents: [{ id: "s-fir", name: "Fir Smoke" }], colourants: [{ id: "c-ink", name: "Deep ink" }] };
const ASKED: Asked = { search: "", family: "", phase: "", rating: "", uses: "", usesName: "" };
const entry = (id: string, title: string, rating: number | null): LineEntry["entry"] => ({
  ...{ ...summaryOf(newPlan(title, 1)).summary, id, version: 1, updatedAt: "", title, status: "ready" as const },
  rating,
});
const found = (id: string, title: string, at: FoundBatch["at"] = null): FoundBatch => ({
  ...{ entry: entry(id, title, 4), family: "drop", pouredOn: "2026-10-25", at },
});
const asked: string[] = [];
const answerWith = (list: FoundBatch[], total = list.length) =>
  vi.stubGlobal("fetch", async (path: string) => {
    if (path.endsWith("/evidence")) return new Response(JSON.stringify(EVIDENCE), { status: 200 });
    asked.push(path);
    return new Response(JSON.stringify({ total, found: list }), { status: 200 });
  });
afterEach(() => asked.splice(0));

describe("the search", () => {
  it("shows what it opens with, asks again for every word and filter, and says so where nothing has it", async () => {
    answerWith([]);
    const first = {
      total: 2,
      found: [found("a", "Halo"), found("b", "Aurora", { place: "words", text: "calm waves" })],
    };
    render(<Search first={first} asked={ASKED} settings={DEFAULT_SETTINGS} rows={ROWS} />);
    const rows = within(screen.getByRole("list", { name: "What was found" })).getAllByRole("listitem");
    expect(rows.map((r) => r.textContent)).toEqual([
      expect.stringMatching(/^Halo.*poured 25 Oct 2026/),
      expect.stringMatching(/^Aurora.*written: calm waves$/),
    ]);
    expect(within(rows[0]).getByRole("img", { name: "rated 4 of 5" })).toBeTruthy();
    expect(asked).toEqual([]);
    fireEvent.change(screen.getByLabelText("Words to look for"), { target: { value: "ash & ink" } });
    fireEvent.change(screen.getByLabelText("Rating"), { target: { value: "4" } });
    await waitFor(() => expect(screen.getByRole("status").textContent).toMatch(/^Nothing in the book has all of that/));
    expect(asked).toEqual(["/api/search?search=ash+%26+ink&rating=4"]);
    expect(location.search).toBe("?search=ash+%26+ink&rating=4");
  });

  it("fetches more at the end, and says which row of a library it is held to", async () => {
    answerWith([found("c", "Third")], 3);
    render(
      <Search
        first={{ total: 3, found: [found("a", "First"), found("b", "Second")] }}
        asked={{ ...ASKED, uses: "moulds:m-loaf", usesName: "Long loaf" }}
        settings={DEFAULT_SETTINGS}
        rows={ROWS}
      />,
    );
    expect(screen.getByText("Long loaf")).toBeTruthy();
    fireEvent.click(screen.getByRole("button", { name: "Show 1 more" }));
    await waitFor(() => expect(screen.getAllByRole("listitem")).toHaveLength(3));
    expect(asked).toEqual(["/api/search?uses=moulds%3Am-loaf&offset=2"]);
    fireEvent.change(screen.getByLabelText("Scent or colour in it"), { target: { value: "colourants:c-ink" } });
    await waitFor(() => expect(asked.at(-1)).toBe("/api/search?uses=colourants%3Ac-ink"));
    expect(screen.queryByText("Long loaf")).toBeNull();
  });

  it("every row of a library says where it is used", async () => {
    answerWith([found("a", "Halo")], 9);
    render(<UsedIn kind="scents" id="s1" />);
    await waitFor(() => expect(screen.getByRole("heading").textContent).toBe("Used in 9 batches"));
    expect((await screen.findByTestId("own-batches")).textContent).toBe(
      "4 own batches poured with it, rated 3.5 in the mean. Noted: riced: small lumps, at the pour in 1 of 4.",
    );
    expect(screen.getByRole("link", { name: "all 9" }).getAttribute("href")).toBe("/search?uses=scents%3As1");
    expect(screen.getByRole("link", { name: "Halo" }).getAttribute("href")).toBe("/batches/a/book");
  });
});

describe("words of a batch", () => {
  const plan = demoBatches("2026-11-27")[0].plan;
  it("stand where they are, and are shown with what is around them", () => {
    const searched = searchedOf({ ...plan, notes: `${"so ".repeat(80)}gloaming ${"and ".repeat(80)}` });
    expect(searched.things).toEqual(
      expect.arrayContaining(["Ink", "Clove & Amber", "drop swirl", "Olive oil, virgin"]),
    );
    const at = foundIn(searched, queryWords("Gloam"))!;
    expect(at.place).toBe("words");
    expect(at.text).toMatch(/^….*gloaming.*…$/);
    expect(foundIn(searched, queryWords("live"))).toBeNull();
    expect(queryWords(" Ink, & 'Brass-5' ")).toEqual(["ink", "brass", "5"]);
  });

  it("name the rows of the libraries once each", () => {
    const uses = usedBy(plan);
    expect(new Set(uses).size).toBe(uses.length);
    expect(uses).toEqual(expect.arrayContaining(["scents:s-clove", "colourants:c-ink", "oils:olive", "tools:t-bowl"]));
  });
});

it("a line stands batch beside batch: what changed, the verdict, the chance, the cut, what is to be otherwise", async () => {
  const line: LineEntry[] = [
    {
      ...{ entry: entry("a", "Halo", 2), pouredOn: "2026-05-17", plannedOn: null, changed: null, verdict: "Mud." },
      nextTimes: [{ id: "n1", words: "less Ink", state: "taken" }],
      cut: { bars: 9, asPredicted: 6, findings: ["air in 1"] },
      photos: [{ hash: "a".repeat(64), bar: 4 }],
    },
    {
      ...{ entry: entry("b", "Halo", null), pouredOn: null, plannedOn: "2026-11-29", verdict: "", cut: null },
      photos: [],
      ...{ changed: ["Ink 22 % → 15 %"], nextTimes: [] },
    },
  ];
  const initial = { id: "b", version: 1, updatedAt: "2026-11-24T10:00:00Z", document: newPlan("Halo", 1) };
  vi.stubGlobal("EventSource", class extends EventTarget {});
  const answers: Record<string, unknown> = { "/api/batches/a/kept": { stated: 0.62, met: 14, of: 16 } };
  vi.stubGlobal("fetch", async (url: string) =>
    Response.json(answers[url] ?? {}, { status: answers[url] ? 200 : 404 }),
  );
  render(<Line initial={initial} bench={EMPTY_BENCH} line={line} />);
  const rows = screen.getAllByRole("row").map((r) => r.textContent);
  expect(rows[0]).toMatch(/Firstpoured 17 May 2026.*Secondto pour 29 Nov 2026/);
  expect(rows[1]).toBe("changedthe beginningInk 22 % → 15 %");
  expect(rows[2]).toMatch(/^verdict●●●●●“Mud.”not poured yet$/);
  expect(screen.getByAltText("Bar 4 as it was cut, Halo")).toBeDefined();
  expect(rows[5]).toBe("at the cut6 of 9 as predicted; air in 1");
  expect(rows[6]).toBe("next timetakenless Ink");
  // Of one batch there is no chart; what it says stands in its row.
  expect(await screen.findByText("stated 62 %, 14 of 16 steps kept their window")).toBeTruthy();
  expect(screen.queryByRole("region", { name: "Chance stated and kept" })).toBeNull();
  vi.unstubAllGlobals();
});
