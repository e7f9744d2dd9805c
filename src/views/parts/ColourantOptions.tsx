import { COLOURANT_KINDS } from "../../core/colour/kinds";

/** The choices of a colourant: the rows of the studio's library, then the kinds. */
export function ColourantOptions({ rows }: { rows: readonly { id: string; document: { name: string } }[] }) {
  const groups = [
    { label: "Your library", options: rows.map((r) => ({ id: r.id, label: r.document.name })) },
    { label: "By kind", options: COLOURANT_KINDS },
  ];
  return groups
    .filter((g) => g.options.length > 0)
    .map((g) => (
      <optgroup key={g.label} label={g.label}>
        {g.options.map((o) => (
          <option key={o.id} value={o.id}>
            {o.label}
          </option>
        ))}
      </optgroup>
    ));
}
