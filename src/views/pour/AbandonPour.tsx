import { AlertDialog } from "radix-ui";

/** A way out that no splash can press: a small link, then a question. */
export function AbandonPour({ onAbandon }: { onAbandon: () => void }) {
  return (
    <AlertDialog.Root>
      <AlertDialog.Trigger asChild>
        <button type="button" className="min-h-6 text-[13px] text-muted underline">
          started by mistake?
        </button>
      </AlertDialog.Trigger>
      <AlertDialog.Portal>
        <AlertDialog.Overlay className="fixed inset-0 z-40 bg-black/40" />
        <AlertDialog.Content className="fixed left-1/2 top-1/4 z-50 w-[30rem] -translate-x-1/2 rounded-lg border-[1.5px] border-ink bg-sheet p-6 text-[17px]">
          <AlertDialog.Title className="text-[22px]">Take the start back?</AlertDialog.Title>
          <AlertDialog.Description className="mt-2">
            The clock and all that was noted in this pour go. The plan stays as it is.
          </AlertDialog.Description>
          <div className="mt-5 flex justify-end gap-3">
            <AlertDialog.Cancel asChild>
              <button type="button" className="button !min-h-14 px-5">
                Go on pouring
              </button>
            </AlertDialog.Cancel>
            <AlertDialog.Action asChild>
              <button type="button" className="button !min-h-14 border-cut px-5 text-cut" onClick={onAbandon}>
                Take it back
              </button>
            </AlertDialog.Action>
          </div>
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
  );
}
