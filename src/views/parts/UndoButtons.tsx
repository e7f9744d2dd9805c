import { Redo2, Undo2 } from "lucide-react";
import { ariaKeys, keyWords } from "../keys/keymap";
import { UNDO_KEYS } from "../keys/screens";

/** Undo and redo of an open document. */
export function UndoButtons({ open }: { open: { canUndo: boolean; canRedo: boolean; undo(): void; redo(): void } }) {
  const buttons = [
    { label: "Undo", keys: UNDO_KEYS.undo, isOn: open.canUndo, act: open.undo, sign: <Undo2 size={16} /> },
    { label: "Redo", keys: UNDO_KEYS.redo, isOn: open.canRedo, act: open.redo, sign: <Redo2 size={16} /> },
  ];
  return buttons.map((b) => (
    <button
      key={b.label}
      type="button"
      className="icon-button"
      aria-label={b.label}
      title={`${b.label} (${keyWords(b.keys.keys[0])})`}
      aria-keyshortcuts={ariaKeys(b.keys)}
      disabled={!b.isOn}
      onClick={b.act}
    >
      {b.sign}
    </button>
  ));
}
