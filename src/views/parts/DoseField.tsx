import { DOSE_BASES, type Dose, type DoseBase, isWhole, RATE_BASES, restateDose } from "../../core/units/dose";
import { BoundNumber, type Editable } from "./bound";
import { Choose, labelled } from "./Choose";

interface Props {
  open: Editable;
  /** Path of what is dosed; its dose stands in `dose`. */
  path: readonly string[];
  dose: Dose;
  /** What is dosed, for readers. */
  name: string;
  /** What converts doses; null where no size is known: then only rates are offered and a change of base keeps the number. */
  base: DoseBase | null;
  densityGPerMl: number;
  /** Sensible rates, g per 100 g of oils. */
  range?: readonly [number, number];
  /** True in a library, which keeps rates only. */
  isRateOnly?: boolean;
}

const short = (v: number) => Number(v.toPrecision(3));

/** A dose in any base: by rate, or in all for this cup; another base restates it. The rate that a dose in all means stands beside it. */
export function DoseField({ open, path, dose, name, base, densityGPerMl, range, isRateOnly }: Props) {
  const at = [...path, "dose"];
  const offered = isRateOnly || !base ? RATE_BASES : DOSE_BASES;
  const restate = (basis: Dose["basis"]) => {
    const stated = base ? restateDose(dose, basis, base, densityGPerMl) : { amount: dose.amount, basis };
    const amount = stated.amount > 0 ? Number(stated.amount.toPrecision(4)) : dose.amount;
    open.set(at, { amount, basis });
    open.seal();
  };
  const per100 = base ? restateDose(dose, "g/100g-oils", base, densityGPerMl).amount : null;
  return (
    <>
      <BoundNumber
        open={open}
        path={[...at, "amount"]}
        label={`${isWhole(dose.basis) ? "Dose" : "Rate"} of ${name}`}
        hideLabel
        width="w-14"
        decimals={3}
        step={0.1}
      />
      <Choose
        label={`Base of the rate of ${name}`}
        value={dose.basis}
        className="field w-40 min-w-0 narrow:w-48"
        disabled={open.disabled}
        options={labelled(offered)}
        onChoose={restate}
      />
      {isWhole(dose.basis) && per100 !== null && (
        <span className="whitespace-nowrap text-[12.5px] text-muted">
          = {short(per100)} g per 100 g oils{range ? `, usual ${range[0]} to ${range[1]}` : ""}
        </span>
      )}
    </>
  );
}
