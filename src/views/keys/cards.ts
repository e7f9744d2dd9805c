import type { Keymap } from "./keymap";
import {
  AFTER_KEYS,
  CARE_KEYS,
  CHOICE_KEYS,
  CLOCK_KEYS,
  CORNER_KEYS,
  CUT_DAY_KEYS,
  CUT_KEYS,
  CUT_MOVES,
  CUT_PLAN_KEYS,
  DRAW_KEYS,
  HANDLE_KEYS,
  LOAF_KEYS,
  NUMBER_KEYS,
  PAD_KEYS,
  PHOTO_KEYS,
  POUR_KEYS,
  POUR_LIST_MOVES,
  READING_KEYS,
  RESCUE_KEYS,
  STEP_KEYS,
  TICK_KEYS,
  TICK_MOVES,
  UNDO_KEYS,
} from "./screens";

export interface Screen {
  name: string;
  /** What it is for, in a sentence or two. */
  about: string;
  keymaps: readonly Keymap[];
}

/** Every screen: what its card says, and the tables that its listeners use. */
export const SCREENS = {
  shelf: {
    name: "The shelf",
    about:
      "All batches: what is planned, what cures and what is ready, and what is due next. Make a batch, or open one by its name.",
    keymaps: [],
  },
  sheet: {
    name: "The batch sheet",
    about:
      "Mould, formula, cups and pours at once, with the cut that they give and the clock of the pour. Change any number: everything follows, and nothing is weighed yet.",
    keymaps: [UNDO_KEYS, NUMBER_KEYS, CUT_MOVES, CUT_KEYS, POUR_LIST_MOVES, CLOCK_KEYS, STEP_KEYS],
  },
  chooser: {
    name: "The choice of a design",
    about:
      "What this batter allows: every design at the trace that it would have by then, with its chance. What cannot be done says why. Enter lays one out.",
    keymaps: [CHOICE_KEYS],
  },
  studio: {
    name: "The swirl studio",
    about:
      "The loaf cut as you like, all its bars, the pour as a film, other loaves of the same design. Strokes can be drawn by hand.",
    keymaps: [UNDO_KEYS, HANDLE_KEYS, DRAW_KEYS, LOAF_KEYS],
  },
  weigh: {
    name: "The weigh-up sheet",
    about:
      "Everything to lay out and weigh, in the order of the work. Tick each line; safety comes first, and bars the pour while it is open.",
    keymaps: [TICK_MOVES, TICK_KEYS],
  },
  pour: {
    name: "Pour mode",
    about:
      "One instruction at a time. Say when a step is done, and what you see in the cups: the clock of what is left follows. Nothing here needs a mouse.",
    keymaps: [POUR_KEYS, PAD_KEYS, READING_KEYS, RESCUE_KEYS, CARE_KEYS],
  },
  cut: {
    name: "The cutting plan",
    about:
      "The loaf with its cuts, what comes of it in bars and grams, and five ways to cut it by what you want of the bars. Marks to print are true to scale.",
    keymaps: [UNDO_KEYS, NUMBER_KEYS, CUT_PLAN_KEYS],
  },
  cutDay: {
    name: "The day of the cut",
    about:
      "Bar by bar along the strip that was predicted: say what each shows, what it weighs, and which is kept. A thumb on the loaf says whether it is cut now.",
    keymaps: [CUT_DAY_KEYS, UNDO_KEYS, NUMBER_KEYS],
  },
  photos: {
    name: "Photos of the bars",
    about:
      "A photo of a bar is straightened by its four corners, its light is taken off, and it is measured like the prediction. Measured photos teach how your hand pours and what your colours cure to.",
    keymaps: [PHOTO_KEYS, CORNER_KEYS, UNDO_KEYS],
  },
  cure: {
    name: "The cure",
    about:
      "Masses of marked bars until they level off, your own tests, and the bar that is kept for a year. What it says of days is an estimate.",
    keymaps: [UNDO_KEYS, NUMBER_KEYS],
  },
  book: {
    name: "The book",
    about:
      "How the batch was poured against its plan, what it taught, your rating, and what is to be otherwise the next time.",
    keymaps: [UNDO_KEYS, NUMBER_KEYS],
  },
  after: {
    name: "After the pour",
    about:
      "What is due of all that was poured, the two most urgent side by side: each is answered by a key, and stays until it is.",
    keymaps: [AFTER_KEYS],
  },
  shopping: {
    name: "The shopping list",
    about:
      "What the planned batches need beyond what is on hand, batch by batch; to print, or as CSV. What is on hand is what was counted last, less what batches took since.",
    keymaps: [],
  },
  orders: {
    name: "Orders and the rack",
    about:
      "What is promised and by when, from which batches it comes, what has still to be made and the latest day to pour it; the bars on the rack, what was given out, and which soap is to be made again.",
    keymaps: [UNDO_KEYS, NUMBER_KEYS],
  },
  stock: {
    name: "Stock",
    about:
      "What you have of every material: counted by you, taken off by the ticks of weigh-ups. It says what runs low, which lot is in use, and which batches took from it.",
    keymaps: [UNDO_KEYS, NUMBER_KEYS],
  },
  search: {
    name: "Search",
    about:
      "Everything that stands in the book, by its words: names, colours, scents, oils, what was written and what was found at the cut.",
    keymaps: [],
  },
  library: {
    name: "The libraries",
    about:
      "Oils, formulas, colours, scents, moulds and tools of your studio. A batch takes its own copy of what it uses: changes here never alter what was poured.",
    keymaps: [UNDO_KEYS, NUMBER_KEYS],
  },
  gallery: {
    name: "The gallery of designs",
    about:
      "Every design family from the same four cups, thin, medium and thick, from four sides, with what to look for in the cut.",
    keymaps: [],
  },
  practice: {
    name: "Your practice",
    about: "Units, the ways you work, backups, and which other devices may come in.",
    keymaps: [UNDO_KEYS, NUMBER_KEYS],
  },
} as const satisfies Record<string, Screen>;

export type ScreenId = keyof typeof SCREENS;
