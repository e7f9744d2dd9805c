import { Plus } from "lucide-react";
import { nextId } from "../../../core/document/ids";
import { SCENT_CLASSES } from "../../../core/scent/classes";
import { EVIDENCE_LABELS, type EvidenceKind, judgeScent } from "../../../core/scent/evidence";
import type { LibraryScent } from "../../../core/scent/scentSchema";
import { useBench } from "../../parts/bench";
import {
  BoundCheck,
  BoundColour,
  BoundNumber,
  BoundPart,
  BoundSelect,
  BoundText,
  type Editable,
} from "../../parts/bound";
import { AddChoice, labelled, named, worded } from "../../parts/Choose";
import { RemoveButton } from "../../parts/RemoveButton";
import { ScentFields } from "../../parts/ScentFields";
import { OnShelf, SupplyFields } from "../../parts/SupplyFields";
import { ScentLessons } from "./ScentLessons";

const FADES = worded({ no: "no", some: "some", much: "much" });
const CLASS_OPTIONS = labelled(SCENT_CLASSES);
const LIMIT = { unit: "%", decimals: 2, isNullable: true } as const;
const FLASH = { quantity: "temperature", isNullable: true, placeholder: "?" } as const;
const KINDS: EvidenceKind[] = ["supplier", "others", "own"];
const MOST = { supplier: 3, others: 20, own: 40 } as const;

/** A scent: limits, what it does to colour, and three kinds of evidence side by side with what the clock makes of them. */
export function ScentEditor({ open, id, scent }: { open: Editable; id: string; scent: LibraryScent }) {
  const judged = judgeScent(scent);
  return (
    <div className="grid gap-2.5">
      <p className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <ScentFields
          open={open}
          path={[]}
          load={scent.load}
          label="usual load"
          where={scent.name}
          isRateOnly
          onBase={(base) => {
            open.set(["load", "base"], base);
            open.seal();
          }}
        />
        <BoundNumber open={open} path={["flashPointC"]} label="flash point" {...FLASH} />
        <OnShelf kind="scents" id={id} />
      </p>
      <div className="border-l-4 border-cut bg-[var(--field)] px-2 py-1.5">
        <p className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
          <BoundNumber
            open={open}
            path={["certificatePct"]}
            label="most in the cured bar, by certificate"
            {...LIMIT}
            placeholder="?"
          />
          <BoundNumber open={open} path={["ownLimitPct"]} label="own limit" {...LIMIT} placeholder="none" />
        </p>
        <BoundText open={open} path={["certificateNote"]} label="certificate: which, for what, since when" />
        <p className="mt-1 text-[12.5px] text-muted">
          The supplier's certificate decides; an assessor or your region may set less. Compared with the cured bar,
          which is lighter than the batter.
        </p>
      </div>
      <h3 className="text-[15px]">How it behaves: three kinds of evidence</h3>
      {scent.blend.length > 0 ? (
        <p className="text-muted">A blend behaves as its parts do, by their shares.</p>
      ) : (
        <>
          <div className="grid grid-cols-3 phone:grid-cols-1 gap-3">
            {KINDS.map((kind) => (
              <Reports
                key={kind}
                open={open}
                kind={kind}
                reports={scent.evidence[kind]}
                factor={judged.lines.find((l) => l.kind === kind)?.rateFactor ?? null}
              />
            ))}
          </div>
          <p className={judged.disagree ? "notice-amber" : "notice-leaf"} data-testid="clock-uses">
            <strong>
              The clock uses {judged.used.class}: about {judged.used.rateFactor.toFixed(1)} times as fast (
              {(judged.used.rateFactor * Math.exp(-1.28 * judged.used.sdLog)).toFixed(1)} to{" "}
              {(judged.used.rateFactor * Math.exp(1.28 * judged.used.sdLog)).toFixed(1)}), at 4.5 % of oils.
            </strong>{" "}
            {judged.why}
          </p>
        </>
      )}
      <ScentLessons id={id} scent={scent} />
      <Discolour open={open} />
      <p className="flex flex-wrap items-baseline gap-x-5 gap-y-1">
        <BoundSelect open={open} path={["fades"]} label="fades in cure" options={FADES} />
        <BoundCheck open={open} path={["weeps"]} label="weeps: drops on top that are taken up again" />
      </p>
      <Blend open={open} id={id} scent={scent} />
      <div className="grid grid-cols-[1fr_10rem] gap-3 phone:grid-cols-1">
        <SupplyFields open={open} />
      </div>
      <BoundText open={open} path={["notes"]} label="notes" rows={2} />
    </div>
  );
}

function Reports({
  open,
  kind,
  reports,
  factor,
}: {
  open: Editable;
  kind: EvidenceKind;
  reports: LibraryScent["evidence"]["own"];
  factor: number | null;
}) {
  const path = ["evidence", kind];
  return (
    <section aria-label={EVIDENCE_LABELS[kind]} className="border-t-[1.5px] border-ink pt-1">
      <h4 className="flex justify-between font-semibold">
        {EVIDENCE_LABELS[kind]}
        <span className="font-normal text-muted">{factor === null ? "silent" : `${factor.toFixed(1)} ×`}</span>
      </h4>
      <ul>
        {reports.map((r) => {
          const at = [...path, `#${r.id}`];
          return (
            <li key={r.id} className="border-b border-rule/60 py-1 text-[13px]">
              <p className="flex items-baseline gap-1">
                <BoundSelect
                  open={open}
                  path={[...at, "class"]}
                  label={`Class, ${EVIDENCE_LABELS[kind]}`}
                  hideLabel
                  options={CLASS_OPTIONS}
                  className="flex-1"
                />
                <RemoveButton
                  label={`Remove a report of ${EVIDENCE_LABELS[kind]}`}
                  onRemove={() =>
                    open.set(
                      path,
                      reports.filter((x) => x.id !== r.id),
                    )
                  }
                />
              </p>
              <p className="flex flex-wrap gap-x-3">
                <BoundCheck open={open} path={[...at, "rices"]} label="rices" />
                <BoundCheck open={open} path={[...at, "seizes"]} label="seizes" />
              </p>
              <BoundText open={open} path={[...at, "note"]} label="What was said" hideLabel />
            </li>
          );
        })}
      </ul>
      {reports.length < MOST[kind] && (
        <button
          type="button"
          className="mt-1 inline-flex items-center gap-1 text-muted hover:text-ink"
          onClick={() => {
            open.set(path, [
              ...reports,
              { id: nextId(reports, "r"), class: "quiet", rices: false, seizes: false, note: "" },
            ]);
            open.seal();
          }}
        >
          <Plus size={13} /> report
        </button>
      )}
    </section>
  );
}

const DISCOLOURS = { hex: "#a8794a", fresh: 0, nextDay: 0.2, cured: 0.6 };

function Discolour({ open }: { open: Editable }) {
  return (
    <div>
      <BoundPart open={open} path={["discolour"]} label="discolours" blank={DISCOLOURS}>
        <span className="ml-3 inline-flex flex-wrap items-baseline gap-x-3 gap-y-1">
          <BoundColour open={open} path={["discolour", "hex"]} label="full colour" />
          {(["fresh", "nextDay", "cured"] as const).map((t) => (
            <BoundNumber
              key={t}
              open={open}
              path={["discolour", t]}
              label={{ fresh: "part shown at the pour", nextDay: "next day", cured: "cured" }[t]}
              decimals={2}
              step={0.05}
              width="w-11"
            />
          ))}
        </span>
      </BoundPart>
    </div>
  );
}

function Blend({ open, id, scent }: { open: Editable; id: string; scent: LibraryScent }) {
  const { scents } = useBench("scents");
  const total = scent.blend.reduce((sum, b) => sum + b.sharePct, 0);
  const free = scents.filter(
    (s) => s.id !== id && s.document.blend.length === 0 && !scent.blend.some((b) => b.scentId === s.id),
  );
  return (
    <div>
      <h3 className="text-[15px]">Blend of others</h3>
      {scent.blend.map((b) => (
        <p key={b.id} className="flex items-baseline gap-2">
          <span className="w-44 truncate">{scents.find((s) => s.id === b.scentId)?.document.name ?? "put away"}</span>
          <BoundNumber
            open={open}
            path={["blend", `#${b.id}`, "sharePct"]}
            label="Share of this part"
            hideLabel
            unit="%"
          />
          <RemoveButton
            label="Take this part out"
            onRemove={() =>
              open.set(
                ["blend"],
                scent.blend.filter((x) => x.id !== b.id),
              )
            }
          />
        </p>
      ))}
      {scent.blend.length > 0 && Math.abs(total - 100) > 0.05 && (
        <p className="notice-amber">The parts add up to {Number(total.toFixed(1))} %, not 100 %.</p>
      )}
      {scent.blend.length < 8 && (
        <AddChoice
          {...{ label: "Add a part to the blend", invite: "add a part…", options: named(free) }}
          onChoose={(value) => {
            const sharePct = Math.max(0, Number((100 - total).toFixed(1)));
            open.set(["blend"], [...scent.blend, { id: nextId(scent.blend, "b"), scentId: value, sharePct }]);
            open.seal();
          }}
        />
      )}
    </div>
  );
}
