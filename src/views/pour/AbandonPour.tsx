import { Confirm } from "../parts/Confirm";

/** A way out that no splash can press: a small link, then a question. */
export function AbandonPour({ onAbandon }: { onAbandon: () => void }) {
  return (
    <Confirm
      isLarge
      trigger={(open) => (
        <button type="button" className="min-h-6 text-[13px] text-muted underline" onClick={open}>
          started by mistake?
        </button>
      )}
      title="Take the start back?"
      stay="Go on pouring"
      go="Take it back"
      onGo={onAbandon}
    >
      The clock and all that was noted in this pour go. The plan stays as it is.
    </Confirm>
  );
}
