import { LIBRARY_KINDS, type LibraryKind, libraryNames } from "../../core/library/names";
import type { Command } from "../keys/commands";

/** Places of the studio outside of a batch. */
export const PLACES: readonly {
  id: LibraryKind | "shelf" | "search" | "stock" | "orders" | "shopping" | "gallery" | "practice";
  label: string;
  href: string;
  /** Stands in the head of another place's page instead of every page's: the shopping list in that of the stock. */
  isWithin?: boolean;
}[] = [
  { id: "shelf", label: "Shelf", href: "/" },
  { id: "search", label: "Search", href: "/search" },
  ...LIBRARY_KINDS.map((kind) => ({ id: kind, label: libraryNames(kind).label, href: `/library/${kind}` })),
  { id: "orders", label: "Orders", href: "/orders" },
  { id: "stock", label: "Stock", href: "/stock" },
  { id: "shopping", label: "Shopping", href: "/shopping", isWithin: true },
  { id: "gallery", label: "Gallery", href: "/gallery" },
  { id: "practice", label: "Practice", href: "/practice" },
];

/** The way to every place, by name. @param leave goes to an address once all is saved */
export const placeCommands = (leave: (href: string) => void): Command[] =>
  PLACES.map((p) => ({ id: p.id, words: p.label, group: "Go to", run: () => leave(p.href) }));
