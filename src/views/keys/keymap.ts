/** One thing that keys do: the combinations ("space", "ctrl+shift+z", "1-9"), and what for, in words. */
export interface KeyUse {
  keys: readonly string[];
  words: string;
  /** Where it works, if not on the whole screen: "on the clock". */
  at?: string;
}
export type Keymap<Id extends string = string> = Readonly<Record<Id, KeyUse>>;

/** What of a keyboard event decides; both React's and the browser's have it. */
export interface Pressed {
  key: string;
  ctrlKey: boolean;
  metaKey: boolean;
  altKey: boolean;
  shiftKey: boolean;
}

const NAMED: Readonly<Record<string, string>> = {
  space: " ",
  esc: "escape",
  enter: "enter",
  left: "arrowleft",
  right: "arrowright",
  up: "arrowup",
  down: "arrowdown",
  plus: "+",
  minus: "-",
};
const SPOKEN: Readonly<Record<string, string>> = {
  space: "space",
  left: "←",
  right: "→",
  up: "↑",
  down: "↓",
  plus: "+",
  minus: "−",
  pageup: "page up",
  pagedown: "page down",
  ctrl: "Ctrl",
  alt: "Alt",
  shift: "Shift",
};

interface Combination {
  key: string;
  /** First and last of a range of digits. */
  range: readonly [number, number] | null;
  ctrl: boolean;
  alt: boolean;
  shift: boolean;
}

function read(keys: string): Combination {
  const parts = keys.split("+");
  const last = parts[parts.length - 1];
  const range = /^(\d)-(\d)$/.exec(last);
  return {
    key: NAMED[last] ?? last,
    range: range ? [Number(range[1]), Number(range[2])] : null,
    ctrl: parts.includes("ctrl"),
    alt: parts.includes("alt"),
    shift: parts.includes("shift"),
  };
}

/** A sign such as "?" or "+" is typed with Shift on many keyboards: for it Shift does not count. */
const needsNoShift = (key: string) => key.length === 1 && key.toLowerCase() === key.toUpperCase() && key !== " ";

/** Whether a press is one of the combinations; Ctrl may be the command key. */
export function isPressed(use: KeyUse, e: Pressed): boolean {
  const pressed = e.key.toLowerCase();
  return use.keys.some((keys) => {
    const { key, range, ctrl, alt, shift } = read(keys);
    if (ctrl !== (e.ctrlKey || e.metaKey) || alt !== e.altKey) return false;
    if (range) return /^\d$/.test(pressed) && Number(pressed) >= range[0] && Number(pressed) <= range[1];
    return pressed === key && (needsNoShift(key) || shift === e.shiftKey);
  });
}

/** What a press means in a table; null where nothing. The first that fits wins. */
export function meaningOf<Id extends string>(keymap: Keymap<Id>, e: Pressed): Id | null {
  return (Object.keys(keymap) as Id[]).find((id) => isPressed(keymap[id], e)) ?? null;
}

/** A combination as people read it: "Ctrl Shift Z", "↑". */
export const keyWords = (keys: string): string =>
  keys
    .split("+")
    .map((part) => SPOKEN[part] ?? (part.length === 1 ? part.toUpperCase() : part))
    .join(" ");

const ARIA: Readonly<Record<string, string>> = { ctrl: "Control", alt: "Alt", shift: "Shift", space: "Space" };
/** Combinations as `aria-keyshortcuts` wants them. */
export const ariaKeys = ({ keys }: KeyUse): string =>
  keys
    .map((k) =>
      k
        .split("+")
        .map((part) => ARIA[part] ?? part.toUpperCase())
        .join("+"),
    )
    .join(" ");
