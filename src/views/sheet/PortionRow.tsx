import { SlidersHorizontal, X } from "lucide-react";
import { COLOURANT_KINDS, type ColourantKindId } from "../../core/colour/kinds";
import type { Edit } from "../../core/document/edits/edit";
import { nextId, withOwnIds } from "../../core/document/ids";
import { plainColourant, plainScent } from "../../core/document/newPlan";
import type { Portion } from "../../core/document/schema";
import { takeColourant, takeScent } from "../../core/library/use";
import { SCENT_CLASSES, type ScentClassId } from "../../core/scent/classes";
import { isPercent } from "../../core/scent/effect";
import { portionOf } from "../../core/techniques/operations/registry";
import { byId } from "../../core/units/byId";
import { useBench } from "../parts/bench";
import { BoundText } from "../parts/bound";
import { ColourantOptions } from "../parts/ColourantOptions";
import { Cup } from "../parts/Cup";
import { percent } from "../parts/format";
import { NumberField } from "../parts/NumberField";
import { Says } from "../parts/Says";
import { SwatchInput } from "../parts/SwatchInput";
import { useUnits } from "../parts/units";
import { editable, type PanelProps } from "./panel";

const LOAD_UNITS = {
  oils: "% of oils",
  batter: "% of batter",
  g: "g in all",
  oz: "oz in all",
  drop: "drops in all",
} as const;

type Props = PanelProps & { portion: Portion; onMore: (portionId: string) => void };

/** One cup: two lines of what it is, and how much of it. */
export function PortionRow({ portion, batch, derived, disabled, onMore }: Props) {
  const { plan } = batch;
  const at = (...rest: string[]) => ["portions", `#${portion.id}`, ...rest];
  const cup = derived.masses?.portions.find((m) => m.id === portion.id);
  const largest = Math.max(1, ...(derived.masses?.portions.map((m) => m.baseG) ?? []));
  const hex = derived.palette[plan.portions.indexOf(portion)];
  const colourant = portion.colourants.length === 1 ? portion.colourants[0] : undefined;
  const open = editable(batch, disabled);
  const { grams } = useUnits();
  const { colourants, scents } = useBench();
  const known = scents.find((s) => s.id === portion.scent?.libraryId);

  const remove = () => {
    const edits: Edit[] = plan.operations
      .filter((o) => portionOf(o) === portion.id)
      .map((o) => ({ kind: "remove", path: ["operations"], id: o.id }));
    batch.edit({ kind: "all", edits: [...edits, { kind: "remove", path: ["portions"], id: portion.id }] });
  };
  const takeRest = () => {
    const edits: Edit[] = plan.portions
      .filter((p) => p.batterId === portion.batterId && p.takesRest !== (p.id === portion.id))
      .map((p) => ({ kind: "set", path: ["portions", `#${p.id}`, "takesRest"], value: p.id === portion.id }));
    const share = Number((cup?.sharePct ?? portion.sharePct).toFixed(2));
    const old = plan.portions.find((p) => p.takesRest && p.id !== portion.id);
    const oldShare = derived.masses?.portions.find((m) => m.id === old?.id)?.sharePct;
    if (old && oldShare !== undefined) {
      edits.push({
        kind: "set",
        path: ["portions", `#${old.id}`, "sharePct"],
        value: Math.max(0, Number(oldShare.toFixed(2))),
      });
    }
    batch.edit({ kind: "all", edits: [...edits, { kind: "set", path: at("sharePct"), value: Math.max(0, share) }] });
  };
  const setScent = (value: string) => {
    const find = (id: string) => scents.find((x) => x.id === id);
    const row = find(value);
    if (value === "none") batch.set(at("scent"), null);
    else if (row) batch.set(at("scent"), withOwnIds(takeScent(row, find), batch.plan));
    else if (portion.scent && !known) batch.set(at("scent", "parts", `#${portion.scent.parts[0].id}`, "class"), value);
    else
      batch.set(
        at("scent"),
        withOwnIds(
          plainScent(
            "Scent",
            value as ScentClassId,
            portion.scent && isPercent(portion.scent) ? portion.scent.load.amount : 3,
          ),
          batch.plan,
        ),
      );
    batch.seal();
  };
  const setColour = (value: string) => {
    const row = colourants.find((x) => x.id === value);
    if (value === "none") batch.set(at("colourants"), []);
    else if (row) batch.set(at("colourants"), [takeColourant(row, nextId(batch.plan, "c"))]);
    else if (colourant && !colourant.libraryId) {
      batch.set(at("colourants", `#${colourant.id}`, "kind"), value as ColourantKindId);
    } else {
      const kind = byId(COLOURANT_KINDS, value);
      const swatch = kind.id === "titanium-dioxide" ? "#fbf8f1" : kind.id === "charcoal" ? "#2d2b2e" : "#7a8f6a";
      batch.set(at("colourants"), [plainColourant(nextId(batch.plan, "c"), kind.label, kind.id, swatch)]);
    }
    batch.seal();
  };
  const colourValue = colourants.some((x) => x.id === colourant?.libraryId)
    ? colourant!.libraryId!
    : (colourant?.kind ?? "none");

  return (
    <li className="flex gap-2 border-b border-rule py-1" data-portion={portion.name}>
      <span className="relative shrink-0 self-start" title={colourant ? "Swatch colour" : "Natural batter"}>
        <Cup hex={hex} fill={(cup?.baseG ?? 0) / largest} size={44} />
        {colourant && !colourant.libraryId && !disabled && (
          <SwatchInput
            open={open}
            path={at("colourants", `#${colourant.id}`)}
            colourant={colourant}
            label={`Swatch of ${portion.name}`}
            className="absolute inset-0 h-full w-full cursor-pointer opacity-0"
          />
        )}
      </span>
      <div className="min-w-0 flex-1">
        <div className="flex items-baseline gap-1">
          <BoundText
            open={open}
            path={at("name")}
            label="Name of the cup"
            hideLabel
            className="min-w-0 flex-1"
            fieldClass="rounded border border-transparent bg-transparent font-semibold hover:border-rule"
          />
          {portion.takesRest ? (
            <span className="whitespace-nowrap">
              <strong>{percent(cup?.sharePct ?? 0)}</strong> <em className="text-muted">rest</em>
            </span>
          ) : (
            <>
              <NumberField
                label={`Share of ${portion.name}, %`}
                hideLabel
                unit="%"
                width="w-10"
                value={portion.sharePct}
                disabled={disabled}
                onChange={(v) => batch.set(at("sharePct"), v)}
                onBlur={batch.seal}
              />
              {!disabled && (
                <button
                  type="button"
                  className="text-[12px] text-muted underline"
                  title={`${portion.name} is what is left in the bowl`}
                  onClick={takeRest}
                >
                  rest
                </button>
              )}
            </>
          )}
          <output
            className="w-14 whitespace-nowrap text-right font-head text-[15px] font-semibold"
            aria-label={`Target of ${portion.name}`}
          >
            {cup ? grams(cup.baseG) : "–"}
          </output>
          <button
            type="button"
            className="icon-button !w-5"
            aria-label={`All of ${portion.name}`}
            title="Colour mix, scent, limits, keep-backs"
            onClick={() => onMore(portion.id)}
          >
            <SlidersHorizontal size={13} />
          </button>
          {!disabled && plan.portions.length > 1 && (
            <button type="button" className="icon-button !w-5" aria-label={`Remove ${portion.name}`} onClick={remove}>
              <X size={13} />
            </button>
          )}
        </div>
        <div className="flex items-baseline gap-1 text-[12.5px]">
          {portion.colourants.length > 1 ? (
            <button
              type="button"
              className="min-w-0 flex-1 truncate text-left text-muted underline"
              onClick={() => onMore(portion.id)}
            >
              mix of {portion.colourants.length}
            </button>
          ) : (
            <select
              aria-label={`Colourant of ${portion.name}`}
              className="min-w-0 flex-1 bg-transparent text-muted"
              value={colourValue}
              disabled={disabled}
              onChange={(e) => setColour(e.currentTarget.value)}
            >
              <option value="none">no colour</option>
              <ColourantOptions rows={colourants} />
            </select>
          )}
          <NumberField
            label="top"
            unit="%"
            width="w-9"
            value={portion.keptBackPct}
            disabled={disabled}
            onChange={(v) => batch.set(at("keptBackPct"), v)}
            onBlur={batch.seal}
          />
        </div>
        <div className="flex items-baseline gap-1 text-[12.5px]">
          <select
            aria-label={`Scent of ${portion.name}`}
            className={`min-w-0 flex-1 bg-transparent ${portion.scent ? "" : "text-muted"}`}
            value={known ? known.id : (portion.scent?.parts[0].class ?? "none")}
            disabled={disabled}
            onChange={(e) => setScent(e.currentTarget.value)}
          >
            <option value="none">no scent</option>
            {scents.length > 0 && (
              <optgroup label="Your library">
                {scents.map((x) => (
                  <option key={x.id} value={x.id}>
                    {x.document.name}
                  </option>
                ))}
              </optgroup>
            )}
            <optgroup label={portion.scent && !known ? `${portion.scent.name}, by class` : "By class"}>
              {SCENT_CLASSES.map((c) => (
                <option key={c.id} value={c.id}>
                  {c.label}
                </option>
              ))}
            </optgroup>
          </select>
          {portion.scent && (
            <>
              {known && (
                <span className="whitespace-nowrap text-muted">
                  {portion.scent.parts.length > 1 ? "blend" : portion.scent.parts[0].class}
                </span>
              )}
              <NumberField
                label={`Dose of the scent in ${portion.name}, ${LOAD_UNITS[portion.scent.load.base]}`}
                hideLabel
                unit={LOAD_UNITS[portion.scent.load.base].split(" ")[0]}
                width="w-9"
                step={0.5}
                value={portion.scent.load.amount}
                disabled={disabled}
                onChange={(v) => batch.set(at("scent", "load", "amount"), v)}
                onBlur={batch.seal}
              />
            </>
          )}
        </div>
        <Says notices={derived.notices} fields={(f) => f.startsWith(`portions.${portion.id}.`)} />
      </div>
    </li>
  );
}
