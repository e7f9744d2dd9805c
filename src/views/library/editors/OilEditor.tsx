import { useMemo } from "react";
import { judgeFormula } from "../../../core/batter/judge";
import { plainBatter } from "../../../core/document/newPlan";
import { FATTY_ACIDS, profileTotal, sapFromProfile } from "../../../core/formula/fattyAcids";
import type { Oil } from "../../../core/formula/oilSchema";
import { sapKoh, sapNaoh, sapUsed } from "../../../core/formula/oils";
import { BoundColour, BoundNumber, BoundPart, BoundSelect, BoundText, type Editable } from "../../parts/bound";
import { worded } from "../../parts/Choose";
import { DENSITY } from "../../parts/NumberField";
import { TraitLines } from "../../parts/TraitLines";

const OIL_KINDS = worded({ triglyceride: "oil or fat", "free acids": "free fatty acid", wax: "wax" });
const EVIDENCE_WORDS: Record<Oil["evidence"], string> = {
  standard: "published standard",
  literature: "published analyses",
  profile: "computed from its profile",
  own: "own",
};

/** An oil: its SAP with its range, checked against its fatty acids, and what it does to a bar on its own. */
export function OilEditor({ open, oil }: { open: Editable; oil: Oil }) {
  const total = profileTotal(oil.profile);
  const implied = total > 0 ? sapFromProfile(oil.profile, oil.unsaponifiablePct, oil.kind) : null;
  const off = implied ? (sapKoh(oil) / implied - 1) * 100 : null;
  const judgement = useMemo(() => {
    const batter = { ...plainBatter("b1", "", 32), oils: [{ id: "l1", oilId: oil.id, sharePct: 100 }] };
    return judgeFormula(batter, () => oil, 32);
  }, [oil]);
  return (
    <div className="grid gap-2.5">
      <p className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <BoundSelect open={open} path={["kind"]} label="is a" options={OIL_KINDS} />
        <BoundSelect open={open} path={["evidence"]} label="SAP from" options={worded(EVIDENCE_WORDS)} />
      </p>
      <p className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <BoundNumber open={open} path={["sapKohLow"]} label="SAP from" />
        <BoundNumber open={open} path={["sapKohHigh"]} label="to" unit="mg KOH per g" />
        <span>
          = <strong>{sapNaoh(oil).toFixed(4)}</strong> g NaOH per g, {sapUsed(oil).why ?? "by the middle"}
        </span>
      </p>
      {off !== null && oil.kind !== "wax" && (
        <p className={Math.abs(off) > 4 ? "notice-amber" : "text-[12.5px] text-muted"}>
          Its fatty acids imply {implied!.toFixed(0)} mg KOH per g: the stated one is {Math.abs(off).toFixed(1)} %{" "}
          {off < 0 ? "below" : "above"}.{Math.abs(off) > 4 ? " Check both before you trust it." : ""}
        </p>
      )}
      <fieldset>
        <legend className="text-[15px] font-semibold">
          Fatty acids{" "}
          <span className="text-[12.5px] font-normal text-muted">% of all, {total.toFixed(1)} % listed</span>
        </legend>
        <div className="mt-1 grid grid-cols-3 gap-x-4 gap-y-0.5">
          {FATTY_ACIDS.map((a) => (
            <span key={a} className="flex items-baseline justify-between">
              <span className={oil.profile[a] ? "" : "text-muted"}>{a}</span>
              <ProfileNumber open={open} acid={a} oil={oil} />
            </span>
          ))}
        </div>
      </fieldset>
      <p className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <BoundNumber open={open} path={["unsaponifiablePct"]} label="unsaponifiable" unit="%" />
        <BoundNumber open={open} path={["densityGPerMl"]} label="density" {...DENSITY} />
        <BoundNumber open={open} path={["paceOffset"]} label="pace offset (estimate)" decimals={2} step={0.1} />
        <BoundColour open={open} path={["batterHex"]} label="colour in batter" />
      </p>
      <p className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <BoundPart open={open} path={["melting"]} label="sets in a cool room" blank={{ lowC: 30, highC: 35 }}>
          <BoundNumber open={open} path={["melting", "lowC"]} label="melts from" quantity="temperature" width="w-11" />
          <BoundNumber open={open} path={["melting", "highC"]} label="to" quantity="temperature" width="w-11" />
        </BoundPart>
      </p>
      <BoundText open={open} path={["source"]} label="source" />
      {judgement && (
        <section aria-label="On its own">
          <h3 className="mb-1 mt-1 text-[15px]">A bar of it alone</h3>
          <TraitLines judgement={judgement} />
        </section>
      )}
    </div>
  );
}

/** One acid's share; an empty field takes the acid out of the profile. */
function ProfileNumber({ open, acid, oil }: { open: Editable; acid: (typeof FATTY_ACIDS)[number]; oil: Oil }) {
  const set = (path: readonly string[], value: unknown) => {
    const { [acid]: _, ...others } = oil.profile;
    return open.set(["profile"], value === null || value === 0 ? others : { ...others, [path.at(-1)!]: value });
  };
  return (
    <BoundNumber
      open={{ ...open, set }}
      path={["profile", acid]}
      label={`${acid}, %`}
      hideLabel
      isNullable
      width="w-12"
    />
  );
}
