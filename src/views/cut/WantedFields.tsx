import { BoundNumber, BoundText } from "../parts/bound";
import { Check } from "../parts/Check";
import type { OpenBatch } from "../parts/useBatch";

const LENGTH = { quantity: "length", isNullable: true, placeholder: "any" } as const;
const MASS = { quantity: "mass", isNullable: true } as const;

/** What is wanted of the bars, and what cuts: all of it may stay open. */
export function WantedFields({ batch }: { batch: OpenBatch }) {
  const open = { document: batch.plan, set: batch.set, seal: batch.seal };
  const { wanted } = batch.plan.cutting;
  const at = (field: string) => ["cutting", "wanted", field];
  const cutter = (field: string) => ["cutting", "cutter", field];
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
        <Check
          label="box"
          checked={wanted.boxMm !== null}
          onCheck={(isOn) => {
            batch.set(at("boxMm"), isOn ? [95, 68, 27] : null);
            batch.seal();
          }}
        />
        {wanted.boxMm !== null &&
          ["long", "wide", "deep"].map((label, i) => (
            <BoundNumber
              key={label}
              open={open}
              path={[...at("boxMm"), `@${i}`]}
              label={label}
              quantity="length"
              width="w-12"
            />
          ))}
      </p>
      <p className="flex flex-wrap gap-x-3 gap-y-1">
        <BoundNumber
          open={open}
          path={at("bars")}
          label="bars owed"
          isNullable
          placeholder="none"
          step={1}
          decimals={0}
          width="w-14"
        />
        <BoundNumber open={open} path={at("skimMm")} label="skim off the top" quantity="length" width="w-12" />
      </p>
      <h3 className="mt-1 text-[15px]">
        Cutter{" "}
        <span className="font-text text-[12.5px] font-normal text-muted">
          of this batch; those of your tools are tried too
        </span>
      </h3>
      <p className="flex flex-wrap items-end gap-x-3 gap-y-1">
        <BoundText open={open} path={cutter("name")} label="name" className="w-36" />
        <BoundNumber open={open} path={cutter("kerfMm")} label="wire takes" quantity="length" width="w-12" />
      </p>
      <p className="flex flex-wrap gap-x-3 gap-y-1">
        <BoundNumber open={open} path={cutter("throatMm")} label="largest block" {...LENGTH} width="w-14" />
        <BoundNumber
          open={open}
          path={cutter("pitchMm")}
          label="wires every"
          {...LENGTH}
          placeholder="one"
          width="w-14"
        />
      </p>
    </div>
  );
}
