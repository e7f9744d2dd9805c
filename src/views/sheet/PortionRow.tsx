import { SlidersHorizontal, X } from "lucide-react";
import type { Edit } from "../../core/document/edits/edit";
import type { Portion } from "../../core/document/schema";
import type { Standing } from "../../core/document/underway";
import { portionOf } from "../../core/techniques/operations/registry";
import { BoundNumber, BoundText } from "../parts/bound";
import { Cup } from "../parts/Cup";
import { percent } from "../parts/format";
import { IconButton } from "../parts/IconButton";
import { Says } from "../parts/Says";
import { SwatchInput } from "../parts/SwatchInput";
import { useUnits } from "../parts/units";
import { editable, type PanelProps } from "./panel";
import { ColourLine, ScentLine } from "./portion/CupLines";

type Props = PanelProps & { portion: Portion; standing: Standing; onMore: (portionId: string) => void };

/** One cup: two lines of what it is, and how much of it. */
export function PortionRow({ portion, batch, derived, disabled, standing, onMore }: Props) {
  const { plan } = batch;
  const at = (...rest: string[]) => ["portions", `#${portion.id}`, ...rest];
  const cup = derived.masses?.portions.find((m) => m.id === portion.id);
  const largest = Math.max(1, ...(derived.masses?.portions.map((m) => m.baseG) ?? []));
  const hex = derived.palette[plan.portions.indexOf(portion)];
  const colourant = portion.colourants.length === 1 ? portion.colourants[0] : undefined;
  const open = editable(batch, disabled);
  // What is in the cup already stands: its share once it is weighed out, its colour and its scent once they are stirred in.
  const isSplit = disabled || standing.split.has(portion.batterId);
  const isColoured = disabled || standing.coloured.has(portion.id);
  const { grams } = useUnits();

  const remove = () => {
    const edits: Edit[] = plan.operations
      .filter((o) => portionOf(o) === portion.id || (o.kind === "intoCup" && o.intoId === portion.id))
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
  return (
    <li className="flex gap-2 border-b border-rule py-1" data-portion={portion.name}>
      <span className="relative shrink-0 self-start" title={colourant ? "Swatch colour" : "Natural batter"}>
        <Cup hex={hex} fill={(cup?.baseG ?? 0) / largest} size={44} />
        {colourant && !colourant.libraryId && !isColoured && (
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
              <BoundNumber
                label={`Share of ${portion.name}, %`}
                hideLabel
                unit="%"
                width="w-10"
                open={editable(batch, isSplit)}
                path={at("sharePct")}
              />
              {!isSplit && (
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
          <IconButton
            icon={SlidersHorizontal}
            label={`All of ${portion.name}`}
            title="Colour mix, scent, limits, keep-backs"
            size={13}
            className="!w-5"
            onPress={() => onMore(portion.id)}
          />
          {!isSplit && plan.portions.length > 1 && (
            <IconButton icon={X} label={`Remove ${portion.name}`} size={13} className="!w-5" onPress={remove} />
          )}
        </div>
        <ColourLine
          {...{ portion, batch, disabled: isColoured, onMore }}
          isPoured={disabled || standing.poured.has(portion.id)}
        />
        <ScentLine {...{ portion, batch, disabled: disabled || standing.scented.has(portion.id) }} />
        <Says notices={derived.notices} fields={(f) => f.startsWith(`portions.${portion.id}.`)} />
      </div>
    </li>
  );
}
