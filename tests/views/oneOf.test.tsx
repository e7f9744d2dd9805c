import { fireEvent, render, screen } from "@testing-library/react";
import { expect, it, vi } from "vitest";
import { OneOf } from "../../src/views/parts/OneOf";

it("one of several stands pressed, for the eye and for who hears the page; a press says which", () => {
  const onChoose = vi.fn();
  const options = [
    { value: 0, label: "none" },
    { value: 2, label: "two" },
  ];
  const { rerender } = render(<OneOf options={options} value={0} className="button" onChoose={onChoose} />);
  const pressed = () => screen.getAllByRole("button").map((b) => [b.textContent, b.getAttribute("aria-pressed")]);
  expect(pressed()).toEqual([
    ["none", "true"],
    ["two", "false"],
  ]);
  expect(screen.getByRole("button", { name: "none" }).className).toBe("button button-main");
  expect(screen.getByRole("button", { name: "two" }).className).toBe("button");
  fireEvent.click(screen.getByRole("button", { name: "two" }));
  fireEvent.click(screen.getByRole("button", { name: "none" }));
  expect(onChoose.mock.calls).toEqual([[2], [0]]);
  rerender(<OneOf options={options} value={null} className="button" onChoose={onChoose} />);
  expect(pressed().map(([, is]) => is)).toEqual(["false", "false"]);
});
