import { X } from "lucide-react";
import { COLOURANT_KINDS, type ColourantKindId } from "../../core/colour/kinds";
import { portionHex } from "../../core/colour/portionColour";
import type { Edit } from "../../core/plan/edits/edit";
import type { Portion } from "../../core/plan/schema";
import { SCENT_CLASSES, type ScentClassId } from "../../core/scent/classes";
import { Cup } from "../parts/Cup";
import { grams, percent } from "../parts/format";
import { NumberField } from "../parts/NumberField";
import { Says } from "../parts/Says";
import type { PanelProps } from "./panel";

type Props = PanelProps & { portion: Portion };

/** One cup: two lines of what it is, and how much of it. */
export function PortionRow({ portion, batch, derived, disabled }: Props) {
  const { plan } = batch;
  const at = (...rest: string[]) => ["portions", `#${portion.id}`, ...rest];
  const cup = derived.masses?.portions.find((m) => m.id === portion.id);
  const largest = Math.max(1, ...(derived.masses?.portions.map((m) => m.baseG) ?? []));
  const hex = portionHex(portion.colourants);
  const colourant = portion.colourants[0];

  const remove = () => {
    const edits: Edit[] = plan.operations
      .filter((o) => o.portionId === portion.id)
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
    if (value === "none") batch.set(at("scent"), null);
    else if (portion.scent) batch.set(at("scent", "class"), value);
    else batch.set(at("scent"), { name: "Scent", class: value as ScentClassId, dosePctOfOils: 3 });
    batch.seal();
  };
  const setColour = (kind: string) => {
    if (kind === "none") batch.set(at("colourants"), []);
    else if (colourant) batch.set(at("colourants", `#${colourant.id}`, "kind"), kind as ColourantKindId);
    else {
      const row = COLOURANT_KINDS.find((k) => k.id === kind)!;
      const swatchHex = kind === "titanium-dioxide" ? "#fbf8f1" : kind === "charcoal" ? "#2d2b2e" : "#7a8f6a";
      batch.set(at("colourants"), [
        { id: "c1", name: row.label, kind: row.id, swatchHex, gPer100gOils: row.usualGPer100gOils, carrierGPerG: 3 },
      ]);
    }
    batch.seal();
  };

  return (
    <li className="flex gap-2 border-b border-rule py-1" data-portion={portion.name}>
      <span className="relative shrink-0 self-start" title={colourant ? "Swatch colour" : "Natural batter"}>
        <Cup hex={hex} fill={(cup?.baseG ?? 0) / largest} size={44} />
        {colourant && !disabled && (
          <input
            type="color"
            aria-label={`Swatch of ${portion.name}`}
            className="absolute inset-0 h-full w-full cursor-pointer opacity-0"
            value={colourant.swatchHex}
            onChange={(e) => batch.set(at("colourants", `#${colourant.id}`, "swatchHex"), e.currentTarget.value)}
            onBlur={batch.seal}
          />
        )}
      </span>
      <div className="min-w-0 flex-1">
        <div className="flex items-baseline gap-1">
          <input
            aria-label="Name of the cup"
            className="w-16 min-w-0 flex-1 rounded border border-transparent bg-transparent font-semibold hover:border-rule"
            value={portion.name}
            disabled={disabled}
            onChange={(e) => batch.set(at("name"), e.currentTarget.value)}
            onBlur={batch.seal}
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
                  title={`${portion.name} takes the rest`}
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
          {!disabled && plan.portions.length > 1 && (
            <button type="button" className="icon-button !w-5" aria-label={`Remove ${portion.name}`} onClick={remove}>
              <X size={13} />
            </button>
          )}
        </div>
        <div className="flex items-baseline gap-1 text-[12.5px]">
          <select
            aria-label={`Colourant of ${portion.name}`}
            className="min-w-0 flex-1 bg-transparent text-muted"
            value={colourant?.kind ?? "none"}
            disabled={disabled}
            onChange={(e) => setColour(e.currentTarget.value)}
          >
            <option value="none">no colour</option>
            {COLOURANT_KINDS.map((k) => (
              <option key={k.id} value={k.id}>
                {k.label}
              </option>
            ))}
          </select>
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
          {portion.scent && (
            <input
              aria-label={`Name of the scent in ${portion.name}`}
              className="w-[84px] shrink-0 truncate rounded border border-transparent bg-transparent hover:border-rule"
              value={portion.scent.name}
              disabled={disabled}
              onChange={(e) => batch.set(at("scent", "name"), e.currentTarget.value)}
              onBlur={batch.seal}
            />
          )}
          <select
            aria-label={`Scent of ${portion.name}`}
            className="min-w-0 flex-1 bg-transparent text-muted"
            value={portion.scent?.class ?? "none"}
            disabled={disabled}
            onChange={(e) => setScent(e.currentTarget.value)}
          >
            <option value="none">no scent</option>
            {SCENT_CLASSES.map((c) => (
              <option key={c.id} value={c.id}>
                {c.label}
              </option>
            ))}
          </select>
          {portion.scent && (
            <NumberField
              label={`Dose of the scent in ${portion.name}, % of oils`}
              hideLabel
              unit="%"
              width="w-9"
              step={0.5}
              value={portion.scent.dosePctOfOils}
              disabled={disabled}
              onChange={(v) => batch.set(at("scent", "dosePctOfOils"), v)}
              onBlur={batch.seal}
            />
          )}
        </div>
        <Says notices={derived.notices} fields={(f) => f.startsWith(`portions.${portion.id}.`)} />
      </div>
    </li>
  );
}
