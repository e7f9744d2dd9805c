import { Plus } from "lucide-react";
import { useState } from "react";
import { cutUp } from "../../core/cut/leaves";
import type { PlannedCut } from "../../core/cut/planned";
import { facing } from "../../core/cut/propose";
import { asKind, layOutByHand, readPieces, sayPieces, uncut, withoutStep, withStep } from "../../core/cut/steps";
import { CUT_WORDS } from "../../core/cut/words";
import type { CutStep, Division } from "../../core/mould/cutSchema";
import { Check } from "../parts/Check";
import { Choose, worded } from "../parts/Choose";
import { NumberField } from "../parts/NumberField";
import { RemoveButton } from "../parts/RemoveButton";
import type { OpenBatch } from "../parts/useBatch";

const KIND_WORDS: Readonly<Record<Division["kind"], string>> = {
  parts: "equal parts",
  pitch: "one thickness, as often as it fits",
  list: "pieces of these, mm",
};

/** The cuts of a mould, one by one, to be changed by hand. */
export function CutSteps({ batch, cut }: { batch: OpenBatch; cut: PlannedCut }) {
  const { plan } = batch;
  const { steps } = cut.cutting;
  const lay = (next: readonly CutStep[]): string | null => {
    const { bars } = cutUp(cut.loaf, { ...cut.cutting, steps: [...next] });
    const [most] = bars;
    const shows = most ? facing(most) : cut.cutting.shows;
    return batch.edit(layOutByHand(plan, { ...cut.cutting, shows, steps: [...next] }));
  };
  const put = (next: readonly CutStep[]) => {
    lay(next);
    batch.seal();
  };
  const numberOf = (id: string | null) => steps.findIndex((s) => s.id === id) + 1;
  return (
    <details className="mt-2">
      <summary className="min-h-[36px] cursor-pointer text-muted narrow:min-h-[44px]">Change the cuts by hand</summary>
      <ol aria-label="Cuts by hand">
        {steps.map((step, i) => (
          <StepFields
            key={step.id}
            step={step}
            number={i + 1}
            of={step.ofId === null ? "the loaf" : `pieces of cut ${numberOf(step.ofId)}`}
            hasMisfit={cut.up.misfits.includes(step.id)}
            onChange={(change) => lay(steps.map((s) => (s.id === step.id ? { ...s, ...change } : s)))}
            onSeal={batch.seal}
            onRemove={() => put(withoutStep(steps, step.id))}
          />
        ))}
      </ol>
      <p className="mt-1.5 flex flex-wrap gap-2">
        {uncut(steps).map((ofId) => (
          <button
            key={ofId ?? "loaf"}
            type="button"
            className="button !min-h-9 narrow:!min-h-[44px]"
            onClick={() => put(withStep(plan, steps, ofId))}
          >
            <Plus size={14} /> {ofId === null ? "cut the loaf" : `cut the pieces of ${numberOf(ofId)}`}
          </button>
        ))}
        {cut.isLaidOut && (
          <button
            type="button"
            className="button !min-h-9 narrow:!min-h-[44px]"
            onClick={() => {
              const others = plan.cutting.moulds.filter((c) => c.mouldId !== cut.cutting.mouldId);
              batch.set(["cutting", "moulds"], others);
              batch.seal();
            }}
          >
            Back to bars as the plan has them
          </button>
        )}
      </p>
    </details>
  );
}

function StepFields({
  step,
  number,
  of,
  hasMisfit,
  onChange,
  onSeal,
  onRemove,
}: {
  step: CutStep;
  number: number;
  of: string;
  hasMisfit: boolean;
  onChange: (change: Partial<CutStep>) => string | null;
  onSeal: () => void;
  onRemove: () => void;
}) {
  const { division } = step;
  const change = (next: Partial<CutStep>) => {
    onChange(next);
    onSeal();
  };
  const trim = (label: string, field: "trimStartMm" | "trimEndMm") => (
    <NumberField
      label={label}
      quantity="length"
      value={step[field]}
      onChange={(v) => (v === null ? "needs a number" : onChange({ [field]: v }))}
      onBlur={onSeal}
    />
  );
  return (
    <li
      aria-label={`Cut ${number}`}
      className="flex flex-wrap items-center gap-x-4 gap-y-1.5 border-t border-rule py-2"
    >
      <strong>{number}</strong>
      <span className="text-muted">{of}</span>
      {step.ofId !== null && (
        <TextField
          label="which"
          value={sayPieces(step.pieces)}
          read={(text) => {
            const read = readPieces(text);
            return read ? onChange(read) : "all, 3 or 3-5";
          }}
        />
      )}
      <Choose
        label={`Direction of cut ${number}`}
        value={step.axis}
        options={worded(CUT_WORDS)}
        onChoose={(axis) => change({ axis })}
      />
      <Choose
        label={`Division of cut ${number}`}
        value={division.kind}
        options={worded(KIND_WORDS)}
        onChoose={(kind) => change({ division: asKind(division, kind, 25) })}
      />
      {division.kind === "parts" && (
        <NumberField
          label="parts"
          decimals={0}
          value={division.count}
          onChange={(v) => (v === null ? "needs a number" : onChange({ division: { kind: "parts", count: v } }))}
          onBlur={onSeal}
        />
      )}
      {division.kind === "pitch" && (
        <NumberField
          {...{ label: "thick", quantity: "length", value: division.thickMm, onBlur: onSeal }}
          onChange={(v) => (v === null ? "needs a number" : onChange({ division: { kind: "pitch", thickMm: v } }))}
        />
      )}
      {division.kind === "list" && (
        <TextField
          label="mm"
          value={division.thickMm.join(", ")}
          read={(text) => {
            const thickMm = text
              .split(/[,;\s]+/)
              .filter(Boolean)
              .map(Number);
            return thickMm.length > 0 && thickMm.every((v) => Number.isFinite(v))
              ? onChange({ division: { kind: "list", thickMm } })
              : "thicknesses in mm, such as 12, 30, 12";
          }}
        />
      )}
      {trim(step.axis === "height" ? "off the floor" : "off the start", "trimStartMm")}
      {trim(step.axis === "height" ? "off the top" : "off the end", "trimEndMm")}
      {(step.trimStartMm > 0 || step.trimEndMm > 0) && (
        <Check label="planed off" checked={step.isPlaned} onCheck={(isPlaned) => change({ isPlaned })} />
      )}
      <span className="flex-1" />
      <RemoveButton label={`Remove cut ${number}`} onRemove={onRemove} />
      {hasMisfit && <span className="basis-full text-cut">It is thicker than what is there: nothing is cut.</span>}
    </li>
  );
}

/** A text that is read when it is left; what it is not stays beside it with the reason. */
function TextField({ label, value, read }: { label: string; value: string; read: (text: string) => string | null }) {
  const [draft, setDraft] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const take = () => {
    const refused = draft === null ? null : read(draft);
    setProblem(refused);
    if (refused === null) setDraft(null);
  };
  return (
    <label className="text-muted">
      {label}{" "}
      <input
        className="field w-24"
        value={draft ?? value}
        onChange={(e) => setDraft(e.currentTarget.value)}
        onBlur={take}
        onKeyDown={(e) => e.key === "Enter" && take()}
      />
      {problem && <span className="block text-[12.5px] text-cut">{problem}</span>}
    </label>
  );
}
