import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { beforeEach, expect, it } from "vitest";
import { LookChoice } from "../../src/views/library/LookChoice";
import { LOOK_COOKIE, lookOf } from "../../src/views/parts/look";

beforeEach(() => {
  delete document.documentElement.dataset.look;
});

it("the look is the system's until this device is told otherwise; it changes at once and is there on the next page", async () => {
  render(<LookChoice worn="system" />);
  const choice = screen.getByLabelText<HTMLSelectElement>("look on this device");
  expect(choice.value).toBe("system");
  await userEvent.setup().selectOptions(choice, "dark, for the bench");
  expect(document.documentElement.dataset.look).toBe("dark");
  expect(document.cookie).toContain(`${LOOK_COOKIE}=dark`);
  expect(choice.value).toBe("dark");
});

it("a cookie that names no look is the system's", () => {
  expect(lookOf("dark")).toBe("dark");
  for (const said of [undefined, "", "pink", "toString"]) expect(lookOf(said)).toBe("system");
});
