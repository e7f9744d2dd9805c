import { type KeyUse, keyWords } from "./keymap";

/** The key of an action, on its button. */
export const KeyHint = ({ of, index = 0, className = "" }: { of: KeyUse; index?: number; className?: string }) => (
  <kbd className={`rounded border border-current px-1.5 font-normal ${className}`}>{keyWords(of.keys[index])}</kbd>
);
