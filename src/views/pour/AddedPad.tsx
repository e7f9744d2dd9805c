import { useMemo, useState } from "react";
import { derive } from "../../core/derive/derive";
import type { Added } from "../../core/document/logSchema";
import { afterBench } from "../../core/document/record";
import type { Plan } from "../../core/document/schema";
import { vesselName } from "../../core/document/vesselName";
import { byId } from "../../core/units/byId";
import { parseNumber, parseQuantity, unitLabel } from "../../core/units/quantities";
import { OneOf } from "../parts/OneOf";
import { useUnits } from "../parts/units";
import { NumberPad } from "./NumberPad";

type Addition = Pick<Added, "what" | "into" | "colourantId" | "amount">;

interface Props {
  plan: Plan;
  /** The cup at hand, or the batter while it is one bowl. */
  into: string;
  onAdded: (added: Addition) => void;
  onLeave: () => void;
}

/** What can be put into a vessel beyond its plan: its own colours, its scent, blending. */
function additionsTo(plan: Plan, into: string): { what: Added["what"]; colourantId: string | null; words: string }[] {
  const holder = plan.portions.find((p) => p.id === into) ?? plan.batters.find((b) => b.id === into);
  const colours = plan.portions.find((p) => p.id === into)?.colourants ?? [];
  return [
    { what: "blending", colourantId: null, words: "blending" },
    ...colours.map((c) => ({ what: "colour" as const, colourantId: c.id, words: c.name })),
    ...(holder?.scent ? [{ what: "scent" as const, colourantId: null, words: "scent" }] : []),
  ];
}

/** Something put in, or blended, beyond the plan: what, how much, and what follows before it is taken. */
export function AddedPad({ plan, into: first, onAdded, onLeave }: Props) {
  const { units, grams, say } = useUnits();
  const [into, setInto] = useState(first);
  const [at, setAt] = useState(0);
  const [text, setText] = useState("");
  const [asked, setAsked] = useState<string | null>(null);
  const list = additionsTo(plan, into);
  const chosen = list[Math.min(at, list.length - 1)];
  const isTime = chosen.what === "blending";
  const parsed = isTime ? parseNumber(text || "0") : parseQuantity(text || "0", "mass", units);
  const amount = parsed.ok ? parsed.value : 0;
  const before = useMemo(() => derive(plan), [plan]);
  const { what, colourantId } = chosen;
  const follows = useMemo(() => {
    if (amount <= 0 || what === "blending") return null;
    const at = plan.record.startedAt ?? new Date(0).toISOString();
    return derive(afterBench(plan, { kind: "added", id: "tried", at, by: "", what, into, colourantId, amount }));
  }, [plan, amount, what, into, colourantId]);

  const massOf = (d: typeof before): number => {
    const cup = d.masses?.portions.find((p) => p.id === into);
    if (what === "scent") return cup?.scentG ?? d.masses?.batters.find((b) => b.id === into)?.scentG ?? 0;
    return cup && colourantId ? byId(cup.colourants, colourantId).weighedG : 0;
  };
  const said = new Set(before.notices.map((n) => n.message));
  const fresh = follows?.notices.find((n) => !said.has(n.message) && n.level !== "hint");
  const take = () => {
    if (!parsed.ok || amount <= 0) return setAsked(isTime ? "Type the seconds." : "Type how much went in.");
    if (amount > MOST) return setAsked(`No more than ${isTime ? `${MOST} s` : say(MOST, "mass")} at once.`);
    onAdded({ what, into, colourantId, amount });
  };
  const vessels = [...new Set([first, ...plan.portions.map((p) => p.id)])];
  const typed = (next: string) => {
    setText(next);
    setAsked(null);
  };
  return (
    <section aria-label="Something added" className="flex w-full flex-wrap items-start gap-8 phone:gap-2">
      <div className="min-w-0 flex-1 basis-[300px] phone:basis-full">
        <fieldset className="flex flex-wrap gap-2" aria-label="Into which cup">
          <OneOf
            options={vessels.map((id) => ({ value: id, label: vesselName(plan, id) }))}
            value={into}
            className="button !min-h-12 text-[17px]"
            onChoose={(id) => {
              setInto(id);
              setAt(0);
            }}
          />
        </fieldset>
        <fieldset className="mt-3 flex flex-wrap gap-2" aria-label="What was added">
          <OneOf
            options={list.map((o, i) => ({ value: i, label: o.words }))}
            value={list.indexOf(chosen)}
            className="button !min-h-12 text-[17px]"
            onChoose={setAt}
          />
        </fieldset>
        <output className="mt-3 block font-head text-[56px] phone:text-[40px] font-semibold leading-none">
          {text || "0"} <span className="text-[28px]">{isTime ? "s" : unitLabel("mass", units)}</span>
        </output>
        <p className="mt-3 min-h-[2.6em] text-[19px] leading-snug" role="status" data-testid="added-follows">
          {asked ? (
            <span className="notice-amber block">{asked}</span>
          ) : isTime ? (
            "Seconds that the blender ran beyond the plan: the clock takes them, and no scent is blamed."
          ) : follows ? (
            <>
              {chosen.words} {grams(massOf(before))} → {grams(massOf(follows))}.{" "}
              {fresh && <span className="notice-amber mt-1 block">{fresh.message}</span>}
            </>
          ) : (
            `So far ${grams(massOf(before))} of ${chosen.words}.`
          )}
        </p>
      </div>
      <NumberPad text={text} onText={typed} onTake={take} onLeave={onLeave} take="Note it" />
    </section>
  );
}

/** Most that is noted at once, g or s. */
const MOST = 2000;
