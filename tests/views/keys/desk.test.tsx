import { fireEvent, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it, vi } from "vitest";
import type { Command } from "../../../src/views/keys/commands";
import { Desk } from "../../../src/views/keys/Desk";
import { CUT_PLAN_KEYS } from "../../../src/views/keys/screens";
import { useKeys } from "../../../src/views/keys/useKeys";

const commands = (run: (id: string) => void): Command[] => [
  { id: "add.tap", words: "add tap", group: "Do", run: () => run("tap") },
  { id: "add.wire", words: "add hanger", group: "Do", run: () => run("hanger") },
  { id: "weigh", words: "Weigh up: Meteor Shower", group: "Go to", run: () => run("weigh") },
];
const open = async (run = vi.fn(), own = commands(run)) => {
  const user = userEvent.setup();
  render(
    <>
      <label>
        notes <input />
      </label>
      <Desk screen="sheet" commands={own} />
    </>,
  );
  return { user, run };
};

describe("commands by name", () => {
  it("open by key, are narrowed by any part of their words, done by Enter, and are then gone", async () => {
    const { user, run } = await open();
    await user.keyboard("{Control>}k{/Control}");
    await screen.findByPlaceholderText("what would you like to do?");
    const all = screen.getAllByRole("option").map((o) => o.textContent);
    expect(all).toEqual(expect.arrayContaining(["add tap", "add hanger", "Weigh up: Meteor Shower"]));
    await user.keyboard("meteor weigh");
    expect(screen.getAllByRole("option").map((o) => o.textContent)).toEqual(["Weigh up: Meteor Shower"]);
    await user.keyboard("{Enter}");
    expect(run.mock.calls).toEqual([["weigh"]]);
    expect(screen.queryByRole("option")).toBeNull();
  });

  it("are gone through by arrow keys, and say so where nothing is called as was typed", async () => {
    const { user, run } = await open();
    await user.click(screen.getByRole("button", { name: "Find a command" }));
    await screen.findByPlaceholderText("what would you like to do?");
    await user.keyboard("add{ArrowDown}{Enter}");
    expect(run.mock.calls).toEqual([["hanger"]]);
    await user.keyboard("{Control>}k{/Control}");
    await screen.findByPlaceholderText("what would you like to do?");
    await user.keyboard("xyzzy");
    expect(screen.getByText("Nothing here is called so.")).toBeTruthy();
  });

  it("lead to the card of the screen as well", async () => {
    const { user } = await open();
    await user.keyboard("{Control>}k{/Control}");
    await screen.findByPlaceholderText("what would you like to do?");
    await user.keyboard("what this screen{Enter}");
    expect(await screen.findByRole("heading", { name: "The batch sheet" })).toBeTruthy();
  });
});

describe("the card of a screen", () => {
  it("opens by its key, names what the screen is for and its keys, and closes", async () => {
    const { user } = await open();
    await user.keyboard("?");
    expect(await screen.findByRole("heading", { name: "The batch sheet" })).toBeTruthy();
    expect(screen.getByText("read 15 s later")).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Close the help" }));
    expect(screen.queryByRole("heading", { name: "The batch sheet" })).toBeNull();
  });

  it("does not open while somebody types a question mark", async () => {
    const { user } = await open();
    await user.type(screen.getByLabelText("notes"), "why?");
    expect(screen.queryByRole("heading")).toBeNull();
    expect(screen.getByLabelText<HTMLInputElement>("notes").value).toBe("why?");
  });
});

function Screen({ onChoose }: { onChoose: (key: string) => void }) {
  useKeys(CUT_PLAN_KEYS, { choose: (e) => onChoose(e.key), marks: (e) => onChoose(e.key) });
  return (
    <>
      <input aria-label="thick" />
      <input type="checkbox" aria-label="box" />
      <button type="button">elsewhere</button>
    </>
  );
}

describe("a field", () => {
  it("keeps what is typed into it; a tick and a button do not", () => {
    const chosen: string[] = [];
    render(<Screen onChoose={(key) => chosen.push(key)} />);
    const typed = (label: string, key: string) => fireEvent.keyDown(screen.getByLabelText(label), { key });
    expect(typed("thick", "2")).toBe(true);
    expect(typed("thick", "m")).toBe(true);
    expect(chosen).toEqual([]);
    expect(typed("box", "3")).toBe(false);
    fireEvent.keyDown(screen.getByText("elsewhere"), { key: "m" });
    expect(chosen).toEqual(["3", "m"]);
  });
});
