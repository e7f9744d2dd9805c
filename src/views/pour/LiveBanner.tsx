import { type LiveView, sayLive } from "../../core/schedule/live";

/** What the readings changed, in one sentence, and the key that changes the plan. */
export function LiveBanner({ live, nowS, onChange }: { live: LiveView | null; nowS: number; onChange: () => void }) {
  if (!live?.says) return <span className="flex-1" />;
  return (
    <p
      role="status"
      data-testid="live"
      className="notice-amber flex min-w-0 flex-1 items-center max-lg:order-last max-lg:basis-full gap-3 text-[16px] leading-tight"
    >
      <span className="min-w-0 flex-1">{sayLive(live.says, nowS)}</span>
      {live.options.length > 0 && (
        <button type="button" className="button !min-h-12 whitespace-nowrap px-4" onClick={onChange}>
          Change plan <kbd className="rounded border border-current px-1.5 font-normal">R</kbd>
        </button>
      )}
    </p>
  );
}
