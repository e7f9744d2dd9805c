import { type ReactNode, useEffect, useRef } from "react";

/** A card in the middle of the screen that takes the focus until it is closed; the browser's own dialog keeps it and gives it back. */
export function Modal({ label, onClose, children }: { label: string; onClose(): void; children: ReactNode }) {
  const dialog = useRef<HTMLDialogElement>(null);
  useEffect(() => {
    const { current } = dialog;
    current?.showModal();
    // A browser takes the first thing that can have the focus, even one that no key leads to.
    current?.querySelector<HTMLElement>("[data-first]")?.focus();
    return () => current?.close();
  }, []);
  return (
    // biome-ignore lint/a11y/useKeyWithClickEvents: Escape closes it by the browser's own `cancel`
    <dialog
      ref={dialog}
      aria-label={label}
      className="m-auto w-[min(560px,calc(100vw-24px))] rounded-lg border-[1.5px] border-ink bg-sheet p-3 text-ink shadow-[0_10px_40px_rgb(0_0_0/0.3)] backdrop:bg-ink/30"
      onCancel={(e) => {
        e.preventDefault();
        onClose();
      }}
      onClick={(e) => e.target === e.currentTarget && onClose()}
    >
      {children}
    </dialog>
  );
}
