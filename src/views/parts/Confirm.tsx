import { type ReactNode, useRef } from "react";

interface Props {
  /** What opens the question. */
  trigger: (open: () => void) => ReactNode;
  title: string;
  children: ReactNode;
  stay: string;
  go: string;
  onGo: () => void;
  isLarge?: boolean;
}

/** A question before something that cannot be taken back: the platform's own modal dialog, Escape and the first button leave it. */
export function Confirm({ trigger, title, children, stay, go, onGo, isLarge = false }: Props) {
  const dialog = useRef<HTMLDialogElement>(null);
  const size = isLarge ? "!min-h-14 px-5 text-[17px]" : "";
  return (
    <>
      {trigger(() => dialog.current?.showModal())}
      <dialog
        ref={dialog}
        aria-label={title}
        className={`m-auto rounded-lg border-[1.5px] border-ink bg-sheet p-5 text-ink backdrop:bg-black/40 ${isLarge ? "w-[30rem] text-[17px]" : "w-96"}`}
      >
        <h2 className={isLarge ? "text-[22px]" : "text-[18px]"}>{title}</h2>
        <p className="mt-2">{children}</p>
        <div className="mt-4 flex justify-end gap-2">
          <button type="button" className={`button ${size}`} onClick={() => dialog.current?.close()}>
            {stay}
          </button>
          <button
            type="button"
            className={`button border-cut text-cut ${size}`}
            onClick={() => {
              dialog.current?.close();
              onGo();
            }}
          >
            {go}
          </button>
        </div>
      </dialog>
    </>
  );
}
