import { compartmentCount } from "../../core/mould/compartments";
import type { LibraryMould } from "../../core/mould/mouldSchema";
import { BoundCheck, BoundNumber, type Editable } from "./bound";

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
        <label className="inline-flex items-center gap-1.5">
          <input
            type="checkbox"
            className="size-4 accent-[var(--ink)]"
            disabled={open.disabled}
            checked={dividers !== null}
            onChange={(e) => setDividers(e.currentTarget.checked)}
          />
          lengthwise dividers
        </label>
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
            <label className="inline-flex items-center gap-1.5">
              <input
                type="checkbox"
                className="size-4 accent-[var(--ink)]"
                disabled={open.disabled}
                checked={dividers.widthsMm !== null}
                onChange={(e) => setUnequal(e.currentTarget.checked)}
              />
              unequal widths
            </label>
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
        <label className="inline-flex items-center gap-1.5">
          <input
            type="checkbox"
            className="size-4 accent-[var(--ink)]"
            disabled={open.disabled}
            checked={cutInto !== null}
            onChange={(e) => setCut(e.currentTarget.checked)}
          />
          cut into loaves
        </label>
        {cutInto && (
          <>
            <BoundNumber open={open} path={at("cutInto", "loaves")} label="loaves" width="w-9" />
            <select
              aria-label="Loaves lie side by side across"
              className="field"
              disabled={open.disabled}
              value={cutInto.along}
              onChange={(e) => open.set(at("cutInto", "along"), e.currentTarget.value)}
            >
              <option value="width">side by side across the width</option>
              <option value="length">side by side along the length</option>
            </select>
          </>
        )}
      </p>
    </div>
  );
}
