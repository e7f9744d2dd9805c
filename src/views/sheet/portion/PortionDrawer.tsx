import { COLOUR_TIMES } from "../../../core/colour/colourantSchema";
import { spreadOverMoulds } from "../../../core/document/moulds";
import { additiveRow } from "../../../core/formula/additives";
import { AdditiveRows } from "../../parts/AdditiveRows";
import { BoundNumber, BoundSelect, BoundText } from "../../parts/bound";
import { Choose, named } from "../../parts/Choose";
import { Drawer } from "../../parts/Drawer";
import { OneOf } from "../../parts/OneOf";
import { OwnBatchesSay } from "../../parts/OwnBatchesSay";
import { Says } from "../../parts/Says";
import { useUnits } from "../../parts/units";
import { editable, type PanelProps } from "../panel";
import { ColourMix } from "./ColourMix";
import { ScentMix } from "./ScentMix";
import { WishedColour } from "./WishedColour";

type Props = PanelProps & { portionId: string; onPortion: (id: string) => void; onClose: () => void };

const TIME_WORDS = { fresh: "at the pour", nextDay: "next day", cured: "cured" } as const;

/** All of one cup: its colour mix and what becomes of it, its scent and limits, its additives, and what is kept back. */
export function PortionDrawer({ batch, derived, disabled, portionId, onPortion, onClose }: Props) {
  const { plan } = batch;
  const portion = plan.portions.find((p) => p.id === portionId);
  const { grams } = useUnits();
  if (!portion) return null;
  const open = editable(batch, disabled);
  const at = (...rest: string[]) => ["portions", `#${portion.id}`, ...rest];
  const cup = derived.masses?.portions.find((m) => m.id === portion.id);
  const ofBatter = plan.batters.find((b) => b.id === portion.batterId)?.additives ?? [];
  const late = (cup?.additives ?? []).flatMap((x) => {
    const own = x.from === "batter" ? ofBatter.find((a) => a.id === x.id) : undefined;
    return own ? [{ id: x.id, massG: x.massG, label: own.label || additiveRow(own.kind).label }] : [];
  });
  const colours = derived.colours[plan.portions.indexOf(portion)];
  const keeps = [
    ["keptBackPct", "for the top", cup?.keptBackG],
    ["pipingPct", "for piping", cup?.pipingG],
    ["samplePct", "as a sample", cup?.sampleG],
  ] as const;
  return (
    <Drawer title={`Cup of ${portion.name}`} width={600} onClose={onClose}>
      <div className="flex flex-wrap gap-1 border-b border-rule pb-2">
        <OneOf
          options={named(plan.portions)}
          value={portion.id}
          className="button !min-h-6 narrow:!min-h-[44px] !px-2"
          onChoose={onPortion}
        />
      </div>
      <div className="mt-2 flex items-end gap-3">
        <BoundText open={open} path={at("name")} label="name" className="w-36" />
        {plan.batters.length > 1 && (
          <BoundSelect
            open={open}
            path={at("batterId")}
            label="from"
            options={plan.batters.map((b) => ({ value: b.id, label: b.name }))}
          />
        )}
        {cup && (
          <p className="mb-0.5 text-muted">
            <strong className="text-ink">{grams(cup.baseG)}</strong> at the split, {grams(cup.finishedG)} finished
          </p>
        )}
      </div>
      <h3 className="mt-3 text-[15px]">Colour</h3>
      <ul className="mb-2 mt-1 flex gap-2 text-[12.5px] text-muted" aria-label="Predicted colour">
        {COLOUR_TIMES.map((t) => (
          <li key={t} className="flex-1">
            <span className="block h-9 border border-ink/40" style={{ background: colours?.[t] }} />
            {TIME_WORDS[t]} <span className="text-[11.5px]">{colours?.[t]}</span>
          </li>
        ))}
      </ul>
      <ColourMix open={open} plan={plan} derived={derived} portion={portion} />
      <WishedColour open={open} plan={plan} derived={derived} portion={portion} />
      <h3 className="mt-3 mb-1 text-[15px]">Scent of this cup</h3>
      <ScentMix open={open} path={at("scent")} of={portion} masses={cup} plan={plan} derived={derived} />
      {portion.colourants.map((c) =>
        c.libraryId ? <OwnBatchesSay key={c.id} kind="colourants" id={c.libraryId} name={c.name} /> : null,
      )}
      {portion.scent?.libraryId && (
        <OwnBatchesSay kind="scents" id={portion.scent.libraryId} name={portion.scent.name} />
      )}
      {late.length > 0 && (
        <p className="mt-3">
          Of the whole formula, stirred in here after the colour:{" "}
          {late.map((a) => (
            <span key={a.id} className="mr-2 whitespace-nowrap">
              {a.label} <strong>{grams(a.massG)}</strong>
            </span>
          ))}
        </p>
      )}
      <h3 className="mt-3 mb-1 text-[15px]">Additives to this cup only</h3>
      <AdditiveRows
        open={open}
        path={at("additives")}
        additives={portion.additives}
        massOf={(id) => cup?.additives.find((x) => x.id === id && x.from === "cup")?.massG}
        base={cup?.dose ?? null}
        kinds={["clay", "charcoal", "titanium-dioxide", "salt", "oatmeal", "honey", "other"]}
      />
      <h3 className="mt-3 mb-1 text-[15px]">Kept back from the finished cup</h3>
      <p className="mt-1 flex flex-wrap gap-x-4 gap-y-1">
        {keeps.map(([field, label, massG]) => (
          <span key={field} className="whitespace-nowrap">
            <BoundNumber open={open} path={at(field)} label={label} unit="%" width="w-10" />
            {massG !== undefined && massG > 0.05 && <span className="ml-1 font-semibold">{grams(massG)}</span>}
          </span>
        ))}
        <BoundNumber open={open} path={["toolLossPct"]} label="stays on tools, every cup" unit="%" width="w-10" />
      </p>
      {cup && <p className="mt-1 text-[12.5px] text-muted">Left for the mould: {grams(cup.pourG)}.</p>}
      {plan.moulds.length > 1 && (
        <p className="mt-2">
          <label className="inline-flex items-baseline gap-1 text-muted">
            poured into
            <Choose
              value={portion.onlyMouldId ?? ""}
              className="field text-ink"
              disabled={disabled}
              options={[
                { value: "", label: "all moulds, by their volume" },
                ...plan.moulds.map((m) => ({ value: m.id, label: `${m.name} alone` })),
              ]}
              onChoose={(value) => {
                const only = value || null;
                const portions = plan.portions.map((p) => (p.id === portion.id ? { ...p, onlyMouldId: only } : p));
                batch.edit({
                  kind: "all",
                  edits: [
                    { kind: "set", path: at("onlyMouldId"), value: only },
                    spreadOverMoulds({ ...plan, portions }),
                  ],
                });
              }}
            />
          </label>
        </p>
      )}
      <Says className="mt-2" notices={derived.notices} fields={(f) => f.startsWith(`portions.${portion.id}.`)} />
    </Drawer>
  );
}
