import type { Notice } from "../../core/plan/notices/notice";

const MARK = { block: "Stop:", ask: "Check:", hint: "" } as const;

/** The notices of some fields, each with its reason, where their cause stands. */
export function Says({
  notices,
  fields,
  className = "",
}: {
  notices: readonly Notice[];
  fields: (field: string) => boolean;
  className?: string;
}) {
  const own = notices.filter((n) => fields(n.field));
  if (own.length === 0) return null;
  return (
    <ul className={`grid gap-1 text-[12.5px] ${className}`} data-testid="notices">
      {own.map((n) => (
        <li key={n.field + n.message} className={n.level === "block" ? "notice-cut" : "notice-amber"}>
          {MARK[n.level] && <strong>{MARK[n.level]} </strong>}
          {n.message}
        </li>
      ))}
    </ul>
  );
}
