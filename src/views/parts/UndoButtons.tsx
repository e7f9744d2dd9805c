import { Redo2, Undo2 } from "lucide-react";

/** Undo and redo of an open document. */
export function UndoButtons({ open }: { open: { canUndo: boolean; canRedo: boolean; undo(): void; redo(): void } }) {
  const buttons = [
    { label: "Undo", keys: "Ctrl+Z", isOn: open.canUndo, act: open.undo, sign: <Undo2 size={16} /> },
    { label: "Redo", keys: "Ctrl+Shift+Z", isOn: open.canRedo, act: open.redo, sign: <Redo2 size={16} /> },
  ];
  return buttons.map((b) => (
    <button
      key={b.label}
      type="button"
      className="icon-button"
      aria-label={b.label}
      title={`${b.label} (${b.keys})`}
      disabled={!b.isOn}
      onClick={b.act}
    >
      {b.sign}
    </button>
  ));
}
