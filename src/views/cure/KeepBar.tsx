import { parseISO } from "date-fns";
import { useState } from "react";
import type { ColourState, KeepBarLook, SpotState } from "../../core/cure/cureSchema";
import { idMaker } from "../../core/document/ids";
import { worded } from "../parts/Choose";
import { format } from "../parts/dates";
import { OneOf } from "../parts/OneOf";
import { Section } from "../parts/Section";
import { TextInput } from "../parts/TextInput";
import type { OpenBatch } from "../parts/useBatch";
import { DatedList } from "./DatedList";

const PATH = ["record", "cure", "looks"] as const;
const SCENT_WORDS = ["gone", "faint", "half", "good", "as it went in"] as const;
const COLOUR_WORDS: Record<ColourState, string> = {
  true: "as at the cut",
  faded: "faded",
  shifted: "shifted",
  "came-back": "came back",
  bled: "bled",
};
const SPOT_WORDS: Record<SpotState, string> = { none: "none", few: "a few spots", many: "many spots", drops: "drops" };

/** What is asked of it; each answer may stay open. */
const QUESTIONS: {
  of: "scent" | "colour" | "spots";
  ask: string;
  options: { value: string | number; label: string }[];
}[] = [
  { of: "scent", ask: "Scent, beside what went in", options: SCENT_WORDS.map((label, value) => ({ value, label })) },
  { of: "colour", ask: "Colour, beside the cut", options: worded(COLOUR_WORDS) },
  { of: "spots", ask: "Spots and drops", options: worded(SPOT_WORDS) },
];

type Draft = Omit<KeepBarLook, "id" | "on">;
const EMPTY: Draft = { scent: null, colour: null, spots: null, note: "" };

const said = (l: KeepBarLook): string =>
  [
    l.scent === null ? "" : `scent ${SCENT_WORDS[l.scent]}`,
    l.colour === null ? "" : `colour ${COLOUR_WORDS[l.colour]}`,
    l.spots === null ? "" : l.spots === "none" ? "no spots" : SPOT_WORDS[l.spots],
    l.note,
  ]
    .filter(Boolean)
    .join(", ");

/** The bar that is kept for a year: what is seen of it, and when it is looked at next. */
export function KeepBar({
  batch,
  today,
  lookOn,
  bars,
}: {
  batch: OpenBatch;
  today: string;
  /** Next day on which it is looked at; null where none is kept or its year is over. */
  lookOn: string | null;
  /** Numbers of the bars that are kept. */
  bars: readonly number[];
}) {
  const { looks } = batch.plan.record.cure;
  const [draft, setDraft] = useState<Draft>(EMPTY);
  const isEmpty = draft.scent === null && draft.colour === null && draft.spots === null && draft.note.trim() === "";
  const put = () => {
    const item: KeepBarLook = { id: idMaker(batch.plan)("i"), on: today, ...draft, note: draft.note.trim() };
    if (batch.set(PATH, [...looks, item]) !== null) return;
    batch.seal();
    setDraft(EMPTY);
  };
  return (
    <Section head="The bar that is kept" headClass="text-[19px]">
      <p className="mt-1 text-muted">
        {bars.length > 0
          ? `Bar ${bars.join(", ")}. `
          : "None is marked on the day of the cut: keep one of every batch. "}
        {lookOn !== null && (
          <strong className={lookOn <= today ? "text-amber" : "text-ink"}>
            {lookOn <= today ? "Look at it now" : `Next look ${format(parseISO(lookOn), "d MMMM yyyy")}`}.
          </strong>
        )}
      </p>
      {QUESTIONS.map(({ of, ask, options }) => (
        <fieldset key={of} className="mt-2">
          <legend className="text-muted">{ask}</legend>
          <div className="mt-0.5 flex flex-wrap gap-1">
            <OneOf
              options={options}
              value={draft[of]}
              className="button min-h-[36px] narrow:min-h-[44px]"
              onChoose={(answer) => setDraft({ ...draft, [of]: draft[of] === answer ? null : answer })}
            />
          </div>
        </fieldset>
      ))}
      <TextInput
        className="mt-2 w-full"
        {...{ label: "What else is seen of it", placeholder: "what else you see", most: 500, value: draft.note }}
        onText={(note) => setDraft({ ...draft, note })}
      />
      <button type="button" className="button button-main mt-2 min-h-[44px]" disabled={isEmpty} onClick={put}>
        Put this look down
      </button>
      <DatedList
        {...{ batch, path: PATH, list: looks, label: "Looks at the bar that is kept", one: "look" }}
        {...{ day: "d MMM yyyy", words: said }}
      />
    </Section>
  );
}
