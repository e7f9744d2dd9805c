import { FINDING_WORDS, THUMB_WORDS } from "../../core/cut/cutDay";
import { type CutBar, FINDINGS, type Finding, THUMBS, type Thumb } from "../../core/mould/cutDaySchema";
import { KeyHint } from "../keys/KeyHint";
import { CUT_DAY_KEYS } from "../keys/screens";

const pressed = (isOn: boolean) => (isOn ? "border-ink bg-ink text-sheet" : "border-rule bg-sheet");

/** What the bar in hand shows: a key each. */
export function Findings({ bar, onToggle }: { bar: CutBar | null; onToggle: (what: Finding) => void }) {
  return (
    <section aria-labelledby="findings-head">
      <div className="flex items-baseline justify-between gap-3">
        <h2 id="findings-head" className="text-[19px]">
          What it shows
        </h2>
        <span className="text-[13px] text-muted">then tap it on the bar</span>
      </div>
      <div className="mt-2 grid grid-cols-2 gap-1.5">
        {FINDINGS.map((what) => {
          const found = bar?.findings.filter((f) => f.what === what) ?? [];
          const places = found.filter((f) => f.at !== null).length;
          return (
            <button
              key={what}
              type="button"
              aria-pressed={found.length > 0}
              className={`flex min-h-[41px] narrow:min-h-[48px] items-center justify-between gap-2 rounded-md border-[1.5px] px-2.5 text-left text-[14.5px] ${pressed(found.length > 0)}`}
              onClick={() => onToggle(what)}
            >
              <span>
                {FINDING_WORDS[what]}
                {places > 1 && `, ${places} places`}
              </span>
              <KeyHint of={CUT_DAY_KEYS[what]} />
            </button>
          );
        })}
      </div>
    </section>
  );
}

/** How far a thumb goes into the loaf. */
export function ThumbPad({ thumb, onSet }: { thumb: Thumb | null; onSet: (thumb: Thumb | null) => void }) {
  return (
    <section aria-labelledby="thumb-head" className="mt-3">
      <div className="flex items-baseline justify-between gap-3">
        <h2 id="thumb-head" className="text-[19px]">
          Thumb on the loaf
        </h2>
        <span className="text-[13px] text-muted">keys 1 to 4; gloves on</span>
      </div>
      <div className="mt-2 grid grid-cols-4 gap-1.5">
        {THUMBS.map((n) => (
          <button
            key={n}
            type="button"
            aria-pressed={thumb === n}
            className={`min-h-[56px] rounded-md border-[1.5px] px-1 text-[13px] ${pressed(thumb === n)}`}
            onClick={() => onSet(thumb === n ? null : n)}
          >
            <span className="block font-head text-[20px] font-semibold leading-tight">{n}</span>
            {THUMB_WORDS[n]}
          </button>
        ))}
      </div>
    </section>
  );
}
