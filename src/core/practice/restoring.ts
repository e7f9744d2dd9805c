/** What a restore changes of one kind of things: how many come back or are new, become otherwise, go away, stay. */
export interface KindChange {
  added: number;
  changed: number;
  removed: number;
  same: number;
}

/** What putting a backup in place would change. */
export interface RestoreChanges {
  madeAt: string;
  batches: KindChange;
  library: KindChange;
  lessons: { before: number; after: number };
  settings: boolean;
  /** Whether what is counted, or promised, becomes otherwise. */
  stock: boolean;
  orders: boolean;
  /** Titles of the batches that go away or become otherwise, at most twenty. */
  titles: { title: string; what: "removed" | "changed" }[];
}
