import { render, screen } from "@testing-library/react";
import { expect, it, vi } from "vitest";
import { BenchProvider, useBench, useOilFinder, useOnHand } from "../../src/views/parts/bench";
import { EMPTY_BENCH } from "../support/bench";

const { settings } = EMPTY_BENCH;
const Tools = () => <p>{useBench("tools").tools.length} tools</p>;
const Olive = () => <p>{useOilFinder({ oilRows: [] })("olive")?.name}</p>;
const Left = () => <p>{String(useOnHand()("oils", "olive"))}</p>;

it("a view is given what its page brought of the libraries", () => {
  render(
    <BenchProvider bench={{ settings, tools: [], oils: [], stock: [] }}>
      <Tools />
      <Olive />
      <Left />
    </BenchProvider>,
  );
  expect(document.body.textContent).toBe("0 toolsOlive oil, virginnull");
});

it("a view that needs more than its page brings is not drawn as if there were none", () => {
  vi.spyOn(console, "error").mockReturnValue(undefined);
  for (const view of [<Tools key="t" />, <Olive key="o" />, <Left key="l" />])
    expect(() => render(<BenchProvider bench={{ settings }}>{view}</BenchProvider>)).toThrow(
      /a view needs \w+, which its page does not bring/,
    );
  expect(() => render(<Tools />)).toThrow(/a view needs tools/);
  expect(screen.queryByText(/tools/)).toBeNull();
});
