import { SCHOOLS, type School } from "../../core/practice/practiceSchema";
import { BoundNumber, BoundSelect, type Editable } from "./bound";
import { Choose } from "./Choose";

/** The schools of practice with their reasons, people and pace; in a batch or in the studio's settings. */
export function PracticeFields({
  open,
  path,
  schools,
}: {
  open: Editable;
  path: readonly string[];
  schools?: readonly School[];
}) {
  const shown = (Object.keys(SCHOOLS) as School[]).filter((s) => !schools || schools.includes(s));
  return (
    <div className="grid gap-1.5">
      {shown.map((s) => (
        <BoundSelect
          key={s}
          open={open}
          path={[...path, s]}
          label={SCHOOLS[s].label}
          className="phone:flex-col phone:items-stretch [&>label]:w-28 phone:[&>label]:w-auto"
          options={Object.entries(SCHOOLS[s].options).map(([value, label]) => ({ value, label }))}
        />
      ))}
      <p className="flex flex-wrap items-baseline gap-x-5 gap-y-1">
        <label className="inline-flex items-baseline gap-1 text-muted">
          people at the bench
          <Choose
            value={String((open.document as { practice?: { people?: number } }).practice?.people ?? 1)}
            className="field text-ink"
            disabled={open.disabled}
            options={[
              { value: "1", label: "one" },
              { value: "2", label: "two" },
            ]}
            onChoose={(value) => open.set([...path, "people"], Number(value))}
          />
        </label>
        <BoundNumber
          open={open}
          path={[...path, "pace"]}
          label="pace (1 practised, 1.3 slower)"
          decimals={2}
          step={0.05}
        />
      </p>
    </div>
  );
}
