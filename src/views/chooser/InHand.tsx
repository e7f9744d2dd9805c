import type { ReactNode } from "react";
import type { Choice } from "../../core/derive/choices";
import type { Plan } from "../../core/document/schema";
import { FAMILIES } from "../../core/techniques/families/registry";
import type { WallFace } from "../../workers/wallFace";
import { FaceCanvas } from "../parts/FaceCanvas";
import { span } from "../parts/format";
import { useUnits } from "../parts/units";
import { percent, toneOf } from "./Wall";

function Fact({ words, children }: { words: string; children: ReactNode }) {
  return (
    <div className="flex justify-between gap-3 py-1">
      <dt className="text-muted">{words}</dt>
      <dd className="text-right font-semibold">{children}</dd>
    </div>
  );
}

/** The design in hand: its face, its chance with the range that is open, what it takes, and the press that lays it out. */
export function InHand({
  choice,
  face,
  plan,
  bars,
  isBusy,
  onLayOut,
}: {
  choice: Choice;
  face: WallFace | undefined;
  plan: Plan;
  bars: number;
  isBusy: boolean;
  onLayOut(): void;
}) {
  const { grams } = useUnits();
  const family = FAMILIES[choice.family];
  const { riskiest, spareS } = choice;
  return (
    <section aria-labelledby="in-hand" className="flex min-h-0 flex-col">
      <div className="aspect-[4/3] w-full overflow-hidden border border-ink/30 narrow:max-w-[320px]">
        <FaceCanvas face={face} label={`Predicted bar in hand: ${family.label}`} />
      </div>
      <h2 id="in-hand" className="mt-3 flex items-baseline justify-between gap-3 text-[21px]">
        <span className="first-letter:uppercase">{family.label}</span>
        <span className={toneOf(choice.chance)}>{percent(choice.chance)}</span>
      </h2>
      <p className="text-[13px] text-muted">
        {percent(choice.low)} to {percent(choice.high)} by {choice.draws} imagined pours: the chance that every step
        that must meets its window. An estimate.
      </p>
      <p className="mt-2 first-letter:uppercase">{family.blurb}.</p>
      {choice.out && <p className="notice-amber mt-2">Out as things stand: {choice.out}.</p>}
      <dl className="mt-2 divide-y divide-rule/70">
        <Fact words="bench, from first contact">{Math.round(choice.benchMin)} min</Fact>
        {spareS !== null && spareS > 0 && <Fact words="to spare at the tightest step">{span(spareS)}</Fact>}
        <Fact words="washing-up">{Math.round(choice.washUpMin)} min</Fact>
        <Fact words="stays on tools">{grams(Math.round(choice.lostG))}</Fact>
        <Fact words="needs">
          {choice.needs.length === 0
            ? "cups alone"
            : choice.needs.map((n) => (
                <span key={n.words} className="block">
                  {n.words}
                  {n.isAtHand === false && (
                    <span className="text-amber">
                      {" "}
                      {n.kind === null ? "(not in this mould)" : "(not among your tools)"}
                    </span>
                  )}
                </span>
              ))}
        </Fact>
        <Fact words="bars">{bars}</Fact>
      </dl>
      {riskiest && (
        <p className="mt-2 text-[13px]">
          <strong>{riskiest.portion || "The batter"} decides:</strong> {riskiest.words} meets its window in{" "}
          {percent(riskiest.chance)} of pours.
        </p>
      )}
      <div className="mt-auto pt-4 narrow:hidden">
        <button
          type="button"
          className="button button-main w-full !min-h-12 !justify-center text-[17px]"
          disabled={isBusy}
          onClick={onLayOut}
        >
          {choice.edit === null ? "Keep it as it stands" : "Lay it out"}{" "}
          <kbd className="text-[12px] opacity-70">Enter</kbd>
        </button>
        {plan.operations.length > 0 && choice.edit !== null && (
          <p className="mt-1 text-[12.5px] text-muted">
            The pours as they stand are replaced; undo on the sheet brings them back.
          </p>
        )}
      </div>
    </section>
  );
}
