import { compartmentCount } from "../../core/mould/compartments";
import type { LibraryMould } from "../../core/mould/mouldSchema";
import { BoundCheck, BoundNumber, type Editable } from "./bound";
import { Check } from "./Check";
import { Choose } from "./Choose";

/** Inner size, dividers and cuts of a mould, in a batch or in the library. */
export function MouldFields({
  open,
  path,
  mould,
}: {
  open: Editable;
  path: readonly string[];
  mould: Pick<LibraryMould, "dividers" | "cutInto">;
}) {
  const at = (...rest: string[]) => [...path, ...rest];
  const { dividers, cutInto } = mould;
  const setDividers = (isOn: boolean) => {
    open.set(at("dividers"), isOn ? { count: 2, thicknessMm: 2, isClosedSet: false, widthsMm: null } : null);
    open.seal();
  };
  const setCut = (isOn: boolean) => {
    open.set(at("cutInto"), isOn ? { loaves: 3, along: "width" } : null);
    open.seal();
  };
  const setUnequal = (isOn: boolean) => {
    if (!dividers) return;
    const n = compartmentCount(dividers);
    open.set(at("dividers", "widthsMm"), isOn ? Array.from({ length: n }, () => 20) : null);
    open.seal();
  };
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
        <Check label="lengthwise dividers" checked={dividers !== null} disabled={open.disabled} onCheck={setDividers} />
        {dividers && (
          <>
            <BoundNumber open={open} path={at("dividers", "count")} label="plates" width="w-9" />
            <BoundNumber
              open={open}
              path={at("dividers", "thicknessMm")}
              label="thick"
              quantity="length"
              width="w-10"
            />
            <BoundCheck open={open} path={at("dividers", "isClosedSet")} label="closed set" />
            <Check
              label="unequal widths"
              checked={dividers.widthsMm !== null}
              disabled={open.disabled}
              onCheck={setUnequal}
            />
          </>
        )}
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
        <Check label="cut into loaves" checked={cutInto !== null} disabled={open.disabled} onCheck={setCut} />
        {cutInto && (
          <>
            <BoundNumber open={open} path={at("cutInto", "loaves")} label="loaves" width="w-9" />
            <Choose
              label="Loaves lie side by side across"
              value={cutInto.along}
              disabled={open.disabled}
              options={[
                { value: "width", label: "side by side across the width" },
                { value: "length", label: "side by side along the length" },
              ]}
              onChoose={(value) => open.set(at("cutInto", "along"), value)}
            />
          </>
        )}
      </p>
    </div>
  );
}
