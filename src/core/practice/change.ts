const KINDS = ["batch", "library", "settings", "lessons", "devices", "papers", "reading"] as const;

/**
 * Something that was saved: what it is, the version that stands now (0: it is gone, or has none), and which batch or row of a library (`kind/id`). A reading of a
 * scale or a thermometer is not saved, but told in the same way: it stands in `id`, as JSON.
 */
export interface Change {
  kind: (typeof KINDS)[number];
  version: number;
  id: string;
}

/** Reads a change as the database tells it (`batch 3 an-id`); null for what is none. */
export function readChange(text: string): Change | null {
  const [, kind, version, id] = /^(\w+) (\d{1,15}) (.*)$/s.exec(text) ?? [];
  return (KINDS as readonly string[]).includes(kind)
    ? { kind: kind as Change["kind"], version: Number(version), id }
    : null;
}
