import type { Choice } from "../../core/derive/choices";
import type { Plan } from "../../core/document/schema";
import { FAMILIES } from "../../core/techniques/families/registry";
import { Spot } from "../parts/Cup";

const WIDTH = 208;
const HEIGHT = 16;
/** Half the height of a ribbon while its cup is thin, and when it is thick. */
const [THIN, THICK] = [2, 7];

const minutes = (s: number) => `${Math.round(s / 60)} min`;

function inWords({ mediumS, thickS }: Choice["flows"][number], playedS: number): string {
  if (mediumS === null) return `not medium within ${minutes(playedS)}`;
  return thickS === null
    ? `medium at ${minutes(mediumS)}`
    : `medium at ${Math.round(mediumS / 60)}, thick at ${minutes(thickS)}`;
}

/** How long each cup flows in the design in hand, and when it is needed last: what sorts the wall. */
export function Flows({ plan, choice }: { plan: Plan; choice: Choice }) {
  const x = (s: number) => Math.min(WIDTH, (s / choice.playedS) * WIDTH);
  const middle = HEIGHT / 2;
  return (
    <section aria-labelledby="flows-head" className="mt-4 narrow:order-1 narrow:mt-0">
      <h2 id="flows-head" className="mb-1 border-b border-ink pb-0.5 text-[16px]">
        How long they flow
      </h2>
      <p className="text-[12.5px] text-muted">
        In the {FAMILIES[choice.family].label}, from first contact; the line is its last pour or stroke. Estimates.
      </p>
      <ul className="mt-1 grid gap-1">
        {choice.flows.map((f) => {
          const at = plan.portions.findIndex((p) => p.id === f.portionId);
          const end = f.thickS === null ? WIDTH : x(f.thickS);
          const isLate = f.lastS !== null && f.thickS !== null && f.lastS > f.thickS;
          return (
            <li key={f.portionId}>
              <span className="flex items-baseline gap-1.5">
                <Spot hex={choice.palette[at]} />
                <strong className="whitespace-nowrap">{plan.portions[at]?.name}</strong>
                <span className="ml-auto text-right text-[12.5px] text-muted">{inWords(f, choice.playedS)}</span>
              </span>
              <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="block w-full max-w-[420px]" aria-hidden="true">
                <path d={`M0 ${middle}H${WIDTH}`} className="stroke-rule" strokeDasharray="3 3" />
                <path
                  d={`M0 ${middle - THIN}L${end} ${middle - THICK}V${middle + THICK}L0 ${middle + THIN}Z`}
                  fill={choice.palette[at]}
                  className="stroke-ink"
                />
                {f.lastS !== null && (
                  <path d={`M${x(f.lastS)} 0V${HEIGHT}`} className="stroke-cut" strokeWidth={isLate ? 3 : 1.5} />
                )}
              </svg>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
