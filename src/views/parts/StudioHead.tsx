import type { ReactNode } from "react";
import type { ScreenId } from "../keys/cards";
import type { Command } from "../keys/commands";
import { Desk } from "../keys/Desk";
import { PLACES, placeCommands } from "./places";

type Here = (typeof PLACES)[number]["id"] | "new" | "after";

/** Card of each place; the libraries have one together. */
const SCREEN_OF: Readonly<Partial<Record<Here, ScreenId>>> = {
  new: "chooser",
  shelf: "shelf",
  search: "search",
  after: "after",
  shopping: "shopping",
  stock: "stock",
  orders: "orders",
  gallery: "gallery",
  practice: "practice",
};

/** Head of the shelf and the libraries: where one is, and the way to the others. */
export function StudioHead({
  here,
  title,
  commands = [],
  children,
}: {
  here: Here;
  title: string;
  /** What of this page can be asked for by name. */
  commands?: readonly Command[];
  children?: ReactNode;
}) {
  return (
    <header className="flex flex-wrap items-end gap-x-4 gap-y-1 px-5 pt-3">
      <h1 className="text-[28px] leading-none">{title}</h1>
      <nav
        aria-label="The studio"
        className="flex flex-wrap gap-x-3 narrow:gap-x-4 narrow:basis-full [&_a]:narrow:inline-flex [&_a]:narrow:min-h-[44px] [&_a]:narrow:items-center"
      >
        {PLACES.filter((p) => !p.isWithin || p.id === here).map((p) => (
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
      <Desk
        screen={SCREEN_OF[here] ?? "library"}
        commands={[
          ...commands,
          ...placeCommands((href) => {
            location.href = href;
          }),
        ]}
      />
      {children}
    </header>
  );
}
