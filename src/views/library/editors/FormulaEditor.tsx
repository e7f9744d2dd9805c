import { useEffect, useMemo, useState } from "react";
import { judgeFormula } from "../../../core/batter/judge";
import { type FormulaPerGram, formulaPerGram } from "../../../core/formula/formula";
import type { Formula } from "../../../core/formula/formulaSchema";
import { oilLookup } from "../../../core/formula/oils";
import { statedWater } from "../../../core/formula/water";
import { ownRowsOf } from "../../../core/library/use";
import { rateBase } from "../../../core/units/dose";
import { api } from "../../parts/api";
import { useOilFinder } from "../../parts/bench";
import { BoundText, type Editable } from "../../parts/bound";
import { format } from "../../parts/dates";
import { FormulaFields, type FormulaGrams } from "../../parts/FormulaFields";
import { TraitLines } from "../../parts/TraitLines";
import { useUnits } from "../../parts/units";

/** Oils that the grams beside a library formula are stated for. */
const PER_OILS_G = 1000;

/** Grams of a formula for the stated mass of oils. */
function gramsOf(formula: Formula, per: FormulaPerGram): FormulaGrams {
  const total = formula.oils.reduce((sum, o) => sum + o.sharePct, 0);
  const g = (perGram: number) => perGram * PER_OILS_G;
  const each = (rows: readonly { id: string; massG: number }[]) => rows.map((r) => ({ id: r.id, massG: g(r.massG) }));
  return {
    oils: formula.oils.map((o) => ({ id: o.id, massG: g(o.sharePct / total) })),
    liquids: each(per.liquids),
    additives: each(per.additives),
    naohG: g(per.naohG),
    kohG: g(per.kohG),
    waterG: g(per.waterG),
    iceG: g(per.iceG),
    liquidG: g(per.liquidG),
    allWaterG: g(per.allWaterG),
    effectiveSuperfatPct: null,
  };
}

/** A formula of the library, per kilogram of oils; every version that it has had is kept. */
export function FormulaEditor({ open, id, formula }: { open: Editable; id: string; formula: Formula }) {
  const find = useOilFinder(formula);
  const { grams } = useUnits();
  const per = useMemo(() => formulaPerGram(formula, find), [formula, find]);
  const judgement = useMemo(() => judgeFormula(formula, find, 32), [formula, find]);
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
  const masses = useMemo(() => per && gramsOf(formula, per), [formula, per]);
  return (
    <div className="grid gap-2.5">
      <p className="text-muted">For {grams(PER_OILS_G)} of oils:</p>
      <FormulaFields
        open={open}
        path={[]}
        formula={formula}
        find={find}
        masses={masses}
        water={per && statedWater(per.allWaterG, per.lyeG, 1)}
        base={per && rateBase(per.oilsPerBaseG)}
        isRateOnly
        onOils={setOils}
      />
      {per && per.solutionPct > 50 && (
        <p className="notice-cut">The lye would be above 50 %: it cannot be poured like this.</p>
      )}
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
