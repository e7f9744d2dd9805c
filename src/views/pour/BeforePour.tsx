import type { Derived } from "../../core/plan/derive";
import { grams } from "../parts/format";

const CAUTIONS = [
  "Goggles, gloves, long sleeves and trousers, closed shoes; hair tied. The gear stays on until the washing-up is done.",
  "Children and pets out, fresh air, surface covered.",
  "Lye into water, never water into lye; stir until no crust sits at the bottom. Heat-proof vessel, no aluminium.",
  "Raw batter is caustic too. On skin: rinse with plenty of water. In the eyes: rinse 15-20 minutes and seek medical help. Swallowed: poison centre or doctor, no vomiting.",
  "Follow the suppliers' safety data sheets and local rules; a fragrance's certificate sets its limit for the cured bar.",
];

/** Cautions and what stands in the way, before lye meets oil. */
export function BeforePour({ derived, onStart }: { derived: Derived; onStart: () => void }) {
  const blocks = derived.notices.filter((n) => n.level === "block");
  const asks = derived.notices.filter((n) => n.level === "ask");
  const batter = derived.masses?.batters[0];
  return (
    <div className="mx-auto grid max-w-[1180px] grid-cols-[minmax(0,1fr)_360px] gap-10 p-8 text-[18px] max-lg:grid-cols-1">
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
          disabled={blocks.length > 0}
          onClick={onStart}
        >
          Lye meets oil now: start the clock
        </button>
        <p className="mt-2 text-[15px] text-muted">
          Press it when the first lye goes into the oils. From then on every step is one key.
        </p>
      </div>
      <div>
        {blocks.length > 0 && (
          <section className="mb-5">
            <h2 className="text-[20px] text-cut">Cannot be poured yet</h2>
            {blocks.map((n) => (
              <p key={n.field + n.message} className="notice-cut mt-2 text-[16px]">
                {n.message}
              </p>
            ))}
          </section>
        )}
        {asks.length > 0 && (
          <section className="mb-5">
            <h2 className="text-[20px]">Look at these first</h2>
            {asks.map((n) => (
              <p key={n.field + n.message} className="notice-amber mt-2 text-[16px]">
                {n.message}
              </p>
            ))}
          </section>
        )}
        {batter && (
          <section>
            <h2 className="text-[20px]">Ready at hand</h2>
            <p className="mt-2 text-[16px] leading-relaxed">
              {grams(batter.oilsG)} of oils, {grams(batter.lyeG)} of lye in {grams(batter.waterG)} of water, both cooled
              to the plan's temperature; colours dispersed, scents weighed, one part per cup.
            </p>
          </section>
        )}
      </div>
    </div>
  );
}
