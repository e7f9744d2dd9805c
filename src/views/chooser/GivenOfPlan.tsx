import { useMemo } from "react";
import { coloursOf } from "../../core/batter/colours";
import { computeMasses } from "../../core/batter/masses";
import type { Plan } from "../../core/document/schema";
import { Spot } from "../parts/Cup";
import { useUnits } from "../parts/units";

/** What the batter of a batch brings with it: its cups with their scents, its mould, its tools. */
export function GivenOfPlan({ plan, href }: { plan: Plan; href: string }) {
  const { mm } = useUnits();
  const colours = useMemo(() => coloursOf(plan, computeMasses(plan)), [plan]);
  const [mould] = plan.moulds;
  return (
    <>
      <h2 className="mb-1.5 border-b border-ink pb-0.5 text-[16px]">Given</h2>
      <ul className="grid gap-1.5">
        {plan.portions.map((p, i) => {
          const batter = plan.batters.find((b) => b.id === p.batterId);
          const scents = [batter?.scent?.name, p.scent?.name].filter(Boolean).join(", ");
          return (
            <li key={p.id} className="flex items-baseline gap-2">
              <Spot hex={colours[i].cured} />
              <strong className="min-w-0 truncate">{p.name}</strong>
              <span className="ml-auto text-right text-[13px] text-muted">{scents || "no scent"}</span>
            </li>
          );
        })}
      </ul>
      <h2 className="mb-1.5 mt-4 border-b border-ink pb-0.5 text-[16px]">Mould</h2>
      <p>
        {mould.name} {mm(mould.lengthMm)} × {mm(mould.widthMm)} × {mm(mould.heightMm)}
        {mould.dividers ? `, ${mould.dividers.count} dividers` : ""}
      </p>
      {plan.equipment.length > 0 && (
        <>
          <h2 className="mb-1.5 mt-4 border-b border-ink pb-0.5 text-[16px]">Laid out</h2>
          <p>{plan.equipment.map((e) => e.name).join(", ")}</p>
        </>
      )}
      <p className="mt-4">
        <a className="underline" href={href}>
          Change them on the sheet
        </a>
      </p>
    </>
  );
}
