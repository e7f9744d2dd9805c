import { format } from "date-fns";
import { X } from "lucide-react";
import { useEffect, useMemo, useState } from "react";
import { judgeFormula } from "../../../core/batter/judge";
import { nextId } from "../../../core/document/ids";
import { formulaPerGram } from "../../../core/formula/formula";
import type { Formula } from "../../../core/formula/formulaSchema";
import { oilLookup } from "../../../core/formula/oils";
import { statedWater, type WaterMethod } from "../../../core/formula/water";
import { ownRowsOf } from "../../../core/library/use";
import { rateBase } from "../../../core/units/dose";
import { AdditiveRows } from "../../parts/AdditiveRows";
import { api } from "../../parts/api";
import { useOilFinder } from "../../parts/bench";
import { BoundCheck, BoundNumber, BoundText, type Editable } from "../../parts/bound";
import { LiquidRows } from "../../parts/LiquidRows";
import { NumberField } from "../../parts/NumberField";
import { TraitLines } from "../../parts/TraitLines";
import { useUnits } from "../../parts/units";
import { OilPicker } from "../../sheet/formula/OilPicker";

/** Oils that the grams beside a library formula are stated for. */
const PER_OILS_G = 1000;

/** A formula of the library, per kilogram of oils; every version that it has had is kept. */
export function FormulaEditor({ open, id, formula }: { open: Editable; id: string; formula: Formula }) {
  const find = useOilFinder(formula);
  const { grams } = useUnits();
  const per = useMemo(() => formulaPerGram(formula, find), [formula, find]);
  const judgement = useMemo(() => judgeFormula(formula, find, 32), [formula, find]);
  const total = formula.oils.reduce((sum, o) => sum + o.sharePct, 0);
  const water = per && statedWater(per.allWaterG, per.lyeG, 1);
  const setOils = (oils: Formula["oils"]) => {
    open.set([], {
      ...formula,
      oils,
      oilRows: ownRowsOf(
        oils.map((o) => o.oilId),
        find,
      ),
    });
    open.seal();
  };
  const waterField = (method: WaterMethod, label: string, unit?: string) => (
    <NumberField
      label={label}
      unit={unit}
      decimals={3}
      width="w-14"
      value={formula.water.method === method ? formula.water.value : (water?.[method] ?? null)}
      onChange={(v) => (v === null ? "needs a number" : open.set(["water"], { method, value: v }))}
      onBlur={open.seal}
    />
  );
  return (
    <div className="grid gap-2.5">
      <table className="w-full">
        <tbody>
          {formula.oils.map((o) => (
            <tr key={o.id} className="border-b border-rule/60">
              <td className="py-0.5">{find(o.oilId)?.name ?? `${o.oilId}: not known`}</td>
              <td className="text-right">
                <BoundNumber
                  open={open}
                  path={["oils", `#${o.id}`, "sharePct"]}
                  label={`Share of ${find(o.oilId)?.name}`}
                  hideLabel
                  unit="%"
                  decimals={2}
                />
              </td>
              <td className="w-24 text-right font-semibold">
                {total > 0 ? grams((PER_OILS_G * o.sharePct) / total) : "–"}
              </td>
              <td className="w-6">
                <button
                  type="button"
                  className="icon-button !w-5"
                  aria-label={`Remove ${find(o.oilId)?.name ?? o.oilId}`}
                  onClick={() => setOils(formula.oils.filter((x) => x.id !== o.id))}
                >
                  <X size={13} />
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <div className="flex items-baseline justify-between">
        <OilPicker
          taken={formula.oils.map((o) => o.oilId)}
          onPick={(oilId) =>
            setOils([
              ...formula.oils,
              { id: nextId(formula, "l"), oilId, sharePct: Math.max(0, Number((100 - total).toFixed(2))) },
            ])
          }
        />
        <span className={Math.abs(total - 100) > 0.05 ? "notice-amber" : "text-muted"}>
          {Math.abs(total - 100) > 0.05 ? `adds up to ${Number(total.toFixed(2))} %, not 100 %` : "100 %"}
        </span>
      </div>
      <p className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <BoundNumber open={open} path={["superfatPct"]} label="superfat" unit="%" />
        <BoundNumber open={open} path={["lye", "purityPct"]} label="NaOH purity" unit="%" />
        <BoundNumber open={open} path={["lye", "kohSharePct"]} label="KOH part" unit="%" />
        {formula.lye.kohSharePct > 0 && (
          <BoundNumber open={open} path={["lye", "kohPurityPct"]} label="KOH purity" unit="%" />
        )}
        <BoundCheck open={open} path={["lye", "coversAcids"]} label="lye covers acids" />
      </p>
      <p className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
        {waterField("concentration", "lye in the water", "%")}
        {waterField("ratio", "water : lye")}
        {waterField("percentOfOils", "water on oils", "%")}
        <BoundNumber open={open} path={["iceSharePct"]} label="as ice" unit="%" />
      </p>
      <LiquidRows
        open={open}
        path={["liquids"]}
        liquids={formula.liquids}
        massOf={(q) => {
          const massG = per?.liquids.find((x) => x.id === q)?.massG;
          return massG === undefined ? undefined : massG * PER_OILS_G;
        }}
      />
      {per && (
        <p className="border-l-4 border-cut bg-[var(--field)] px-2 py-1">
          For {grams(PER_OILS_G)} of oils: NaOH <strong>{grams(per.naohG * PER_OILS_G)}</strong>
          {per.kohG > 0 && (
            <>
              , KOH <strong>{grams(per.kohG * PER_OILS_G)}</strong>
            </>
          )}
          , water <strong>{grams(per.waterG * PER_OILS_G)}</strong>
          {per.liquidG > 0 && (
            <>
              , other liquids <strong>{grams(per.liquidG * PER_OILS_G)}</strong>
            </>
          )}
          . Lye into water, never water into lye.
          {per.solutionPct > 50 && " The lye would be above 50 %: it cannot be poured like this."}
        </p>
      )}
      <h3 className="text-[15px]">Additives</h3>
      <AdditiveRows
        open={open}
        path={["additives"]}
        additives={formula.additives}
        base={per && rateBase(per.oilsPerBaseG)}
        isRateOnly
        massOf={(a) => {
          const massG = per?.additives.find((x) => x.id === a)?.massG;
          return massG === undefined ? undefined : massG * PER_OILS_G;
        }}
      />
      {judgement && <TraitLines judgement={judgement} />}
      <BoundText open={open} path={["notes"]} label="notes" rows={3} />
      <Versions id={id} formula={formula} onTake={(document) => open.set([], document)} />
    </div>
  );
}

interface Version {
  version: number;
  savedAt: string;
  document: Formula;
}

/** Every version of the formula, with what differs in short; an old one can be taken up again. */
function Versions({ id, formula, onTake }: { id: string; formula: Formula; onTake: (document: Formula) => void }) {
  const [versions, setVersions] = useState<Version[] | null>(null);
  const [isOpen, setOpen] = useState(false);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a change of the formula makes a new version a moment later
  useEffect(() => {
    if (!isOpen) return;
    const timer = setTimeout(
      () =>
        void api<Version[]>(`/api/library/formulas/${encodeURIComponent(id)}/versions`).then(
          (a) => a.ok && setVersions(a.value),
        ),
      600,
    );
    return () => clearTimeout(timer);
  }, [id, isOpen, formula]);
  const find = oilLookup(formula.oilRows);
  const inShort = (f: Formula) =>
    `${f.oils.map((o) => `${find(o.oilId)?.name ?? o.oilId} ${Number(o.sharePct.toFixed(1))}`).join(", ")}; superfat ${f.superfatPct} %`;
  return (
    <details onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary>Versions kept</summary>
      {versions === null ? (
        <p className="text-muted">Fetching…</p>
      ) : (
        <ol className="mt-1">
          {versions.map((v) => (
            <li key={v.version} className="flex items-baseline gap-2 border-t border-rule/60 py-0.5 text-[13px]">
              <strong>{v.version}</strong>
              <span className="whitespace-nowrap text-muted">{format(new Date(v.savedAt), "d MMM yyyy HH:mm")}</span>
              <span className="min-w-0 flex-1 truncate">{inShort(v.document)}</span>
              <button type="button" className="underline" onClick={() => onTake(v.document)}>
                take up again
              </button>
            </li>
          ))}
        </ol>
      )}
    </details>
  );
}
