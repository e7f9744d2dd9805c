import { render, screen } from "@testing-library/react";
import { expect, it } from "vitest";
import { STARTERS } from "../../src/core/library/starter";
import { DEFAULT_SETTINGS } from "../../src/core/practice/practiceSchema";
import Shelf from "../../src/views/shelf/Shelf";

const none = { total: 0, entries: [] };
const shelf = (planned: object) =>
  render(
    <Shelf
      pageText={JSON.stringify({ boards: { planned, curing: none, ready: none }, due: [] })}
      today="2026-11-29"
      openedMs={0}
      settings={DEFAULT_SETTINGS}
    />,
  );

it("a studio without a batch is told where to begin, with the libraries that offer a starter set", () => {
  shelf(none);
  expect(screen.getByRole("heading", { name: "The first batch" })).toBeTruthy();
  expect(screen.getByRole("link", { name: "Start with a design" }).getAttribute("href")).toBe("/new");
  const offered = Object.entries(STARTERS).flatMap(([kind, rows]) => (rows.length > 0 ? kind : []));
  expect(offered.length).toBeGreaterThan(3);
  const linked = screen
    .getAllByRole("link")
    .map((a) => a.getAttribute("href") ?? "")
    .flatMap((href) => /^\/library\/(\w+)$/.exec(href)?.[1] ?? []);
  // Each is in the way to every place too.
  for (const kind of offered) expect(linked.filter((k) => k === kind)).toHaveLength(2);
});

it("a studio with batches is told nothing of that", () => {
  shelf({ total: 3, entries: [] });
  expect(screen.queryByRole("heading", { name: "The first batch" })).toBeNull();
});
