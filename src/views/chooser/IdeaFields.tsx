import { type ReactNode, useId } from "react";
import { type Idea, MOST_COLOURS } from "../../core/library/idea";
import { FAMILIES, FAMILY_IDS } from "../../core/techniques/families/registry";
import { useBench } from "../parts/bench";
import { Check } from "../parts/Check";
import { Choose, named, type Option } from "../parts/Choose";
import { Spot } from "../parts/Cup";
import { NumberField } from "../parts/NumberField";

const WIDE = "field w-full";
const FAMILY_OPTIONS = FAMILY_IDS.map((id) => ({ value: id, label: FAMILIES[id].label }));
const USUAL_ORDER = { bars: 40, curedBarG: 120, dueOn: null } as const;

function Part({ head, children }: { head: string; children: ReactNode }) {
  const id = useId();
  return (
    <section aria-labelledby={id} className="mb-4">
      <h2 id={id} className="mb-1.5 border-b border-ink pb-0.5 text-[16px]">
        {head}
      </h2>
      {children}
    </section>
  );
}

/** A part with one choice, which may stay empty. @param none what an empty one means */
function ChoicePart<V extends string>({
  head,
  none,
  value,
  options,
  onChoose,
  children,
}: {
  head: string;
  none: string;
  value: V | null;
  options: readonly Option<V>[];
  onChoose(value: V | null): void;
  children?: ReactNode;
}) {
  const all: Option<V | "">[] = [{ value: "", label: none }, ...options];
  const choose = (chosen: V | "") => onChoose(chosen === "" ? null : chosen);
  return (
    <Part head={head}>
      <Choose label={head} className={WIDE} value={value ?? ""} options={all} onChoose={choose} />
      {children}
    </Part>
  );
}

/** What is fixed of a new batch; every part may stay empty. */
export function IdeaFields({ idea, onIdea }: { idea: Idea; onIdea(idea: Idea): void }) {
  const { scents, colourants, moulds } = useBench("scents", "colourants", "moulds");
  const set = (part: Partial<Idea>): null => {
    onIdea({ ...idea, ...part });
    return null;
  };
  const chosen = idea.colourIds.flatMap((id) => colourants.find((c) => c.id === id) ?? []);
  const free = colourants.filter((c) => !idea.colourIds.includes(c.id));
  const { order } = idea;
  return (
    <div className="narrow:grid narrow:grid-cols-2 narrow:gap-x-6 phone:block">
      <ChoicePart
        {...{ head: "Scent", none: scents.length ? "not fixed yet" : "no scents in your library yet" }}
        {...{ value: idea.scentId, options: named(scents) }}
        onChoose={(scentId) => set({ scentId })}
      >
        <p className="mt-1 text-[12.5px] text-muted">
          {idea.scentId
            ? "Into the whole batter; single cups can be scented on the sheet."
            : "It decides most: choose one to narrow the wall."}
        </p>
      </ChoicePart>
      <Part head="Colours">
        <ul>
          {chosen.map((c) => (
            <li key={c.id} className="flex items-center gap-2 py-0.5">
              <Spot hex={c.document.patches[0].cured} />
              <span className="min-w-0 flex-1 truncate">{c.document.name}</span>
              <button
                type="button"
                data-own-enter
                className="icon-button"
                aria-label={`Leave ${c.document.name} out`}
                onClick={() => set({ colourIds: idea.colourIds.filter((id) => id !== c.id) })}
              >
                ×
              </button>
            </li>
          ))}
        </ul>
        {chosen.length < MOST_COLOURS && (
          <Choose
            label="Add a colour"
            className={WIDE}
            invite={
              chosen.length
                ? "one more colour"
                : colourants.length
                  ? "ink and brass, to begin with"
                  : "no colours in your library yet"
            }
            options={named(free)}
            onChoose={(id) => set({ colourIds: [...idea.colourIds, id] })}
          />
        )}
        <p className="mt-1 text-[12.5px] text-muted">Beside a plain base; one cup each.</p>
      </Part>
      <ChoicePart
        {...{ head: "Mould", none: "loaf 250 × 90 × 70 mm", value: idea.mouldId, options: named(moulds) }}
        onChoose={(mouldId) => set({ mouldId })}
      />
      <Part head="Order">
        <Check
          label="for an order"
          checked={order !== null}
          onCheck={(isOn) => set({ order: isOn ? USUAL_ORDER : null })}
        />
        {order && (
          <div className="mt-1 grid gap-1">
            <NumberField
              label="bars"
              value={order.bars}
              width="w-14"
              onChange={(v) =>
                v === null || !Number.isInteger(v) || v < 1 || v > 5000
                  ? "goes from 1 to 5000"
                  : set({ order: { ...order, bars: v } })
              }
            />
            <NumberField
              label="each, cured"
              quantity="mass"
              value={order.curedBarG}
              width="w-16"
              onChange={(v) =>
                v === null || v < 5 || v > 2000 ? "goes from 5 to 2000 g" : set({ order: { ...order, curedBarG: v } })
              }
            />
            <label className="inline-flex items-baseline gap-1 text-muted">
              due
              <input
                type="date"
                className="field text-ink"
                value={order.dueOn ?? ""}
                onChange={(e) => set({ order: { ...order, dueOn: e.currentTarget.value || null } })}
              />
            </label>
          </div>
        )}
      </Part>
      <ChoicePart
        {...{ head: "Technique", none: "whatever the batter allows", value: idea.family, options: FAMILY_OPTIONS }}
        onChoose={(family) => set({ family })}
      />
    </div>
  );
}
