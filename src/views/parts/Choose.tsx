import { COLOURANT_KINDS } from "../../core/colour/kinds";
import { becomeCalm, useCalm } from "./calm";

/** One choice of a list: what is kept and what is read. */
export interface Option<V extends string = string> {
  value: V;
  label: string;
}

/** Choices under a heading of their own. */
export interface OptionGroup {
  label: string;
  options: readonly Option[];
}

/** Rows with an id and a label as choices. */
export const labelled = <V extends string>(rows: readonly { id: V; label: string }[]): Option<V>[] =>
  rows.map((r) => ({ value: r.id, label: r.label }));

/** Named things of a plan, or rows of a library, as choices. */
export const named = (rows: readonly { id: string; name?: string; document?: { name: string } }[]): Option[] =>
  rows.map((r) => ({ value: r.id, label: r.document?.name ?? r.name ?? "" }));

/** A table of words as choices: its keys are kept, its words are read. */
export const worded = <V extends string>(words: Readonly<Record<V, string>>): Option<V>[] =>
  (Object.entries(words) as [V, string][]).map(([value, label]) => ({ value, label }));

/** The rows of a library under its heading; none where the library is empty. */
export const libraryGroup = (rows: Parameters<typeof named>[0]): OptionGroup[] =>
  rows.length > 0 ? [{ label: "Your library", options: named(rows) }] : [];

/** The choices of a colourant: the rows of the studio's library, then the kinds. */
export const colourantGroups = (rows: Parameters<typeof named>[0]): OptionGroup[] => [
  ...libraryGroup(rows),
  { label: "By kind", options: labelled(COLOURANT_KINDS) },
];

const optionOf = (o: Option) => (
  <option key={o.value} value={o.value}>
    {o.label}
  </option>
);

/** Choices that a list has at most from the first: of longer ones most of a page would be made. */
const FEW = 8;
/** Of a longer list, those among which the widest is: by it a list has its width. */
const WIDEST = 3;

/** What of a list stands there before the page is at rest: all of a short one, of a long one what is chosen and what makes it wide. */
function atFirst(options: readonly Option[], groups: readonly OptionGroup[], value: string): (o: Option) => boolean {
  const all = [...options, ...groups.flatMap((g) => g.options)];
  if (all.length <= FEW) return () => true;
  const widest = all.toSorted((a, b) => b.label.length - a.label.length).slice(0, WIDEST);
  return (o) => o.value === value || widest.includes(o);
}

/**
 * The one list to choose from. `label` names it where no label stands around it or points to its `id`;
 * `invite` makes it a list that adds: it shows these words, and every choice is a new one.
 */
export function Choose<V extends string>({
  id,
  label,
  invite,
  value = "" as V,
  options = [],
  groups = [],
  disabled,
  className = "field",
  title,
  onFocus,
  onChoose,
}: {
  id?: string;
  label?: string;
  invite?: string;
  value?: string;
  options?: readonly Option<V>[];
  groups?: readonly OptionGroup[];
  disabled?: boolean;
  className?: string;
  title?: string;
  onFocus?(): void;
  onChoose(value: V): void;
}) {
  const isCalm = useCalm();
  const isThere = isCalm ? () => true : atFirst(options, groups, value);
  return (
    <select
      id={id}
      aria-label={label}
      className={className}
      title={title}
      value={value}
      disabled={disabled}
      onFocus={() => {
        becomeCalm();
        onFocus?.();
      }}
      onPointerDown={becomeCalm}
      onChange={(e) => onChoose(e.currentTarget.value as V)}
    >
      {invite !== undefined && <option value="">{invite}</option>}
      {options.filter(isThere).map(optionOf)}
      {groups.map((g) => (
        <optgroup key={g.label} label={g.label}>
          {g.options.filter(isThere).map(optionOf)}
        </optgroup>
      ))}
    </select>
  );
}

/** A list that adds, below what is there. */
export function AddChoice<V extends string>(of: {
  label: string;
  invite: string;
  options: readonly Option<V>[];
  className?: string;
  onChoose(value: V): void;
}) {
  return <Choose className="field mt-1" {...of} />;
}
