import { LIBRARY_KINDS, libraryNames } from "../../core/library/names";

/** The libraries that offer a starter set while they are empty; oils are there from the first start. */
const STARTER_SETS = LIBRARY_KINDS.filter((kind) => kind !== "oils");

/** Where a studio that has no batch yet begins. */
export function FirstTime() {
  return (
    <section aria-labelledby="first-head" className="mb-6 mt-6 max-w-[640px]">
      <h2 id="first-head" className="text-[20px]">
        The first batch
      </h2>
      <ol className="mt-2 list-decimal pl-6 text-[16px] leading-relaxed">
        <li>
          <a className="underline narrow:py-2.5" href="/new">
            Start with a design
          </a>
          : each is drawn as a usual batter allows it, with its chance.
        </li>
        <li>Take one and lay it out: weights, cups, pours, the clock and the cut face stand on its sheet.</li>
        <li>Make the formula, the mould and the colours yours, weigh up, and pour with it at the bench.</li>
      </ol>
      <p className="mt-3 text-muted">
        Oils are there already. Starter sets to begin with:{" "}
        {STARTER_SETS.map((kind, i) => (
          <span key={kind}>
            {i > 0 && " · "}
            <a className="underline narrow:py-2.5" href={`/library/${kind}`}>
              {libraryNames(kind).label.toLowerCase()}
            </a>
          </span>
        ))}
      </p>
    </section>
  );
}
