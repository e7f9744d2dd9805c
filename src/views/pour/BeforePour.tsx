import type { Derived } from "../../core/derive/derive";
import type { Notice } from "../../core/document/notice";
import { lyeName } from "../../core/prepare/lyeJug";
import { openItems } from "../../core/prepare/weighUp";
import { byId } from "../../core/units/byId";
import { useUnits } from "../parts/units";
import type { OpenBatch } from "../parts/useBatch";
import { PrepClock } from "./PrepClock";
import { Thermometer } from "./Thermometer";

const CAUTIONS = [
  "Goggles, gloves, long sleeves and trousers, closed shoes; hair tied. The gear stays on until the washing-up is done.",
  "Lye into water, never water into lye; stir until no crust sits at the bottom. Heat-proof vessel, no aluminium.",
  "Raw batter is caustic too. On skin: rinse with plenty of water. In the eyes: rinse 15-20 minutes and seek medical help. Swallowed: poison centre or doctor, no vomiting.",
  "Follow the suppliers' safety data sheets and local rules; a fragrance's certificate sets its limit for the cured bar.",
];

interface Props {
  id: string;
  batch: OpenBatch;
  derived: Derived;
  /** Whether this device goes on with the pour while the server is away; null while it is not known. */
  isKept: boolean | null;
  /** When the page was written, ms. */
  openedMs: number;
  onStart: () => void;
}

/** Cautions and what stands in the way, before lye meets oil. Unticked safety items bar the start; others are asked about once: what bars it stands next to the button, on a phone below it. */
export function BeforePour({ id, batch, derived, isKept, openedMs, onStart }: Props) {
  const { grams } = useUnits();
  const blocks = derived.notices.filter((n) => n.level === "block");
  const asks = derived.notices.filter((n) => n.level === "ask");
  const open = openItems(derived.weighUp);
  const goesOn = batch.plan.weighUp.goesOnUnticked;
  const isAsked = open.safety.length === 0 && open.others.length > 0 && !goesOn;
  return (
    <div className="mx-auto grid max-w-[1180px] grid-cols-[minmax(0,1fr)_400px] gap-10 p-8 text-[18px] max-lg:grid-cols-1">
      <div>
        <h1 className="text-[34px]">Before lye meets oil</h1>
        <ul className="mt-4 grid gap-2.5">
          {CAUTIONS.map((c) => (
            <li key={c} className="border-l-4 border-cut pl-3 leading-snug">
              {c}
            </li>
          ))}
        </ul>
        <button
          type="button"
          className="button button-main mt-7 !min-h-[76px] px-8 text-[24px] disabled:!bg-rule disabled:!text-ink"
          disabled={blocks.length > 0 || open.safety.length > 0 || isAsked}
          onClick={onStart}
        >
          Lye meets oil now: start the clock
        </button>
        <p className="mt-2 text-[15px] text-muted">
          Press it when the first lye goes into the oils. From then on every step is one key.
        </p>
        {isKept !== null && (
          <p className="mt-2 text-[15px] text-muted" data-testid="kept">
            {isKept
              ? "This device keeps the pour: it goes on, through a reload too, while the server is away."
              : "Keep this page open during the pour: this device cannot open it anew while the server is away. What you record is kept either way."}
          </p>
        )}
      </div>
      <div>
        {open.safety.length > 0 && (
          <section className="mb-5">
            <h2 className="text-[20px] text-cut">Not ticked yet</h2>
            <p className="notice-cut mt-2 text-[16px]">
              {open.safety.length} of the safety items on the weigh-up sheet. The pour cannot start without them.
            </p>
            <a className="button button-main mt-2 !min-h-12" href={`/batches/${id}/weigh`}>
              To the weigh-up sheet
            </a>
          </section>
        )}
        {isAsked && (
          <section className="mb-5">
            <h2 className="text-[20px]">Go on without these?</h2>
            <p className="notice-amber mt-2 text-[16px]">
              {open.others.length} {open.others.length === 1 ? "line of" : "lines of"} the weigh-up{" "}
              {open.others.length === 1 ? "is" : "are"} not ticked:{" "}
              {open.others
                .slice(0, 4)
                .map((i) => i.words)
                .join("; ")}
              {open.others.length > 4 ? "; and more" : ""}.
            </p>
            <p className="mt-2 flex flex-wrap gap-2">
              <a className="button !min-h-12" href={`/batches/${id}/weigh`}>
                Tick them
              </a>
              <button
                type="button"
                className="button !min-h-12"
                onClick={() => {
                  batch.set(["weighUp", "goesOnUnticked"], true);
                  batch.seal();
                }}
              >
                All is at hand: go on
              </button>
            </p>
          </section>
        )}
        <Notices head="Cannot be poured yet" className="notice-cut" notices={blocks} />
        <Meeting id={id} batch={batch} derived={derived} openedMs={openedMs} />
        <Notices head="Look at these first" className="notice-amber" notices={asks} />
        {derived.masses && (
          <section>
            <h2 className="text-[20px]">Ready at hand</h2>
            {derived.masses.batters.map((b) => (
              <p key={b.id} className="mt-2 text-[16px] leading-relaxed">
                {grams(b.oilsG)} of oils, {grams(b.lyeG)} of lye as {lyeName(byId(batch.plan.batters, b.id), b)}, both
                at the plan's temperature; colours dispersed, scents weighed, one part per cup.
              </p>
            ))}
          </section>
        )}
      </div>
    </div>
  );
}

/** When lye and oils stand at the target together: which to begin first, and by how much. */
function Meeting({ id, batch, derived, openedMs }: Pick<Props, "id" | "batch" | "derived" | "openedMs">) {
  const { say } = useUnits();
  const { timeline } = derived;
  const { batters, practice } = batch.plan;
  if (!timeline?.meetings.length) return null;
  const minutes = (v: number) => `${Math.round(v)} min`;
  const needs = (v: number | null) =>
    v === null
      ? "will not come down by itself in this room: stand it in cold water"
      : `needs ${minutes(v)} to come down`;
  const degrees = (c: number) => say(Math.round(c), "temperature");
  const meetAt = (m: (typeof timeline.meetings)[number], targetC: number) => {
    const [first, other] = m.firstBegun === "lye" ? ["mix the lye", "oils"] : ["melt the oils", "lye"];
    const lead = m.leadMin !== null && m.leadMin >= 1 ? `, ${minutes(m.leadMin)} before the ${other}` : "";
    const lye =
      m.lyePeakC < targetC - 1
        ? `The lye stays at about ${degrees(m.lyePeakC)}: warm it gently in a water bath, or pour it as it is into warmer oils`
        : `The lye climbs to about ${degrees(m.lyePeakC)} and ${needs(m.lyeMin)}`;
    return `For ${say(targetC, "temperature")} ${first} first${lead}. ${lye}; oils melted to ${degrees(m.oilsFromC)} ${needs(m.oilsMin)}.`;
  };
  return (
    <section className="mb-5 text-[16px]" aria-labelledby="meeting-head">
      <h2 id="meeting-head" className="text-[20px]">
        Lye and oils meet
      </h2>
      {timeline.meetings.map((m) => {
        const batter = byId(batters, m.batterId);
        return (
          <p key={m.batterId} className="mt-1 leading-snug">
            {batters.length > 1 && <strong>{batter.name}: </strong>}
            {practice.temperature === "melt"
              ? `Hot lye melts the hard fats: mix it last, pour it over them at once and stir until all is clear. It climbs to about ${degrees(m.lyePeakC)}; together they come to about ${degrees(batter.startTemperatureC)}, as planned.`
              : meetAt(m, batter.startTemperatureC)}
          </p>
        );
      })}
      <p className="mt-1 text-[14px] text-muted">Estimates for still air; the thermometer decides.</p>
      <PrepClock id={id} plan={batch.plan} meetings={timeline.meetings} openedMs={openedMs} />
      {derived.masses &&
        batters.map((b) => (
          <Thermometer key={b.id} batch={batch} batter={b} masses={byId(derived.masses!.batters, b.id)} />
        ))}
    </section>
  );
}

function Notices({ head, className, notices }: { head: string; className: string; notices: readonly Notice[] }) {
  if (notices.length === 0) return null;
  return (
    <section className="mb-5">
      <h2 className={`text-[20px] ${className === "notice-cut" ? "text-cut" : ""}`}>{head}</h2>
      {notices.map((n) => (
        <p key={n.field + n.message} className={`${className} mt-2 text-[16px]`}>
          {n.message}
        </p>
      ))}
    </section>
  );
}
