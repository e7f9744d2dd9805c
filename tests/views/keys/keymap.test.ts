import { describe, expect, it } from "vitest";
import { SCREENS, type Screen } from "../../../src/views/keys/cards";
import { commandsOf } from "../../../src/views/keys/commands";
import { ariaKeys, isPressed, type KeyUse, keyWords, meaningOf, type Pressed } from "../../../src/views/keys/keymap";
import { EVERYWHERE, PAD_KEYS, POUR_KEYS, UNDO_KEYS } from "../../../src/views/keys/screens";
import { act } from "../../../src/views/keys/useKeys";

const press = (key: string, held: Partial<Pressed> = {}): Pressed => ({
  key,
  ctrlKey: false,
  metaKey: false,
  altKey: false,
  shiftKey: false,
  ...held,
});
/** The press that a combination of a table stands for. */
function pressOf(keys: string): Pressed {
  const parts = keys.split("+");
  const names: Record<string, string> = {
    space: " ",
    esc: "Escape",
    enter: "Enter",
    left: "ArrowLeft",
    right: "ArrowRight",
    up: "ArrowUp",
    down: "ArrowDown",
    plus: "+",
    minus: "-",
    pageup: "PageUp",
    pagedown: "PageDown",
    "1-9": "1",
    "7-9": "7",
    "1-5": "1",
    "1-4": "1",
    "0-9": "0",
  };
  const last = parts[parts.length - 1];
  return press(names[last] ?? last, {
    ctrlKey: parts.includes("ctrl"),
    altKey: parts.includes("alt"),
    shiftKey: parts.includes("shift"),
  });
}

describe("a table of keys", () => {
  const tables = Object.entries(SCREENS as Record<string, Screen>).flatMap(([screen, { keymaps }]) =>
    [...keymaps, EVERYWHERE].map((keymap) => [screen, keymap] as const),
  );

  it.each(tables)("%s: every combination means its own line of its table and no other", (_, keymap) => {
    for (const [id, use] of Object.entries(keymap) as [string, KeyUse][])
      for (const keys of use.keys) expect(meaningOf(keymap, pressOf(keys)), keys).toBe(id);
  });

  it.each(Object.entries(SCREENS as Record<string, Screen>))(
    "%s: keys of the whole screen and of its parts are not in each other's way",
    (_, { keymaps }) => {
      const wide = [...keymaps, EVERYWHERE].flatMap((k) => Object.values(k) as KeyUse[]).filter((u) => !u.at);
      for (const use of wide)
        for (const other of wide) {
          if (use === other) continue;
          for (const keys of use.keys) expect(isPressed(other, pressOf(keys)), `${keys}: ${other.words}`).toBe(false);
        }
    },
  );

  it("Ctrl and the command key are one; Shift and Alt count", () => {
    expect(meaningOf(UNDO_KEYS, press("z", { ctrlKey: true }))).toBe("undo");
    expect(meaningOf(UNDO_KEYS, press("z", { metaKey: true }))).toBe("undo");
    expect(meaningOf(UNDO_KEYS, press("Z", { ctrlKey: true, shiftKey: true }))).toBe("redo");
    expect(meaningOf(UNDO_KEYS, press("z"))).toBeNull();
    expect(meaningOf(UNDO_KEYS, press("z", { ctrlKey: true, altKey: true }))).toBeNull();
  });

  it("a letter is the same with caps lock on; a browser's own combination is left to it", () => {
    expect(meaningOf(POUR_KEYS, press("T"))).toBe("check");
    expect(meaningOf(POUR_KEYS, press("t", { ctrlKey: true }))).toBeNull();
    expect(meaningOf(POUR_KEYS, press("n", { metaKey: true }))).toBeNull();
  });

  it("a range of digits takes each of them, and no other", () => {
    for (const digit of "123456789") expect(meaningOf(PAD_KEYS, press(digit))).toBe("choice");
    expect(meaningOf(PAD_KEYS, press("0"))).toBeNull();
  });

  it("a sign that needs Shift on this keyboard and not on that one is one sign", () => {
    for (const shiftKey of [true, false]) expect(meaningOf(EVERYWHERE, press("?", { shiftKey }))).toBe("help");
  });
});

describe("what a press does", () => {
  const event = (key: string) => ({ ...press(key), stopped: 0, preventDefault: () => {} });

  it("the act of its meaning, once; without an act, or where the act declines, nothing is taken", () => {
    let checks = 0;
    const acts = { check: () => checks++, note: () => false };
    expect(act(POUR_KEYS, acts, event("t"))).toBe(true);
    expect(checks).toBe(1);
    expect(act(POUR_KEYS, acts, event("n"))).toBe(false);
    expect(act(POUR_KEYS, acts, event("u"))).toBe(false);
    expect(act(POUR_KEYS, acts, event("q"))).toBe(false);
  });

  it("what has an act can be asked for by name, with its key; what has none cannot", () => {
    const commands = commandsOf(UNDO_KEYS, { undo: () => {}, redo: undefined });
    expect(commands.map((c) => [c.id, c.words, c.hint])).toEqual([["undo", "undo", "Ctrl Z"]]);
  });
});

it("keys are said as they stand on a keyboard, and as assistive technology wants them", () => {
  expect(keyWords("ctrl+shift+z")).toBe("Ctrl Shift Z");
  expect(keyWords("alt+left")).toBe("Alt ←");
  expect(keyWords("space")).toBe("space");
  expect(ariaKeys(UNDO_KEYS.redo)).toBe("Control+Shift+Z");
});
