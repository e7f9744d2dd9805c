import { useId } from "react";
import { THUMB_WORDS } from "../../core/cut/cutDay";
import { valueAt } from "../../core/document/edits/edit";
import { THUMBS } from "../../core/mould/cutDaySchema";
import { WIRE_GAUGES, type WireGauge, wireMm } from "../../core/units/wireGauge";
import { BoundNumber, type Editable } from "./bound";
import { Choose } from "./Choose";

interface Props {
  open: Editable;
  /** Where the cutter stands in the document. */
  at: readonly string[];
}

const OPEN_LENGTH = { quantity: "length", isNullable: true, placeholder: "any", width: "w-14" } as const;
const HARDNESS = [
  { value: "", label: "not known" },
  ...THUMBS.map((n) => ({ value: String(n), label: `thumb ${n}, ${THUMB_WORDS[n]}` })),
];

const GAUGES = WIRE_GAUGES.map((g) => ({ value: String(g), label: `AWG ${g}, ${wireMm(g)} mm` }));

/** What a cutter takes and what it does not: of a tool of the studio, or of a batch. */
export function CutterFields({ open, at }: Props) {
  const id = useId();
  const path = (field: string) => [...at, field];
  const hardest = valueAt(open.document, path("hardest")) as number | null;
  return (
    <p className="flex flex-wrap items-baseline gap-x-3 gap-y-1">
      <BoundNumber open={open} path={path("kerfMm")} label="wire takes" quantity="length" width="w-12" />
      <Choose
        label="Wire by its gauge"
        invite="by gauge"
        options={GAUGES}
        disabled={open.disabled}
        onChoose={(gauge) => {
          open.set(path("kerfMm"), wireMm(Number(gauge) as WireGauge));
          open.seal();
        }}
      />
      <BoundNumber {...{ open, path: path("throatMm"), label: "largest block", ...OPEN_LENGTH }} />
      <BoundNumber {...{ open, path: path("pitchMm"), label: "wires every", ...OPEN_LENGTH, placeholder: "one" }} />
      <BoundNumber {...{ open, path: path("heightStepMm"), label: "height goes in steps of", ...OPEN_LENGTH }} />
      <span className="inline-flex items-baseline gap-1">
        <label htmlFor={id} className="whitespace-nowrap text-muted">
          cuts soap up to
        </label>
        <Choose
          id={id}
          value={hardest === null ? "" : String(hardest)}
          options={HARDNESS}
          disabled={open.disabled}
          onChoose={(value) => {
            open.set(path("hardest"), value === "" ? null : Number(value));
            open.seal();
          }}
        />
      </span>
    </p>
  );
}

/** What a planer takes. */
export function PlanerFields({ open, at }: Props) {
  return (
    <p className="flex flex-wrap items-baseline gap-x-3 gap-y-1">
      <BoundNumber
        open={open}
        path={[...at, "passMm"]}
        label="a pass takes"
        quantity="length"
        decimals={2}
        width="w-14"
      />
      <BoundNumber open={open} path={[...at, "widthMm"]} label="widest loaf" quantity="length" width="w-14" />
    </p>
  );
}
