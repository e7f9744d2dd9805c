import { type LiveView, sayLive } from "../../core/advise/live";
import { KeyHint } from "../keys/KeyHint";
import { POUR_KEYS } from "../keys/screens";

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
      <button type="button" className="button !min-h-12 whitespace-nowrap px-4" onClick={onChange}>
        Other ways <KeyHint of={POUR_KEYS.replan} className="phone:hidden" />
      </button>
    </p>
  );
}
