import { type Keymap, keyWords } from "./keymap";

/** One thing that can be asked for by name. */
export interface Command {
  id: string;
  words: string;
  group: "Go to" | "Do";
  /** Its key, as people read it. */
  hint?: string;
  run(): void;
}

export interface PaletteProps {
  commands: readonly Command[];
  onClose(): void;
}

/** Commands of a screen out of a table of keys: what has an act can be asked for by name as well. */
export const commandsOf = <Id extends string>(keymap: Keymap<Id>, acts: Partial<Record<Id, () => void>>): Command[] =>
  (Object.keys(acts) as Id[]).flatMap((id) => {
    const run = acts[id];
    return run ? [{ id, words: keymap[id].words, group: "Do" as const, hint: keyWords(keymap[id].keys[0]), run }] : [];
  });
