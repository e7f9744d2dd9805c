import { render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { blankDocument } from "../../src/core/library/blank";
import { LIBRARY, type LibraryItem } from "../../src/core/library/kinds";
import { LIBRARY_KINDS } from "../../src/core/library/names";
import { STARTERS } from "../../src/core/library/starter";
import { DEFAULT_SETTINGS } from "../../src/core/practice/practiceSchema";
import Library from "../../src/views/library/Library";

const bench = { settings: DEFAULT_SETTINGS, knowledge: [], library: {}, stock: [] } as never;
const row = (id: string, name: string): LibraryItem<"moulds"> => ({
  id,
  version: 1,
  updatedAt: "2026-11-24T10:00:00Z",
  isArchived: false,
  document: { ...blankDocument("moulds", id), name },
});
const asked: { method: string; url: string }[] = [];

beforeEach(() => {
  asked.length = 0;
  vi.stubGlobal(
    "EventSource",
    class extends EventTarget {
      close() {}
    },
  );
  vi.stubGlobal("fetch", (url: string, init?: { method?: string; body?: string }) => {
    asked.push({ method: init?.method ?? "GET", url });
    const made = init?.method === "POST" ? { ...row("m9", ""), document: JSON.parse(init.body!).document } : null;
    const used = url.startsWith("/api/search") ? { total: 0, found: [] } : null;
    const said = url.endsWith("/evidence") ? { poured: 0, rating: null, lines: [] } : null;
    const body =
      made ?? used ?? said ?? (url.includes("?") ? { total: 1, items: [row("m1", "Loaf")] } : row("m1", "Loaf"));
    return Promise.resolve({ ok: true, status: 200, json: () => Promise.resolve(body) });
  });
});
afterEach(() => vi.unstubAllGlobals());

describe("a library", () => {
  it.each(LIBRARY_KINDS)("%s: empty, it says what it is for, and that a batch does without", (kind) => {
    render(<Library kind={kind} first={{ total: 0, items: [] }} openItem={null} bench={bench} />);
    expect(screen.getByText(LIBRARY[kind].about)).toBeTruthy();
    expect(screen.getByText(/A batch can be planned without any\./)).toBeTruthy();
  });

  it("a new row is opened with its name ready to be typed over, and the row before is left as it was", async () => {
    const user = userEvent.setup();
    const first = { total: 1, items: [row("m1", "Loaf")] };
    render(<Library kind="moulds" first={first} openItem={null} bench={bench} />);
    expect(screen.getByLabelText<HTMLInputElement>("Name of the mould").value).toBe("Loaf");
    await user.click(screen.getByRole("button", { name: /New mould/ }));
    const name = await screen.findByDisplayValue<HTMLInputElement>("New mould");
    await waitFor(() => expect(document.activeElement).toBe(name));
    await user.keyboard("Tray");
    expect(name.value).toBe("Tray");
    expect(asked.filter((a) => a.method === "PUT" && a.url.endsWith("/m1"))).toEqual([]);
  });

  it("empty, it begins with a starter set where one press asks for it; one that is not empty offers none", async () => {
    const user = userEvent.setup();
    const { unmount } = render(<Library kind="moulds" first={{ total: 0, items: [] }} openItem={null} bench={bench} />);
    await user.click(screen.getByRole("button", { name: /starter set of 4/ }));
    const posts = () => asked.filter((a) => a.method === "POST");
    await waitFor(() => expect(posts()).toHaveLength(STARTERS.moulds.length));
    unmount();
    render(<Library kind="moulds" first={{ total: 1, items: [row("m1", "Loaf")] }} openItem={null} bench={bench} />);
    expect(screen.queryByRole("button", { name: /starter set/ })).toBeNull();
  });
});
