import { Plus } from "lucide-react";
import { pairWords } from "../../core/colour/judge";
import { nextId } from "../../core/document/ids";
import { plainColourant, plainPortion } from "../../core/document/newPlan";
import type { Portion } from "../../core/document/schema";
import type { Standing } from "../../core/document/underway";
import { BoundNumber } from "../parts/bound";
import { Says } from "../parts/Says";
import { Section } from "../parts/Section";
import { useUnits } from "../parts/units";
import { FromLastTime } from "./FromLastTime";
import { PortionRow } from "./PortionRow";
import { editable, type PanelProps } from "./panel";

const MOST_PORTIONS = 8;
/** Swatches for new portions, one after another. */
const NEW_SWATCHES = ["#c8403a", "#4f7f66", "#7a4a6d", "#2f6f8f", "#d98a4b", "#3b3a44", "#8fa9c4"] as const;
const NEW_NAMES = ["Ember", "Moss", "Plum", "Lake", "Clay", "Night", "Mist"] as const;

const WEIGHED = { quantity: "mass", isNullable: true, placeholder: "weigh" } as const;

type Props = PanelProps & {
  standing: Standing;
  batterId: string;
  onMore: (portionId: string) => void;
  onColours: () => void;
};

/** The cups of the split: share, colour, scent, what is kept back, and the target grams of each. */
export function PortionsPanel({ batch, derived, disabled, standing, batterId, onMore, onColours }: Props) {
  const { plan } = batch;
  const batter = plan.batters.find((b) => b.id === batterId) ?? plan.batters[0];
  const masses = derived.masses?.batters.find((b) => b.id === batter.id);
  const { grams } = useUnits();
  const open = editable(batch, disabled);
  const bowl = (field: "tareG" | "grossG") => ["batters", `#${batter.id}`, "bowl", field];

  const closest = derived.pairs[0];

  const add = () => {
    const id = nextId(plan, "p");
    const k = plan.portions.length - 1;
    const unused = NEW_NAMES.filter((name) => !plan.portions.some((p) => p.name === name));
    const pick = NEW_NAMES.indexOf(unused[0] ?? NEW_NAMES[k % NEW_NAMES.length]);
    const item: Portion = {
      ...plainPortion(id, batter.id, NEW_NAMES[pick], 10),
      colourants: [plainColourant(nextId(plan, "c"), `${NEW_NAMES[pick]} mica`, "mica", NEW_SWATCHES[pick], 0.6)],
    };
    batch.edit({ kind: "insert", path: ["portions"], index: plan.portions.length, item });
  };

  return (
    <Section
      head="Cups"
      headClass="text-[15px]"
      className="flex min-h-0 flex-col"
      beside={<span className="ml-auto text-[12.5px] text-muted">targets at the split</span>}
    >
      <FromLastTime batch={batch} disabled={disabled} beside="cups" />
      <div className="mt-0.5 flex items-baseline gap-2 rounded bg-paper px-1.5 py-1 text-[13px]">
        <BoundNumber label="bowl" {...WEIGHED} width="w-12 narrow:w-16" open={open} path={bowl("tareG")} />
        <BoundNumber label="with batter" {...WEIGHED} width="w-14 narrow:w-16" open={open} path={bowl("grossG")} />
      </div>
      <p className="mt-0.5 text-[12.5px] leading-tight text-muted">
        {masses
          ? masses.measuredBaseG === null
            ? `batter ${grams(masses.plannedBaseG)} as planned: weigh the bowl, then bowl with batter, for true targets`
            : `batter ${grams(masses.measuredBaseG)} by weight (planned ${grams(masses.plannedBaseG)})`
          : "no batter yet"}
      </p>
      <Says
        className="mt-1"
        notices={derived.notices}
        fields={(f) => f === "portions" || f === "portions.scent" || f.includes(".bowl.")}
      />
      <ul className="scroll-quiet -mr-2 mt-1 min-h-0 shrink overflow-y-auto pr-2">
        {plan.portions.map((portion) => (
          <PortionRow
            key={portion.id}
            portion={portion}
            batch={batch}
            derived={derived}
            disabled={disabled}
            standing={standing}
            onMore={onMore}
          />
        ))}
      </ul>
      <div className="mt-1 flex items-baseline justify-between">
        {!disabled && !standing.split.has(batter.id) && plan.portions.length < MOST_PORTIONS && (
          <button type="button" className="inline-flex items-center gap-1 text-muted hover:text-ink" onClick={add}>
            <Plus size={13} /> cup
          </button>
        )}
        <button type="button" className="ml-auto underline underline-offset-2" onClick={onColours}>
          colours, told apart?
        </button>
      </div>
      {closest && (
        <p
          className={`mt-1 text-[12.5px] ${closest.reads.cured === "apart" && closest.reads.fresh !== "alike" ? "notice-leaf" : "notice-amber"}`}
          data-testid="colour-verdict"
        >
          <strong>
            {plan.portions[closest.a].name} and {plan.portions[closest.b].name}
          </strong>
          , the closest pair, {pairWords(closest)}.
        </p>
      )}
    </Section>
  );
}
