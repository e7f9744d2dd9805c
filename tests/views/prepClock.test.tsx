import { act, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, beforeEach, expect, it, vi } from "vitest";
import { derive } from "../../src/core/derive/derive";
import { newPlan } from "../../src/core/document/newPlan";
import { PrepClock } from "../../src/views/pour/PrepClock";

const plan = newPlan("Evening", 1);
const { meetings } = derive(plan).timeline!;
const NOON = new Date(2026, 10, 27, 12, 0).getTime();
beforeEach(() => {
  localStorage.clear();
  vi.useFakeTimers();
  vi.setSystemTime(NOON);
});
afterEach(() => vi.useRealTimers());
const shown = () => render(<PrepClock id="b1" plan={plan} meetings={meetings} openedMs={NOON} />);

it("a wanted hour gives the hours of what comes before; each turns due at its time, stays until ticked, and a reload knows it", () => {
  const { unmount } = shown();
  expect(screen.queryByRole("list")).toBeNull();
  fireEvent.change(screen.getByLabelText(/I want to pour at/), { target: { value: "18:00" } });
  const lines = () => screen.getAllByRole("listitem").map((l) => l.textContent ?? "");
  expect(lines().some((l) => /Mix the lye/.test(l))).toBe(true);
  expect(lines().at(-1)).toMatch(/17:50 Read lye and oils/);
  expect(lines().some((l) => l.includes("due"))).toBe(false);
  vi.setSystemTime(new Date(2026, 10, 27, 17, 40).getTime());
  act(() => void vi.advanceTimersByTime(11_000));
  expect(lines()[0]).toContain("due since");
  expect(screen.getByRole("status").textContent).toMatch(/should have begun \d+ min ago/);
  fireEvent.click(screen.getAllByRole("checkbox")[0]);
  expect(lines()[0]).not.toContain("due");
  unmount();
  shown();
  expect(screen.getAllByRole<HTMLInputElement>("checkbox")[0].checked).toBe(true);
});
