import type { Keymap } from "./keymap";

/** Keys that work everywhere. */
export const EVERYWHERE = {
  commands: { keys: ["ctrl+k"], words: "find a command" },
  help: { keys: ["?"], words: "this card" },
} as const satisfies Keymap;

/** Undo and redo of whatever document is open. */
export const UNDO_KEYS = {
  undo: { keys: ["ctrl+z"], words: "undo" },
  redo: { keys: ["ctrl+shift+z"], words: "redo" },
} as const satisfies Keymap;

/** A field with a number. */
export const NUMBER_KEYS = {
  more: { keys: ["up"], words: "a step more", at: "in a number" },
  less: { keys: ["down"], words: "a step less", at: "in a number" },
  dropDraft: { keys: ["esc"], words: "back to the last good number", at: "in a number" },
} as const satisfies Keymap;

export const CUT_KEYS = {
  barOn: { keys: ["pageup"], words: "the next bar", at: "on the cut" },
  barBack: { keys: ["pagedown"], words: "the bar before", at: "on the cut" },
} as const satisfies Keymap;
/** The browser's own keys of a slider, for the card. */
export const CUT_MOVES = {
  moveCut: { keys: ["left", "right"], words: "move the cut by 1 mm", at: "on the cut" },
} as const satisfies Keymap;

export const CLOCK_KEYS = {
  later: { keys: ["right"], words: "read 15 s later", at: "on the clock" },
  sooner: { keys: ["left"], words: "read 15 s sooner", at: "on the clock" },
  begin: { keys: ["home"], words: "read at first contact", at: "on the clock" },
  end: { keys: ["end"], words: "read at the last step", at: "on the clock" },
  zoomIn: { keys: ["plus"], words: "look closer", at: "on the clock" },
  zoomOut: { keys: ["minus"], words: "look wider", at: "on the clock" },
  leave: { keys: ["esc"], words: "stop reading", at: "on the clock" },
} as const satisfies Keymap;

export const STEP_KEYS = {
  choose: { keys: ["enter", "space"], words: "choose the step", at: "on a step of the clock" },
  sooner: { keys: ["alt+left"], words: "do it before the one before", at: "on a step of the clock" },
  later: { keys: ["alt+right"], words: "do it after the next", at: "on a step of the clock" },
} as const satisfies Keymap;

/** Pours are dragged by the keys of the drag-and-drop package; these stand on the card only. */
export const POUR_LIST_MOVES = {
  lift: { keys: ["space"], words: "lift a pour, then ↑ ↓, space to set it down", at: "on a pour's handle" },
} as const satisfies Keymap;

export const POUR_KEYS = {
  done: { keys: ["space"], words: "the step is done" },
  check: { keys: ["t"], words: "note what a cup looks like" },
  note: { keys: ["n"], words: "note that something went differently" },
  see: { keys: ["i"], words: "say what you see: grains, oil, air, colour" },
  add: { keys: ["a"], words: "note what you put in beyond the plan: colour, scent, blending" },
  words: { keys: ["w"], words: "note it in your own words" },
  measure: { keys: ["m"], words: "put in what the scale says" },
  replan: { keys: ["r"], words: "see what else can be poured, and change over" },
  voice: { keys: ["v"], words: "speak the steps, and sound a tone before a window closes; or be quiet" },
  dollop: { keys: ["d"], words: "say what a trial dollop does, before piping" },
  why: { keys: ["l"], words: "say why each step is done, or be brief: for who learns" },
  beside: { keys: ["h"], words: "what the other of two does is done" },
  undo: { keys: ["u"], words: "take the last note or step back" },
  cup: { keys: ["1-9"], words: "note what this cup looks like" },
} as const satisfies Keymap;

export const PAD_KEYS = {
  choice: { keys: ["1-9"], words: "take this answer", at: "in a question" },
  leave: { keys: ["esc", "space"], words: "leave it unanswered", at: "in a question" },
} as const satisfies Keymap;

export const READING_KEYS = {
  digit: { keys: ["0-9"], words: "type the number", at: "in a reading" },
  point: { keys: [".", ","], words: "the point", at: "in a reading" },
  erase: { keys: ["backspace"], words: "take the last digit back", at: "in a reading" },
  take: { keys: ["enter", "space"], words: "take the reading", at: "in a reading" },
  leave: { keys: ["esc"], words: "leave it", at: "in a reading" },
} as const satisfies Keymap;

export const RESCUE_KEYS = {
  layOut: { keys: ["1-5"], words: "go on so", at: "among the ways to go on" },
  wait: { keys: ["w", "esc"], words: "pour on as planned", at: "among the ways to go on" },
  notRunning: { keys: ["u"], words: "take back what you saw last", at: "among the ways to go on" },
} as const satisfies Keymap;

export const CARE_KEYS = {
  answer: { keys: ["1-4"], words: "answer what is due", at: "after the pour" },
  undo: { keys: ["u"], words: "take the last answer back", at: "after the pour" },
} as const satisfies Keymap;

export const AFTER_KEYS = {
  left: { keys: ["1-4"], words: "answer what is due of the batch on the left" },
  right: { keys: ["7-9", "0"], words: "answer what is due of the batch on the right" },
  undo: { keys: ["u"], words: "take the last answer back" },
} as const satisfies Keymap;

export const CUT_PLAN_KEYS = {
  choose: { keys: ["1-5"], words: "lay this way to cut out" },
  marks: { keys: ["m"], words: "marks true to scale" },
} as const satisfies Keymap;

export const CUT_DAY_KEYS = {
  next: { keys: ["enter"], words: "as predicted where nothing is marked, then the next bar" },
  rest: { keys: ["r"], words: "all that is left came as predicted" },
  bar: { keys: ["left", "right"], words: "the bar before, the next" },
  thumb: { keys: ["1-4"], words: "how far a thumb goes in" },
  air: { keys: ["a"], words: "air" },
  ash: { keys: ["h"], words: "ash on top" },
  rivers: { keys: ["v"], words: "rivers" },
  "partial-gel": { keys: ["g"], words: "partial gel" },
  "soft-core": { keys: ["o"], words: "soft core" },
  drag: { keys: ["d"], words: "drag marks" },
  shifted: { keys: ["c"], words: "colour shifted" },
  "came-back": { keys: ["t"], words: "colour came back" },
  weeping: { keys: ["w"], words: "weeping" },
  blurred: { keys: ["b"], words: "lines blurred" },
  broken: { keys: ["k"], words: "lines broken" },
  mass: { keys: ["m"], words: "put in what the scale says" },
  keep: { keys: ["y"], words: "keep this bar for a year" },
  sample: { keys: ["s"], words: "this bar is a sample" },
  undo: { keys: ["u"], words: "take the last note back" },
} as const satisfies Keymap;

export const PHOTO_KEYS = {
  add: { keys: ["a"], words: "add a photo" },
  other: { keys: ["pageup", "pagedown"], words: "the photo before, the next" },
  measure: { keys: ["m"], words: "measure it by these corners" },
  leaveOut: { keys: ["o"], words: "let it teach nothing, or let it teach again" },
  learn: { keys: ["l"], words: "work out what the photos teach" },
} as const satisfies Keymap;
export const CORNER_KEYS = {
  move: {
    keys: ["left", "right", "up", "down", "shift+left", "shift+right", "shift+up", "shift+down"],
    words: "move it a little, with Shift more",
    at: "on a corner",
  },
} as const satisfies Keymap;

export const TICK_KEYS = {
  down: { keys: ["down"], words: "the next line", at: "on a tick" },
  up: { keys: ["up"], words: "the line before", at: "on a tick" },
} as const satisfies Keymap;
export const TICK_MOVES = { tick: { keys: ["space"], words: "tick it", at: "on a tick" } } as const satisfies Keymap;

export const DRAW_KEYS = {
  left: { keys: ["left"], words: "one step left", at: "while drawing" },
  right: { keys: ["right"], words: "one step right", at: "while drawing" },
  up: { keys: ["up"], words: "one step up", at: "while drawing" },
  down: { keys: ["down"], words: "one step down", at: "while drawing" },
  set: { keys: ["enter", "space"], words: "set a point", at: "while drawing" },
  takeBack: { keys: ["backspace"], words: "take the last point back", at: "while drawing" },
} as const satisfies Keymap;

export const HANDLE_KEYS = {
  left: { keys: ["left", "shift+left"], words: "1 mm nearer, with Shift 10", at: "on the mark of a pour" },
  right: { keys: ["right", "shift+right"], words: "1 mm farther, with Shift 10", at: "on the mark of a pour" },
} as const satisfies Keymap;

export const LOAF_KEYS = {
  left: { keys: ["left"], words: "turn it left", at: "on the loaf in space" },
  right: { keys: ["right"], words: "turn it right", at: "on the loaf in space" },
  up: { keys: ["up"], words: "tip it up", at: "on the loaf in space" },
  down: { keys: ["down"], words: "tip it down", at: "on the loaf in space" },
} as const satisfies Keymap;

export const CHOICE_KEYS = {
  left: { keys: ["left"], words: "the design before" },
  right: { keys: ["right"], words: "the next design" },
  up: { keys: ["up"], words: "the row above" },
  down: { keys: ["down"], words: "the row below" },
  layOut: { keys: ["enter"], words: "lay out the design in hand" },
} as const satisfies Keymap;
