import type { Opening } from "../../core/derive/opening";
import { FAMILIES } from "../../core/techniques/families/registry";
import { percent } from "./Wall";

/** The one change of this batter that opens most designs, with what it costs. */
export function Opens({ opening, onTry }: { opening: Opening; onTry(opening: Opening): void }) {
  const { change, opened, example } = opening;
  const more = opened.length - 1;
  return (
    <div
      className="notice-amber sticky -bottom-2 mt-4 flex narrow:static flex-wrap items-baseline gap-x-3 gap-y-1"
      data-testid="opens"
    >
      <p className="min-w-0 flex-1">
        <strong className="first-letter:uppercase">What opens most: {change.words}.</strong>{" "}
        <span className="first-letter:uppercase">{FAMILIES[example.family].label}</span> rises from{" "}
        {percent(example.before)} to {percent(example.after)}
        {more > 0 && `, and ${more} more ${more === 1 ? "design opens" : "designs open"}`}; {change.cost}.
      </p>
      <button type="button" data-own-enter className="button" onClick={() => onTry(opening)}>
        Try it
      </button>
    </div>
  );
}
