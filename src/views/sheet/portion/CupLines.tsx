import { COLOURANT_KINDS, type ColourantKindId } from "../../../core/colour/kinds";
import { nextId, withOwnIds } from "../../../core/document/ids";
import { plainColourant, plainScent } from "../../../core/document/newPlan";
import type { Portion } from "../../../core/document/schema";
import { takeColourant, takeScent } from "../../../core/library/use";
import { SCENT_CLASSES, type ScentClassId } from "../../../core/scent/classes";
import { isPercent } from "../../../core/scent/effect";
import { byId } from "../../../core/units/byId";
import { useBench } from "../../parts/bench";
import { BoundNumber } from "../../parts/bound";
import { Choose, colourantGroups, labelled, libraryGroup } from "../../parts/Choose";
import { LOAD_WORDS, type LoadBase } from "../../parts/ScentFields";
import { editable, type PanelProps } from "../panel";

/** The unit of a load, with what it is counted on. */
const loadUnit = (base: LoadBase) => (isPercent({ load: { base } }) ? `% ${LOAD_WORDS[base]}` : LOAD_WORDS[base]);

type Props = Omit<PanelProps, "derived"> & { portion: Portion };

/** The colour of a cup in one line, and what of it is kept for the top. */
export function ColourLine({
  portion,
  batch,
  disabled,
  isPoured,
  onMore,
}: Props & {
  /** What is kept back of the cup stands. */
  isPoured: boolean;
  onMore: (portionId: string) => void;
}) {
  const { colourants } = useBench("colourants");
  const at = (...rest: string[]) => ["portions", `#${portion.id}`, ...rest];
  const colourant = portion.colourants.length === 1 ? portion.colourants[0] : undefined;
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
        <Choose
          label={`Colourant of ${portion.name}`}
          className="min-w-0 flex-1 bg-transparent text-muted"
          value={colourValue}
          disabled={disabled}
          options={[{ value: "none", label: "no colour" }]}
          groups={colourantGroups(colourants)}
          onChoose={setColour}
        />
      )}
      <BoundNumber label="top" unit="%" width="w-9" open={editable(batch, isPoured)} path={at("keptBackPct")} />
    </div>
  );
}

/** The scent of a cup in one line: from the library or by class, and its load. */
export function ScentLine({ portion, batch, disabled }: Props) {
  const { scents } = useBench("scents");
  const open = editable(batch, disabled);
  const at = (...rest: string[]) => ["portions", `#${portion.id}`, ...rest];
  const known = scents.find((s) => s.id === portion.scent?.libraryId);
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
  return (
    <div className="flex items-baseline gap-1 text-[12.5px]">
      <Choose
        label={`Scent of ${portion.name}`}
        className={`min-w-0 flex-1 bg-transparent ${portion.scent ? "" : "text-muted"}`}
        value={known ? known.id : (portion.scent?.parts[0].class ?? "none")}
        disabled={disabled}
        options={[{ value: "none", label: "no scent" }]}
        groups={[
          ...libraryGroup(scents),
          {
            label: portion.scent && !known ? `${portion.scent.name}, by class` : "By class",
            options: labelled(SCENT_CLASSES),
          },
        ]}
        onChoose={setScent}
      />
      {portion.scent && (
        <>
          {known && (
            <span className="whitespace-nowrap text-muted">
              {portion.scent.parts.length > 1 ? "blend" : portion.scent.parts[0].class}
            </span>
          )}
          <BoundNumber
            label={`Dose of the scent in ${portion.name}, ${loadUnit(portion.scent.load.base)}`}
            hideLabel
            unit={loadUnit(portion.scent.load.base).split(" ")[0]}
            width="w-9"
            step={0.5}
            open={open}
            path={at("scent", "load", "amount")}
          />
        </>
      )}
    </div>
  );
}
