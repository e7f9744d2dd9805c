import { compartmentsOf, type Divided } from "../../core/mould/compartments";
import { BoundCheck, BoundNumber, BoundPart, BoundSelect, type Editable } from "./bound";
import { worded } from "./Choose";

const TWO_PLATES = { count: 2, thicknessMm: 2, isClosedSet: false, widthsMm: null };
const THREE_LOAVES = { loaves: 3, along: "width" };
const SIDE_BY_SIDE = worded({ width: "side by side across the width", length: "side by side along the length" });

/** Inner size, dividers and cuts of a mould, in a batch or in the library. */
export function MouldFields({ open, path, mould }: { open: Editable; path: readonly string[]; mould: Divided }) {
  const at = (...rest: string[]) => [...path, ...rest];
  const { dividers } = mould;
  return (
    <div className="grid gap-1.5">
      <p className="flex flex-wrap items-baseline gap-x-3 gap-y-1">
        <span className="text-muted">inside</span>
        <BoundNumber open={open} path={at("lengthMm")} label="length" quantity="length" width="w-14" />
        <BoundNumber open={open} path={at("widthMm")} label="width" quantity="length" width="w-14" />
        <BoundNumber open={open} path={at("heightMm")} label="height" quantity="length" width="w-14" />
        <BoundCheck open={open} path={at("isRigid")} label="rigid" />
      </p>
      <p className="flex flex-wrap items-baseline gap-x-3 gap-y-1">
        <BoundPart open={open} path={at("dividers")} label="lengthwise dividers" blank={TWO_PLATES}>
          <BoundNumber open={open} path={at("dividers", "count")} label="plates" width="w-9" />
          <BoundNumber open={open} path={at("dividers", "thicknessMm")} label="thick" quantity="length" width="w-10" />
          <BoundCheck open={open} path={at("dividers", "isClosedSet")} label="closed set" />
          <BoundPart
            open={open}
            path={at("dividers", "widthsMm")}
            label="unequal widths"
            blank={compartmentsOf(mould)?.widthsMm.map((mm) => Number(mm.toFixed(1)))}
          />
        </BoundPart>
      </p>
      {dividers?.widthsMm && (
        <p className="flex flex-wrap items-baseline gap-x-2 gap-y-1">
          <span className="text-muted">clear widths from the near wall</span>
          {dividers.widthsMm.map((_, i) => (
            <BoundNumber
              key={i}
              open={open}
              path={at("dividers", "widthsMm", `@${i}`)}
              label={`Width of compartment ${i + 1}`}
              hideLabel
              quantity="length"
              width="w-11"
            />
          ))}
        </p>
      )}
      <p className="flex flex-wrap items-baseline gap-x-3 gap-y-1">
        <BoundPart open={open} path={at("cutInto")} label="cut into loaves" blank={THREE_LOAVES}>
          <BoundNumber open={open} path={at("cutInto", "loaves")} label="loaves" width="w-9" />
          <BoundSelect
            open={open}
            path={at("cutInto", "along")}
            label="Loaves lie side by side across"
            hideLabel
            options={SIDE_BY_SIDE}
          />
        </BoundPart>
      </p>
    </div>
  );
}
