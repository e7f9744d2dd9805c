import type { ReactNode } from "react";
import { LIBRARY, LIBRARY_KINDS, type LibraryKind } from "../../core/library/kinds";

/** Places of the studio outside of a batch. */
const PLACES: { id: LibraryKind | "shelf" | "practice"; label: string; href: string }[] = [
  { id: "shelf", label: "Shelf", href: "/" },
  ...LIBRARY_KINDS.map((kind) => ({ id: kind, label: LIBRARY[kind].label, href: `/library/${kind}` })),
  { id: "practice", label: "Practice", href: "/practice" },
];

/** Head of the shelf and the libraries: where one is, and the way to the others. */
export function StudioHead({
  here,
  title,
  children,
}: {
  here: (typeof PLACES)[number]["id"];
  title: string;
  children?: ReactNode;
}) {
  return (
    <header className="flex flex-wrap items-end gap-x-6 gap-y-1 px-5 pt-3">
      <h1 className="text-[28px] leading-none">{title}</h1>
      <nav aria-label="The studio" className="flex gap-x-4">
        {PLACES.map((p) => (
          <a
            key={p.id}
            href={p.href}
            aria-current={p.id === here ? "page" : undefined}
            className="border-b-[3px] border-transparent pb-0.5 hover:border-rule aria-[current]:border-ink aria-[current]:font-semibold"
          >
            {p.label}
          </a>
        ))}
      </nav>
      <span className="flex-1" />
      {children}
    </header>
  );
}
