import { PLAIN_PLANER } from "../../core/mould/cutSchema";
import { BoundNumber, BoundPart, BoundText } from "../parts/bound";
import { CutterFields, PlanerFields } from "../parts/CutterFields";
import type { OpenBatch } from "../parts/useBatch";

const LENGTH = { quantity: "length", isNullable: true, placeholder: "any" } as const;
const COUNT = { isNullable: true, placeholder: "none", step: 1, decimals: 0 } as const;
const MASS = { quantity: "mass", isNullable: true } as const;

/** What is wanted of the bars, and what cuts: all of it may stay open. */
export function WantedFields({ batch }: { batch: OpenBatch }) {
  const open = { document: batch.plan, set: batch.set, seal: batch.seal };
  const { wanted, cutter, planer } = batch.plan.cutting;
  const at = (field: string) => ["cutting", "wanted", field];
  return (
    <div className="grid gap-2 text-[13.5px]">
      <p className="flex flex-wrap gap-x-3 gap-y-1">
        <BoundNumber
          {...{ open, path: at("thickMm"), label: "thick", ...LENGTH, width: "w-14" }}
          placeholder={wanted.curedG === null ? String(batch.plan.barThicknessMm) : "any"}
        />
        <BoundNumber open={open} path={at("thickTolMm")} label="give or take" quantity="length" width="w-12" />
      </p>
      <p className="flex flex-wrap gap-x-3 gap-y-1">
        <BoundNumber {...{ open, path: at("curedG"), label: "cured", ...MASS, placeholder: "any", width: "w-14" }} />
        <BoundNumber open={open} path={at("curedTolG")} label="give or take" quantity="mass" width="w-12" />
      </p>
      <p className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <BoundPart open={open} path={at("boxMm")} label="box" blank={[95, 68, 27]}>
          {["long", "wide", "deep"].map((label, i) => (
            <BoundNumber
              key={label}
              open={open}
              path={[...at("boxMm"), `@${i}`]}
              label={label}
              quantity="length"
              width="w-12"
            />
          ))}
        </BoundPart>
      </p>
      <p className="flex flex-wrap gap-x-3 gap-y-1">
        <BoundNumber {...{ open, path: at("bars"), label: "bars owed", ...COUNT, width: "w-14" }} />
      </p>
      <p className="flex flex-wrap gap-x-3 gap-y-1">
        <BoundNumber open={open} path={at("skimMm")} label="off the top first" quantity="length" width="w-12" />
        <BoundNumber open={open} path={at("skimFloorMm")} label="off the floor" quantity="length" width="w-12" />
      </p>
      <details>
        <summary className="min-h-[32px] cursor-pointer text-muted narrow:min-h-[44px]">
          Cutter of this batch: {cutter.name}
          {planer && `, ${planer.name}`}
        </summary>
        <div className="grid gap-2 pb-1">
          <p className="text-[12.5px] text-muted">Those of your tools are tried too.</p>
          <BoundText open={open} path={["cutting", "cutter", "name"]} label="name" className="w-36" />
          <CutterFields open={open} at={["cutting", "cutter"]} />
          <BoundPart
            open={open}
            path={["cutting", "planer"]}
            label="a planer takes the top and the floor off, no wire"
            blank={{ name: "Planer", ...PLAIN_PLANER }}
          >
            <PlanerFields open={open} at={["cutting", "planer"]} />
          </BoundPart>
        </div>
      </details>
    </div>
  );
}
