import { useState } from "react";
import { blankTool } from "../../../core/library/blank";
import { type LibraryTool, TOOL_KINDS } from "../../../core/mould/toolSchema";
import { parseQuantity } from "../../../core/units/quantities";
import { BoundCheck, BoundNumber, BoundSelect, BoundText, type Editable } from "../../parts/bound";
import { Choose, labelled } from "../../parts/Choose";
import { CutterFields, PlanerFields } from "../../parts/CutterFields";
import { useUnits } from "../../parts/units";

type VesselSpec = Extract<LibraryTool["spec"], { marksMl: number[] }>;
const MATERIALS = ["steel", "plastic", "glass", "silicone", "aluminium", "other"].map((m) => ({ value: m, label: m }));

const TARE = { quantity: "mass", isNullable: true, placeholder: "weigh", width: "w-16" } as const;
const READABILITY = { quantity: "mass", decimals: 3, step: 0.01, width: "w-16" } as const;

/** A tool and what it can do. */
export function ToolEditor({ open, tool }: { open: Editable; tool: LibraryTool }) {
  const { spec } = tool;
  const at = (field: string) => ["spec", field];
  const length = (field: string, label: string) => (
    <BoundNumber open={open} path={at(field)} label={label} quantity="length" width="w-14" />
  );
  return (
    <div className="grid gap-2.5">
      <label className="inline-flex items-baseline gap-1 text-muted">
        kind
        <Choose
          value={spec.kind}
          className="field text-ink"
          options={labelled(TOOL_KINDS)}
          onChoose={(value) => {
            open.set(["spec"], blankTool(value));
            open.seal();
          }}
        />
      </label>
      {"marksMl" in spec && (
        <>
          <p className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
            <BoundNumber open={open} path={at("tareG")} label="tare, empty" {...TARE} />
            <BoundNumber open={open} path={at("capacityMl")} label="holds" quantity="volume" width="w-16" />
            <BoundSelect open={open} path={at("material")} label="of" options={MATERIALS} />
          </p>
          {spec.material === "aluminium" && (
            <p className="notice-cut">
              Lye eats aluminium and gives off hydrogen: it must not touch lye or raw batter.
            </p>
          )}
          <Marks open={open} spec={spec} />
        </>
      )}
      {spec.kind === "scale" && (
        <p className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
          <BoundNumber open={open} path={at("readabilityG")} label="reads to" {...READABILITY} />
          <BoundNumber open={open} path={at("capacityG")} label="carries" quantity="mass" width="w-20" />
        </p>
      )}
      {spec.kind === "hanger" && (
        <p className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
          {length("lengthMm", "length")} {length("thicknessMm", "thick")}
          <BoundCheck open={open} path={at("isCoated")} label="coated, or stainless with no cut end bare" />
        </p>
      )}
      {(spec.kind === "rod" || spec.kind === "stick" || spec.kind === "spoon" || spec.kind === "comb") && (
        <p className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
          {length("widthMm", "wide")} {length("lengthMm", "long")}
          {spec.kind === "comb" && length("pitchMm", "tooth to tooth")}
        </p>
      )}
      {spec.kind === "bottle" && (
        <p className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
          <BoundNumber open={open} path={at("capacityMl")} label="holds" quantity="volume" width="w-16" />
          {length("nozzleReachMm", "nozzle reaches down")}
        </p>
      )}
      {spec.kind === "funnel" && (
        <p className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
          {length("outletMm", "outlet")} {length("heightMm", "height")}
        </p>
      )}
      {spec.kind === "cutter" && <CutterFields open={open} at={["spec"]} />}
      {spec.kind === "planer" && <PlanerFields open={open} at={["spec"]} />}
      {spec.kind === "wedge" && <BoundNumber open={open} path={at("angleDeg")} label="angle" unit="°" />}
      <BoundText open={open} path={["notes"]} label="notes" rows={3} />
    </div>
  );
}

/** Volume marks of a vessel as a list in the studio's units. */
function Marks({ open, spec }: { open: Editable; spec: VesselSpec }) {
  const { units, say } = useUnits();
  const [draft, setDraft] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const text = draft ?? spec.marksMl.map((m) => say(m, "volume")).join("; ");
  const take = (typed: string) => {
    setDraft(typed);
    const marks: number[] = [];
    for (const part of typed.split(";").filter((p) => p.trim())) {
      const read = parseQuantity(part, "volume", units);
      if (!read.ok) return setProblem(`"${part.trim()}" ${read.message}`);
      marks.push(Number(read.value.toFixed(3)));
    }
    setProblem(
      open.set(
        ["spec", "marksMl"],
        marks.sort((a, b) => a - b),
      ),
    );
  };
  return (
    <label className="relative block">
      <span className="text-[12.5px] text-muted">marks on its wall, between semicolons</span>
      <input
        className={`field w-full ${problem ? "field-wrong" : ""}`}
        value={text}
        aria-invalid={problem !== null}
        onChange={(e) => take(e.currentTarget.value)}
        onBlur={() => {
          if (!problem) setDraft(null);
          open.seal();
        }}
      />
      {problem && (
        <span role="alert" className="field-problem">
          {problem}
        </span>
      )}
    </label>
  );
}
