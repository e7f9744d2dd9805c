import { useState } from "react";
import { eyeballMarks } from "../../core/batter/eyeball";
import type { Masses } from "../../core/batter/masses";
import { isUnlikely, readingOf, shareG } from "../../core/batter/readings";
import type { Derived } from "../../core/derive/derive";
import type { Reading } from "../../core/document/logSchema";
import type { Plan } from "../../core/document/schema";
import { parseQuantity, unitLabel } from "../../core/units/quantities";
import { OneOf } from "../parts/OneOf";
import { useUnits } from "../parts/units";
import { useDevice } from "../parts/useDevice";
import { CableScale, LiveScale } from "./LiveScale";
import { NumberPad } from "./NumberPad";
import { BY_MARK, readOf } from "./readingWords";

/** What stands on the scale. */
export type OnScale = { what: "bowl" | "cup"; of: string };

interface Props {
  plan: Plan;
  derived: Derived;
  onScale: OnScale;
  onScaleChange: (onScale: OnScale) => void;
  onReading: (reading: Pick<Reading, "what" | "of" | "value" | "tareG" | "from">) => void;
  onLeave: () => void;
}

/** Target of a cup by eye: its volume, and the marks that it stands between where its pitcher has some. */
function markWords(plan: Plan, masses: Masses | null, portionId: string, ml: (v: number) => string): string {
  const mark = masses && eyeballMarks(plan, masses).find((m) => m.portionId === portionId);
  if (!mark) return "not known";
  const { below, above } = mark;
  const between = below !== null && above !== null ? `, between the marks ${ml(below)} and ${ml(above)}` : "";
  return `${ml(mark.volumeMl)}${between}`;
}

/** The scale by hand: says what should stand there, what follows from the number, and asks about one that can hardly be true. */
export function ReadingPad({ plan, derived, onScale, onScaleChange, onReading, onLeave }: Props) {
  const { units, grams, ml } = useUnits();
  const [text, setText] = useState("");
  const [tareG, setTare] = useState<number | null>(null);
  const [asked, setAsked] = useState<string | null>(null);
  const [wantsMark, setWantsMark] = useState(plan.practice.measuring === "eyeball");
  const { what, of } = onScale;
  const masses = derived.masses;
  const portion = plan.portions.find((p) => p.id === of);
  const batter = plan.batters.find((b) => b.id === (portion?.batterId ?? of))!;
  const pot = masses?.batters.find((b) => b.id === batter.id);
  const cups = plan.portions.filter((p) => p.batterId === batter.id);
  const targetG = (id: string, bowlG: number) =>
    shareG(bowlG, masses?.portions.find((p) => p.id === id)?.sharePct ?? 0);
  const knownTareG = what === "bowl" ? (tareG ?? readingOf(plan, "bowl", of)?.tareG ?? batter.bowl.tareG) : 0;
  const isTareAsked = knownTareG === null;
  const expectedG = what === "bowl" ? (pot?.plannedBaseG ?? 0) : targetG(of, pot?.baseG ?? 0);
  // A mark of the pitcher is a volume: it is taken as grams of batter.
  const isMark = wantsMark && what === "cup";
  const kind = isMark ? "volume" : "mass";
  const entered = parseQuantity(text || "0", kind, units);
  const parsed = entered.ok && isMark ? { ...entered, value: entered.value * batter.densityGPerMl } : entered;
  // What is typed goes before what the scale says.
  const scale = useDevice("mass");
  const heard = text === "" ? scale : null;
  const grossG = heard ? (heard.isOverload ? 0 : heard.value) : parsed.ok ? parsed.value : 0;
  const netG = grossG - (knownTareG ?? 0);

  const reset = () => {
    setText("");
    setAsked(null);
  };
  const take = () => {
    if (heard?.isOverload) return setAsked("More than this scale can weigh: take something off, or type it.");
    if (heard && !heard.isStable) return setAsked("The scale still moves: a moment.");
    if (!heard && (!parsed.ok || text === "")) return setAsked("Type what the scale says.");
    if (grossG <= 0) return setAsked("Nothing stands on the scale.");
    if (isTareAsked) {
      setTare(grossG);
      return reset();
    }
    if (netG <= 0)
      return setAsked(`Less than the empty bowl, ${grams(knownTareG ?? 0)}: is the bowl on the scale, and not tared?`);
    const doubt = `${grams(netG)} is far from the ${grams(expectedG)} that should be there. Does the right vessel stand on the scale, and nothing else? Once more takes it all the same.`;
    if (isUnlikely(netG, expectedG) && asked !== doubt) return setAsked(doubt);
    onReading({
      what,
      of,
      value: grossG,
      tareG: what === "bowl" ? knownTareG : null,
      from: heard?.deviceId ?? (isMark ? BY_MARK : ""),
    });
  };

  const off = netG - expectedG;
  const follows =
    (text === "" && !heard) || isTareAsked || netG <= 0
      ? null
      : what === "bowl"
        ? `${grams(netG)} of batter, ${Math.abs(off) < 1 ? "as planned" : `${grams(Math.abs(off))} ${off < 0 ? "less" : "more"} than planned`}. Cups: ${cups.map((p) => `${p.name} ${grams(targetG(p.id, netG))}`).join(", ")}.`
        : Math.abs(off) < 1
          ? "On the target."
          : `${grams(Math.abs(off))} ${off < 0 ? "under" : "over"} the target; colour and scent follow what is in the cup.`;

  const typed = (next: string) => {
    setText(next);
    setAsked(null);
  };
  return (
    <section aria-label={readOf(plan, onScale)} className="flex w-full flex-wrap items-start gap-8 phone:gap-2">
      <div className="min-w-0 flex-1 basis-[300px] phone:basis-full">
        <fieldset className="flex flex-wrap gap-2 phone:gap-1" aria-label="What stands on the scale">
          <OneOf
            options={[
              { value: batter.id, label: "Bowl" },
              ...cups.map((p) => ({ value: p.id, label: readOf(plan, { what: "cup", of: p.id }) })),
            ]}
            value={of}
            className="button !min-h-12 text-[17px] phone:!px-2 phone:text-[15px]"
            onChoose={(id) => {
              onScaleChange({ what: id === batter.id ? "bowl" : "cup", of: id });
              reset();
            }}
          />
        </fieldset>
        <p className="mt-3 text-[20px] phone:mt-1 phone:text-[17px]">
          {isTareAsked
            ? "What does the empty bowl weigh?"
            : what === "bowl"
              ? `Bowl with its batter; the bowl alone is ${grams(knownTareG ?? 0)}.`
              : isMark
                ? `${readOf(plan, onScale)} by eye, to the mark of its pitcher. Target ${markWords(plan, masses, of, ml)}.`
                : `${readOf(plan, onScale)} on the scale, the empty cup tared. Target ${grams(expectedG)}.`}
        </p>
        {heard ? (
          <LiveScale heard={heard} targetG={what === "cup" ? expectedG : null} />
        ) : (
          <output
            className="mt-1 block font-head text-[64px] phone:text-[44px] font-semibold leading-none"
            data-testid="typed"
          >
            {text || "0"} <span className="text-[30px]">{unitLabel(kind, units)}</span>
          </output>
        )}
        <p
          className="mt-3 min-h-[2.6em] text-[19px] phone:mt-1 phone:text-[16px] leading-snug"
          role="status"
          data-testid="follows"
        >
          {asked ? <span className="notice-amber block">{asked}</span> : follows}
        </p>
        {what === "cup" && !heard && (
          <button
            type="button"
            className="button mt-2 !min-h-12"
            onClick={() => {
              setWantsMark(!wantsMark);
              reset();
            }}
          >
            {isMark ? "by the scale instead" : "by the mark of a pitcher instead"}
          </button>
        )}
        {!scale && <CableScale />}
      </div>
      <NumberPad
        text={text}
        onText={typed}
        onTake={take}
        onLeave={onLeave}
        take={isTareAsked ? "That is the bowl" : "Take it"}
      />
    </section>
  );
}
