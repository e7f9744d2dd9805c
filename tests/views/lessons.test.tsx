import { render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { KeptLesson } from "../../src/core/clock/knowledge";
import { newPlan } from "../../src/core/document/newPlan";
import { addUp } from "../../src/core/library/addUp";
import type { LibraryItem } from "../../src/core/library/kinds";
import { SCENTS } from "../../src/data/demo/library";
import { poured } from "../../src/data/demo/parts";
import { Lessons } from "../../src/views/book/Lessons";
import { ScentLessons } from "../../src/views/library/editors/ScentLessons";
import { KnownHand } from "../../src/views/library/KnownHand";
import { BenchProvider } from "../../src/views/parts/bench";
import { EMPTY_BENCH } from "../support/bench";
import { HeldBatch } from "../support/heldBatch";

const FIR = SCENTS["s-fir"];
const lesson = (batchId: string, unknown: string, factor: number, isLeftOut = false): KeptLesson => ({
  ...{ batchId, title: `Batch ${batchId}`, unknown, isLeftOut },
  ...{ mean: Math.log(factor), precision: 20 },
});
let stored: KeptLesson[];
const fails = new Set<string>();

beforeEach(() => {
  fails.clear();
  vi.stubGlobal("fetch", async (path: string, init?: { method?: string; body?: string }) => {
    const method = init?.method ?? "GET";
    if (fails.has(method)) return Response.json({ title: "Not now", detail: "The studio is away." }, { status: 503 });
    const unknown = decodeURIComponent(path.split("/").at(-1)!);
    if (path === "/api/knowledge/told") return Response.json(addUp(stored));
    if (path.startsWith("/api/knowledge/") && method === "DELETE") {
      stored = stored.filter((l) => l.unknown !== unknown);
      return new Response(null, { status: 204 });
    }
    if (path.startsWith("/api/knowledge/")) return Response.json(stored.filter((l) => l.unknown === unknown));
    const own = path.split("/")[3];
    const change = init?.body ? JSON.parse(init.body) : {};
    stored = stored.map((l) => (l.batchId === own ? { ...l, ...change } : l));
    return Response.json(stored.filter((l) => l.batchId === own));
  });
});
afterEach(() => vi.unstubAllGlobals());

const item = { id: "s-fir", version: 1, updatedAt: "", isArchived: false, document: FIR } as LibraryItem<"scents">;
const bench = () => ({ ...EMPTY_BENCH, scents: [item], told: addUp(stored) });

describe("what own batches say of a scent", () => {
  const shown = () =>
    render(
      <BenchProvider bench={bench()}>
        <ScentLessons id="s-fir" scent={FIR} />
      </BenchProvider>,
    );

  it("counts those that count, names the newest first, and the rest by their number", async () => {
    stored = Array.from({ length: 15 }, (_, i) => lesson(`b${i}`, "F:s-fir", 3, i === 14));
    shown();
    await screen.findByText("Batch b14");
    expect(screen.getByText(/your 14 batches say/)).toBeTruthy();
    const rows = screen.getAllByRole("listitem").map((li) => li.textContent);
    expect(rows).toHaveLength(13);
    expect(rows[0]).toBe("Batch b14: 3.0 × (left out)");
    expect(rows.at(-1)).toBe("and 3 older batches");
  });

  it("says where all are left out, and where none has said anything", async () => {
    stored = [lesson("b1", "F:s-fir", 3, true)];
    const { unmount } = shown();
    expect(screen.getByText(/No own batch has taught/)).toBeTruthy();
    await screen.findByText("All own batches with it are left out.");
    unmount();
    stored = [];
    shown();
    expect(await screen.findByText(/No own batch has taught/)).toBeTruthy();
  });

  it("is forgotten by one press, of its rate and of its jump; where that fails it says so", async () => {
    const user = userEvent.setup();
    stored = [lesson("b1", "F:s-fir", 3), lesson("b1", "J:s-fir", 0.4), lesson("b1", "pace", 1.2)];
    shown();
    fails.add("DELETE");
    await user.click(await screen.findByRole("button", { name: /forget/ }));
    expect(await screen.findByRole("alert")).toBeTruthy();
    fails.clear();
    await user.click(screen.getByRole("button", { name: /forget/ }));
    await screen.findByText("Forgotten: only the reports count now.");
    expect(stored.map((l) => l.unknown)).toEqual(["pace"]);
  });
});

describe("what a batch taught", () => {
  it("stands beside what all batches say, which follows when it is left out", async () => {
    const user = userEvent.setup();
    stored = [lesson("own", "F:s-fir", 4), lesson("other", "F:s-fir", 2), lesson("own", "A:clay", 1.2)];
    const plan = poured(newPlan("Own", 1), "2026-10-01", 1, 4, "good");
    render(
      <BenchProvider bench={bench()}>
        <HeldBatch first={plan}>
          {(batch) => <Lessons id="own" batch={batch} taught={stored.filter((l) => l.batchId === "own")} />}
        </HeldBatch>
      </BenchProvider>,
    );
    const said = () => screen.getAllByRole("listitem").map((li) => li.textContent);
    expect(said()[0]).toMatch(/this batch says 4\.0 ×.*all your batches say/);
    expect(said()[1]).toMatch(/clay: 1\.20 × what the table says; together 1\.\d\d ×/);
    const [before] = said();
    await user.click(screen.getByLabelText("leave this batch out"));
    await waitFor(() => expect(said()[0]).not.toBe(before));
    // The other batch says less.
    const togetherOf = (words: string | null) => Number(/all your batches say ([\d.]+)/.exec(words!)![1]);
    expect(togetherOf(said()[0])).toBeLessThan(togetherOf(before));
    await waitFor(() => expect(said()[1]).not.toContain("together"));
  });
});

describe("what batches have taught of the maker", () => {
  it("stands line by line and is forgotten line by line", async () => {
    const user = userEvent.setup();
    stored = [
      lesson("b1", "firm:", 1.3),
      lesson("b2", "firm:f1", 1.3),
      { ...lesson("b1", "ash:none.once.gel", 1), mean: 1, precision: 1 },
      { ...lesson("b2", "ash:none.once.gel", 1), mean: 0, precision: 1 },
    ];
    render(<KnownHand />);
    expect(await screen.findByText(/hours until the knife: .*from 2 batches/)).toBeTruthy();
    expect(screen.getByText(/ash: on 1 of 2 batches/)).toBeTruthy();
    await user.click(screen.getAllByRole("button", { name: "forget it" })[0]);
    await waitFor(() => expect(screen.queryByText(/hours until the knife/)).toBeNull());
    expect(stored.map((l) => l.unknown)).toEqual(["ash:none.once.gel", "ash:none.once.gel"]);
  });
});
