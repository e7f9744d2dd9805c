import { useCallback, useEffect, useRef, useState } from "react";
import type { LibraryItem } from "../../core/library/kinds";
import type { LibraryKind } from "../../core/library/names";
import { api } from "../parts/api";

export interface ListQuery {
  search: string;
  sort: string;
  isDescending: boolean;
  isArchived: boolean;
}
export interface ListPage<K extends LibraryKind> {
  total: number;
  items: LibraryItem<K>[];
}

export const FIRST_QUERY: ListQuery = { search: "", sort: "name", isDescending: false, isArchived: false };
const PAGE = 100;

/** A library's rows, fetched page by page as they are scrolled to. */
export function useLibraryList<K extends LibraryKind>(kind: K, first: ListPage<K>, query: ListQuery) {
  const [page, setPage] = useState<ListPage<K>>(first);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [isFetching, setFetching] = useState(false);
  const shown = useRef(JSON.stringify(FIRST_QUERY));
  const newest = useRef(0);

  const fetchFrom = useCallback(
    async (offset: number) => {
      const generation = ++newest.current;
      const params = new URLSearchParams({
        search: query.search,
        sort: query.sort,
        order: query.isDescending ? "desc" : "asc",
        archived: query.isArchived ? "1" : "0",
        offset: String(offset),
        limit: String(PAGE),
      });
      setFetching(true);
      const answer = await api<ListPage<K>>(`/api/library/${kind}?${params}`);
      if (generation !== newest.current) return;
      setFetching(false);
      if (!answer.ok) return setTrouble(answer.message);
      setTrouble(null);
      setPage((before) => ({
        total: answer.value.total,
        items: offset === 0 ? answer.value.items : [...before.items, ...answer.value.items],
      }));
    },
    [kind, query],
  );

  useEffect(() => {
    const key = JSON.stringify(query);
    if (key === shown.current) return;
    shown.current = key;
    const timer = setTimeout(() => void fetchFrom(0), 120);
    return () => clearTimeout(timer);
  }, [query, fetchFrom]);

  return {
    ...page,
    trouble,
    isFetching,
    more: () => {
      if (!isFetching && page.items.length < page.total) void fetchFrom(page.items.length);
    },
    refresh: () => void fetchFrom(0),
    /** Shows a row as it now stands, without asking the server again. */
    show: (item: LibraryItem<K>) =>
      setPage((before) => ({ ...before, items: before.items.map((x) => (x.id === item.id ? item : x)) })),
  };
}
