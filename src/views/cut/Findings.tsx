import { FINDING_WORDS, THUMB_WORDS } from "../../core/cut/cutDay";
import { type CutBar, FINDINGS, type Finding, THUMBS, type Thumb } from "../../core/mould/cutDaySchema";
import { KeyHint } from "../keys/KeyHint";
import { CUT_DAY_KEYS } from "../keys/screens";
import { OneOf } from "../parts/OneOf";
import { Section } from "../parts/Section";

const PRESSABLE =
  "rounded-md border-[1.5px] border-rule bg-sheet aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-sheet";
const THUMB_OPTIONS = THUMBS.map((n) => ({
  value: n,
  label: (
    <>
      <span className="block font-head text-[20px] font-semibold leading-tight">{n}</span>
      {THUMB_WORDS[n]}
    </>
  ),
}));

/** What the bar in hand shows: a key each. */
export function Findings({ bar, onToggle }: { bar: CutBar | null; onToggle: (what: Finding) => void }) {
  return (
    <Section
      head="What it shows"
      headClass="text-[19px]"
      beside={<span className="ml-auto text-[13px] text-muted">then tap it on the bar</span>}
    >
      <div className="mt-2 grid grid-cols-2 gap-1.5">
        {FINDINGS.map((what) => {
          const found = bar?.findings.filter((f) => f.what === what) ?? [];
          const places = found.filter((f) => f.at !== null).length;
          return (
            <button
              key={what}
              type="button"
              aria-pressed={found.length > 0}
              className={`flex min-h-[41px] narrow:min-h-[48px] items-center justify-between gap-2 px-2.5 text-left text-[14.5px] ${PRESSABLE}`}
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
    </Section>
  );
}

/** How far a thumb goes into the loaf. */
export function ThumbPad({ thumb, onSet }: { thumb: Thumb | null; onSet: (thumb: Thumb | null) => void }) {
  return (
    <Section
      head="Thumb on the loaf"
      headClass="text-[19px]"
      className="mt-3"
      beside={<span className="ml-auto text-[13px] text-muted">keys 1 to 4; gloves on</span>}
    >
      <div className="mt-2 grid grid-cols-4 gap-1.5">
        <OneOf
          options={THUMB_OPTIONS}
          value={thumb}
          className={`min-h-[56px] px-1 text-[13px] ${PRESSABLE}`}
          pressedClass=""
          onChoose={(n) => onSet(thumb === n ? null : n)}
        />
      </div>
    </Section>
  );
}
