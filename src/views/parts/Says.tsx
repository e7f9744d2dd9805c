import type { Edit } from "../../core/document/edits/edit";
import type { Notice } from "../../core/document/notice";

const MARK = { block: "Stop:", ask: "Check:", hint: "" } as const;

/** The notices of some fields, each with its reason, where their cause stands. */
export function Says({
  notices,
  fields,
  className = "",
  onFix,
}: {
  notices: readonly Notice[];
  fields: (field: string) => boolean;
  className?: string;
  /** Carries out what mends a notice; without it only the words are shown. */
  onFix?: (edit: Edit) => void;
}) {
  const own = notices.filter((n) => fields(n.field));
  if (own.length === 0) return null;
  return (
    <ul className={`grid gap-1 text-[12.5px] ${className}`} data-testid="notices">
      {own.map((n) => (
        <li key={n.field + n.message} className={n.level === "block" ? "notice-cut" : "notice-amber"}>
          {MARK[n.level] && <strong>{MARK[n.level]} </strong>}
          {n.message}
          {n.fix && onFix && (
            <button
              type="button"
              className="button ml-1 !min-h-6 narrow:!min-h-[44px] px-2 text-[12.5px]"
              onClick={() => onFix(n.fix!.edit)}
            >
              {n.fix.words[0].toUpperCase() + n.fix.words.slice(1)}
            </button>
          )}
        </li>
      ))}
    </ul>
  );
}
