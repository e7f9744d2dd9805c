import type { Derived } from "../../../core/derive/derive";
import { scentCarriers, shareOfPart } from "../../../core/derive/notices/scent";
import { withOwnIds } from "../../../core/document/ids";
import { plainScent } from "../../../core/document/newPlan";
import type { Plan, Portion } from "../../../core/document/schema";
import { takeScent } from "../../../core/library/use";
import { SCENT_CLASSES } from "../../../core/scent/classes";
import { isPercent, loadPctOfOils, restateLoad } from "../../../core/scent/effect";
import type { ScentPart } from "../../../core/scent/scentSchema";
import type { DoseBase } from "../../../core/units/dose";
import { useBench, useOnHand } from "../../parts/bench";
import { BoundNumber, BoundText, type Editable } from "../../parts/bound";
import { Choose, labelled, named } from "../../parts/Choose";
import { type LoadBase, ScentFields } from "../../parts/ScentFields";
import { TableHead } from "../../parts/TableHead";
import { useUnits } from "../../parts/units";

interface Props {
  open: Editable;
  path: readonly string[];
  /** Portion or batter it goes into. */
  of: Pick<Portion, "name" | "scent">;
  /** How much of it that is, and what converts loads in all; missing where no masses are known. */
  masses: { scentG: number; dose: DoseBase | null } | undefined;
  plan: Plan;
  derived: Derived;
}

/** A scent from the library or by class, its load, its parts, and its limits against the cured bar. */
export function ScentMix({ open, path, of: { name: where, scent }, masses, plan, derived }: Props) {
  const massG = masses?.scentG ?? null;
  const dose = masses?.dose ?? null;
  const { scents } = useBench("scents");
  const { grams } = useUnits();
  const choose = (value: string) => {
    if (value === "") open.set(path, null);
    else if (value === "plain") open.set(path, withOwnIds(plainScent("Scent", "quiet", 3), plan));
    else {
      const find = (id: string) => scents.find((s) => s.id === id);
      open.set(path, withOwnIds(takeScent(find(value)!, find), plan));
    }
    open.seal();
  };
  const restate = (base: LoadBase) => {
    const load = dose && scent ? restateLoad(scent.load, base, dose) : null;
    open.set([...path, "load"], load ?? { amount: scent?.load.amount ?? 0, base });
    open.seal();
  };
  const onHand = useOnHand();
  const stock = scent?.libraryId ? onHand("scents", scent.libraryId) : null;
  return (
    <div className="grid gap-1.5">
      <p className="flex flex-wrap items-baseline gap-x-3 gap-y-1">
        <Choose
          label={`Scent of ${where} from the library`}
          value={scent ? (scents.some((s) => s.id === scent.libraryId) ? scent.libraryId! : "plain") : ""}
          disabled={open.disabled}
          options={[{ value: "", label: "no scent" }, { value: "plain", label: "by class only" }, ...named(scents)]}
          onChoose={choose}
        />
        {scent && (
          <>
            <ScentFields open={open} path={path} load={scent.load} where={where} onBase={restate} />
            {!isPercent(scent) && dose && (
              <span className="whitespace-nowrap text-[12.5px] text-muted">
                = {Number(loadPctOfOils(scent, dose).toFixed(2))} % of oils
              </span>
            )}
            {massG !== null && <strong>{grams(massG)}</strong>}
            {stock !== null && massG !== null && massG > stock && (
              <span className="notice-amber text-[12.5px]">only {grams(stock)} on hand</span>
            )}
          </>
        )}
      </p>
      {scent && (
        <table className="w-full text-[13px]">
          <TableHead
            columns={[
              "part",
              "share",
              ["the clock uses", "pl-2"],
              ["of the cured bar", "text-right"],
              ["limit", "pl-2"],
            ]}
          />
          <tbody>
            {scent.parts.map((p) => {
              const at = [...path, "parts", `#${p.id}`];
              return (
                <tr key={p.id} className="border-t border-rule/60">
                  <td>
                    {p.libraryId ? (
                      p.name
                    ) : (
                      <BoundText open={open} path={[...at, "name"]} label="Name of the scent" hideLabel />
                    )}
                  </td>
                  <td>
                    <BoundNumber
                      open={open}
                      path={[...at, "sharePct"]}
                      label={`Share of ${p.name}`}
                      hideLabel
                      unit="%"
                      width="w-10"
                    />
                  </td>
                  <td className="pl-2">
                    {p.measured ? (
                      <>
                        {p.class}, about {p.measured.rateFactor.toFixed(1)} ×
                      </>
                    ) : (
                      <Choose
                        label={`Class of ${p.name}`}
                        value={p.class}
                        disabled={open.disabled}
                        options={labelled(SCENT_CLASSES)}
                        onChoose={(value) => open.set([...at, "class"], value)}
                      />
                    )}
                  </td>
                  <Limit part={p} where={where} plan={plan} derived={derived} />
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
    </div>
  );
}

/** Share of a part in the cured bar of a cup, or of the whole batch, against its limit. */
function Limit({ part, where, plan, derived }: { part: ScentPart; where: string; plan: Plan; derived: Derived }) {
  const carriers = derived.masses ? scentCarriers(plan, derived.masses) : [];
  const carrier = carriers.find((c) => c.where === where) ?? carriers.at(-1);
  const share = carrier && shareOfPart(carrier, part);
  if (!share) return <td colSpan={2} />;
  const isOver = share.limitPct !== null && share.sharePct > share.limitPct;
  return (
    <>
      <td className={`text-right ${isOver ? "font-semibold text-cut" : ""}`}>{share.sharePct.toFixed(2)} %</td>
      <td className="pl-2 text-muted">
        {share.limitPct === null
          ? "none known: ask the supplier"
          : `${isOver ? "over " : ""}${share.limitPct} %, ${share.whose}`}
      </td>
    </>
  );
}
