import { useMemo, useState } from "react";
import { batterHexAt } from "../../../core/batter/colours";
import { reads } from "../../../core/colour/difference";
import { mixesFor } from "../../../core/colour/wish";
import type { Derived } from "../../../core/derive/derive";
import type { Plan, Portion } from "../../../core/document/schema";
import { byId } from "../../../core/units/byId";
import { rateBase } from "../../../core/units/dose";
import { useBench, useOnHand } from "../../parts/bench";
import type { Editable } from "../../parts/bound";

const NEAR_WORDS = { alike: "a match", close: "near it", apart: "the nearest there is" } as const;

/** Finds the mix of own colourants that comes nearest to a wished colour. */
export function WishedColour({
  open,
  plan,
  derived,
  portion,
}: {
  open: Editable;
  plan: Plan;
  derived: Derived;
  portion: Portion;
}) {
  const { colourants } = useBench("colourants");
  const onHand = useOnHand();
  const [wish, setWish] = useState<string | null>(null);
  const batter = byId(plan.batters, portion.batterId);
  const cup = derived.masses?.portions.find((m) => m.id === portion.id);
  const doseBase = useMemo(() => cup?.dose ?? rateBase(0.7, plan.measures), [cup, plan.measures]);
  const baseHex = batterHexAt(plan, batter, derived.masses, "cured");
  const mixes = useMemo(
    () =>
      wish === null
        ? []
        : mixesFor(
            wish,
            colourants.filter((c) => onHand("colourants", c.id) !== 0).map((c) => ({ id: c.id, row: c.document })),
            { baseHex, doseBase },
          ),
    [wish, colourants, onHand, baseHex, doseBase],
  );
  if (open.disabled) return null;
  return (
    <div className="mt-1">
      <label className="inline-flex items-center gap-2 text-muted">
        wished colour, cured
        <input
          type="color"
          className="h-6 w-9 rounded border border-rule bg-transparent p-0"
          value={wish ?? derived.colours[plan.portions.indexOf(portion)]?.cured ?? "#888888"}
          onChange={(e) => setWish(e.currentTarget.value)}
        />
      </label>
      {mixes.length > 0 && (
        <ul className="mt-1 grid gap-1">
          {mixes.map((m) => (
            <li key={m.colourants.map((c) => c.libraryId).join("+")} className="flex items-center gap-2 text-[13px]">
              <span className="inline-block h-5 w-9 border border-ink/40" style={{ background: m.hex }} />
              {m.colourants.map((c) => `${c.name} ${c.dose.amount} g`).join(" + ")} per 100 g oils
              <span className="text-muted">
                {NEAR_WORDS[reads(m.difference)]} (ΔE {m.difference.toFixed(1)})
              </span>
              <button
                type="button"
                className="ml-auto underline"
                onClick={() => {
                  open.set(["portions", `#${portion.id}`, "colourants"], m.colourants);
                  open.seal();
                }}
              >
                take it
              </button>
            </li>
          ))}
        </ul>
      )}
      {wish !== null && mixes.length === 0 && (
        <p className="text-[13px]">No colourants in the library to mix from yet.</p>
      )}
    </div>
  );
}
