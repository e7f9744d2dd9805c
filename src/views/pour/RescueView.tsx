import { useEffect, useState } from "react";
import type { Rescue, Rescues } from "../../core/derive/rescues";
import type { Plan } from "../../core/document/schema";
import type { WallFace } from "../../workers/wallFace";
import { percent } from "../chooser/Wall";
import { KeyHint } from "../keys/KeyHint";
import { RESCUE_KEYS } from "../keys/screens";
import { useKeys } from "../keys/useKeys";
import { FaceCanvas } from "../parts/FaceCanvas";
import { clock } from "../parts/format";
import { useUnits } from "../parts/units";
import { type FoundRescues, useRescues } from "./useRescues";

interface Props {
  plan: Plan;
  nowS: number;
  /** Whether the last thing noted was something seen, which can be taken back from here. */
  canTakeBack: boolean;
  onLayOut(rescue: Pick<Rescue, "words" | "edit">): void;
  onTakeBack(): void;
  onLeave(): void;
}

/** When a way fell away, s since first contact; null while it still stands. */
const goneS = (latestS: number | null | undefined, nowS: number): number | null =>
  typeof latestS === "number" && nowS > latestS ? latestS : null;
/** A range of percent, said once. */
const range = ({ low, high }: Rescue) => `${percent(low).replace(" %", "")} to ${percent(high)}`;

/** A face with the level up to which it is poured already. */
function Face({ rescue, rescues, face }: { rescue: Rescue; rescues: Rescues; face: WallFace | undefined }) {
  const isOverPoured = rescues.pouredMm > 0 && !rescue.isElsewhere;
  const at = 100 * (1 - Math.min(1, rescues.pouredMm / Math.max(1, rescue.levelMm)));
  return (
    <span className="relative block h-full w-full">
      <FaceCanvas face={face} label={`Predicted bar: ${rescue.words}`} />
      {isOverPoured && (
        <svg viewBox="0 0 100 100" preserveAspectRatio="none" className="absolute inset-0 h-full w-full" aria-hidden>
          <line x1="0" x2="100" y1={at} y2={at} stroke="#fff" strokeWidth="4" vectorEffect="non-scaling-stroke" />
          <line
            x1="0"
            x2="100"
            y1={at}
            y2={at}
            stroke="#20303a"
            strokeWidth="2"
            strokeDasharray="7 5"
            vectorEffect="non-scaling-stroke"
          />
        </svg>
      )}
    </span>
  );
}

const Odds = ({ r, isLarge = false }: { r: Rescue; isLarge?: boolean }) => (
  <span className="whitespace-nowrap text-right">
    <span className={`font-head block font-semibold leading-none ${isLarge ? "text-[52px]" : "text-[28px]"}`}>
      {percent(r.chance)}
    </span>
    <span className="block text-[14px] text-muted">{range(r)}</span>
  </span>
);

/** What it takes beside its chance: minutes, tools to wash, batter that is left over. */
function Takes({ r }: { r: Rescue }) {
  const { grams } = useUnits();
  const parts = [
    `${Math.max(1, Math.round(r.leftMin))} min`,
    ...r.tools.map((t) => `${t} to wash`),
    ...(r.unusedG >= 1 ? [`${grams(Math.round(r.unusedG))} left over`] : []),
  ];
  return <>{parts.join(" · ")}</>;
}

/** The way nearest to the plan that is likely, large. */
function Best({
  r,
  rescues,
  face,
  gone,
  onLayOut,
}: {
  r: Rescue;
  rescues: Rescues;
  face: WallFace | undefined;
  gone: number | null;
  onLayOut(): void;
}) {
  const { grams, mm } = useUnits();
  return (
    <section aria-label="Nearest to the plan" className="min-w-0">
      <div className="grid grid-cols-[minmax(0,390px)_minmax(0,1fr)] gap-5 phone:grid-cols-[150px_minmax(0,1fr)] phone:gap-3">
        <div className="aspect-[390/296] w-full border border-ink/40">
          <Face rescue={r} rescues={rescues} face={face} />
        </div>
        <div className="min-w-0">
          <p className="text-[16px] text-muted">best: nearest to the plan</p>
          <h3 className="text-[30px] leading-tight phone:text-[22px] first-letter:uppercase">{r.words}</h3>
          <div className="mt-1 inline-block">
            <Odds r={r} isLarge />
          </div>
          <p className="mt-2 text-[18px]">
            <Takes r={r} />
          </p>
          <p className="mt-1 text-[18px] leading-snug">
            <strong>Cost:</strong> {r.cost}
          </p>
        </div>
      </div>
      {rescues.pouredMm > 0 && !r.isElsewhere && (
        <p className="mt-2 text-[15px] text-muted">
          Below the dashed line: poured, {grams(Math.round(rescues.pouredG))}, {mm(rescues.pouredMm)}. It stays, but for
          what is still drawn or dropped through it.
        </p>
      )}
      <p className="mt-3 text-[19px] leading-snug">
        <strong>It goes:</strong> {r.goes.join(". ")}.
      </p>
      <button
        type="button"
        className="button button-main mt-3 !min-h-[74px] w-full justify-center !rounded-lg text-[22px]"
        disabled={gone !== null}
        onClick={onLayOut}
      >
        {gone === null ? "Lay it out" : `Too late since ${clock(gone)}`}{" "}
        <kbd className="rounded border border-current px-1.5 text-[16px] font-normal">1</kbd>
      </button>
    </section>
  );
}

/** How long there is to decide, and which way falls away when. */
function Deciding({
  list,
  latestS,
  nowS,
}: {
  list: readonly Rescue[];
  latestS: FoundRescues["latestS"];
  nowS: number;
}) {
  const falls = list
    .flatMap((r, i) => {
      const atS = latestS[r.id];
      return typeof atS === "number" && atS > nowS ? [{ number: i + 1, atS }] : [];
    })
    .sort((a, b) => a.atS - b.atS);
  const [first, ...later] = falls;
  if (!first)
    return (
      <h3 className="text-[26px]">
        {list.some((r) => latestS[r.id] === undefined) ? "Time to decide: a moment…" : "None of these falls away soon"}
      </h3>
    );
  return (
    <>
      <h3 className="text-[30px] leading-none">{clock(first.atS - nowS)} to decide</h3>
      <p className="mt-1 text-[15px] text-muted">
        then {first.number} falls away
        {later.slice(0, 2).map((f) => `, ${f.number} about ${clock(f.atS)}`)}
        {later.length < list.length - 1 && ", the rest keep longer"}. Then its chance is under 30 %: an estimate.
      </p>
    </>
  );
}

/** The ways to go on with what is left: each with the face that it would give, its chance and its cost. One key lays one out. */
export function RescueView({ plan, nowS, canTakeBack, onLayOut, onTakeBack, onLeave }: Props) {
  const { rescues, faces, latestS } = useRescues(plan, nowS);
  const [late, setLate] = useState<string | null>(null);
  const list = rescues?.list ?? [];
  const goneOf = (r: Rescue) => goneS(latestS[r.id], nowS);
  const take = (r: Rescue | undefined) => {
    if (!r) return false;
    if (goneOf(r) !== null) setLate(r.words);
    else onLayOut(r);
  };
  useKeys(RESCUE_KEYS, {
    layOut: (e) => (e.repeat ? false : take(list[Number(e.key) - 1])),
    wait: (e) => (e.repeat ? false : onLeave()),
    notRunning: (e) => (e.repeat || !canTakeBack ? false : onTakeBack()),
  });
  // biome-ignore lint/correctness/useExhaustiveDependencies: what was too late is said until the ways are new
  useEffect(() => setLate(null), [rescues]);
  const [best, ...others] = list;
  return (
    <section
      aria-label="Ways to go on"
      className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_minmax(0,1fr)] gap-8 overflow-y-auto px-6 py-4 max-lg:grid-cols-1 phone:px-4"
    >
      <div className="min-w-0">
        <h2 className="mb-3 text-[24px]">
          Go on differently?{" "}
          {rescues && <span className="text-[18px] font-normal">As planned: {percent(rescues.plan.chance)}.</span>}
        </h2>
        {rescues === undefined && <p role="status">Working out what else these cups can do…</p>}
        {rescues === null && <p>Nothing is left to pour: nothing can be changed any more.</p>}
        {rescues?.isLump && (
          <p className="notice-cut text-[19px] leading-snug">
            No other design is likely with what is left. What has set can be pressed into the mould in lumps, cooked, or
            cut up later and rebatched. It stays caustic: gear on.
          </p>
        )}
        {rescues && best && (
          <Best r={best} rescues={rescues} face={faces.get(best.id)} gone={goneOf(best)} onLayOut={() => take(best)} />
        )}
        {rescues && rescues.out.length > 0 && (
          <p className="mt-3 text-[15px] leading-snug text-muted">
            <strong>Out:</strong> {rescues.out.map((o) => `${o.words} (${o.reason})`).join(" · ")}
          </p>
        )}
      </div>
      <div className="min-w-0">
        {rescues && best && <Deciding list={list} latestS={latestS} nowS={nowS} />}
        <ul className="mt-3 divide-y divide-rule border-y border-rule">
          {rescues &&
            others.map((r, i) => (
              <li key={r.id}>
                <button
                  type="button"
                  className="grid w-full grid-cols-[44px_118px_minmax(0,1fr)_auto] items-center gap-4 py-2 text-left hover:bg-ink/5 disabled:opacity-60 phone:grid-cols-[40px_84px_minmax(0,1fr)_auto] phone:gap-2"
                  disabled={goneOf(r) !== null}
                  onClick={() => take(r)}
                >
                  <kbd className="flex h-16 items-center justify-center rounded-lg border-2 border-ink text-[22px]">
                    {i + 2}
                  </kbd>
                  <span className="block h-[88px] border border-ink/40 phone:h-[64px]">
                    <Face rescue={r} rescues={rescues} face={faces.get(r.id)} />
                  </span>
                  <span className="min-w-0">
                    <span className="block text-[19px] font-semibold leading-tight first-letter:uppercase">
                      {r.words}
                    </span>
                    <span className="block text-[15px] leading-snug text-muted">
                      {goneOf(r) !== null ? (
                        `too late since ${clock(goneOf(r)!)}`
                      ) : (
                        <>
                          <Takes r={r} /> · {r.cost}
                        </>
                      )}
                    </span>
                  </span>
                  <Odds r={r} />
                </button>
              </li>
            ))}
        </ul>
        {late && (
          <p role="status" className="notice-amber mt-3 text-[18px]">
            Too late for it: {late}. The others still stand.
          </p>
        )}
        <p className="mt-4 flex flex-wrap gap-3">
          <button type="button" className="button !min-h-16 px-5 text-[18px]" onClick={onLeave}>
            Pour on as planned{rescues ? `, ${percent(rescues.plan.chance)}` : ""} <KeyHint of={RESCUE_KEYS.wait} />
          </button>
          {canTakeBack && (
            <button type="button" className="button !min-h-16 px-5 text-[18px]" onClick={onTakeBack}>
              Not running after all <KeyHint of={RESCUE_KEYS.notRunning} />
            </button>
          )}
        </p>
        <p className="mt-2 text-[14px] text-muted">
          Chances: that every step that is left meets its window, by imagined pours. An estimate.
        </p>
      </div>
    </section>
  );
}
