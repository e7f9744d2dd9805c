import type { Plan } from "../../core/plan/schema";

export interface StoredBatch {
  id: string;
  version: number;
  updatedAt: string;
  document: Plan;
}

export type SaveState =
  | { kind: "saved"; at: Date | null }
  | { kind: "unsaved" }
  | { kind: "saving" }
  | { kind: "retrying"; message: string }
  | { kind: "refused"; message: string }
  | { kind: "conflict"; current: StoredBatch; mine: Plan };

const DEBOUNCE_MS = 350;
const RETRY_MS = 2500;
const PREFIX = "tundish.draft.";
/** A draft of another tab younger than this is still being saved there; older ones were left behind. */
const LEFT_BEHIND_MS = 15_000;

interface Draft {
  version: number;
  document: Plan;
  atMs: number;
}

/** Name of this tab, kept over reloads. */
function tabId(): string {
  const known = sessionStorage.getItem("tundish.tab");
  if (known) return known;
  const made = Math.random().toString(36).slice(2, 10);
  sessionStorage.setItem("tundish.tab", made);
  return made;
}
const draftKey = (id: string) => `${PREFIX}${id}.${tabId()}`;

/** What this browser still holds unsaved of a batch: this tab's draft, or one that a closed tab left behind. Null when nothing. */
export function readDraft(id: string): { version: number; document: Plan } | null {
  try {
    const own = localStorage.getItem(draftKey(id));
    if (own) return JSON.parse(own) as Draft;
    for (const key of Object.keys(localStorage)) {
      if (!key.startsWith(`${PREFIX}${id}.`)) continue;
      const draft = JSON.parse(localStorage.getItem(key) ?? "null") as Draft | null;
      if (!draft || Date.now() - draft.atMs < LEFT_BEHIND_MS) continue;
      localStorage.removeItem(key);
      localStorage.setItem(draftKey(id), JSON.stringify(draft));
      return draft;
    }
  } catch {
    // A forbidden or broken browser store holds nothing.
  }
  return null;
}

const same = (a: Plan, b: Plan) => JSON.stringify(a) === JSON.stringify(b);

/**
 * Saves the newest document of one batch: debounced, one request at a time, in order, each over the version last seen. Until the
 * server has acknowledged it, a draft stays in this browser. A conflict stops saving until it is settled.
 */
export class Saver {
  private pending: Plan | null = null;
  private timer: ReturnType<typeof setTimeout> | null = null;
  private running: Promise<void> | null = null;
  private isBlocked = false;

  constructor(
    private readonly id: string,
    private version: number,
    private readonly onState: (state: SaveState) => void,
  ) {}

  /** Saves soon; `now` skips the debounce. */
  save(plan: Plan, now = false): void {
    this.pending = plan;
    this.keepDraft(plan);
    if (this.isBlocked) return;
    this.onState({ kind: "unsaved" });
    this.plan(now ? 0 : DEBOUNCE_MS);
  }

  /** Resolves when all that was handed over is acknowledged, or cannot be for now. */
  async flush(): Promise<boolean> {
    if (this.timer) clearTimeout(this.timer);
    this.timer = null;
    if (this.running) await this.running;
    if (this.pending && !this.isBlocked) await this.send();
    return this.pending === null;
  }

  /** Gives up what is pending: the other version is taken. */
  discard(): void {
    this.pending = null;
    localStorage.removeItem(draftKey(this.id));
  }

  /** Goes on over the version that the conflict showed. */
  settle(version: number, plan: Plan): void {
    this.version = version;
    this.isBlocked = false;
    this.save(plan, true);
  }

  /** Stops and shows both versions. */
  reportConflict(current: StoredBatch, mine: Plan): void {
    this.isBlocked = true;
    this.pending = mine;
    this.onState({ kind: "conflict", current, mine });
  }

  private plan(delayMs: number): void {
    if (this.timer) clearTimeout(this.timer);
    this.timer = setTimeout(() => {
      this.timer = null;
      if (!this.running) void this.send();
    }, delayMs);
  }

  private send(): Promise<void> {
    this.running = this.put().finally(() => {
      this.running = null;
      if (this.pending && !this.isBlocked && !this.timer) this.plan(0);
    });
    return this.running;
  }

  private async put(): Promise<void> {
    const plan = this.pending;
    if (!plan) return;
    this.onState({ kind: "saving" });
    let response: Response;
    try {
      response = await fetch(`/api/batches/${this.id}`, {
        method: "PUT",
        headers: { "content-type": "application/json", "if-match": `"${this.version}"` },
        body: JSON.stringify(plan),
      });
    } catch {
      this.retry("The server does not answer. Your changes are kept in this browser; trying again.");
      return;
    }
    if (response.ok) {
      const saved = (await response.json()) as StoredBatch;
      this.version = saved.version;
      if (this.pending === plan) this.discard();
      this.onState(this.pending ? { kind: "unsaved" } : { kind: "saved", at: new Date() });
      return;
    }
    const answer = (await response.json().catch(() => ({}))) as { detail?: string; current?: StoredBatch };
    if (response.status === 409 && answer.current) {
      if (same(answer.current.document, plan)) {
        this.version = answer.current.version;
        if (this.pending === plan) this.discard();
        this.onState({ kind: "saved", at: new Date() });
      } else this.reportConflict(answer.current, this.pending ?? plan);
    } else if (response.status >= 500)
      this.retry("The server met an error. Your changes are kept in this browser; trying again.");
    else {
      this.isBlocked = true;
      this.onState({ kind: "refused", message: answer.detail ?? "The server refused the change." });
    }
  }

  private retry(message: string): void {
    this.onState({ kind: "retrying", message });
    this.plan(RETRY_MS);
  }

  private keepDraft(plan: Plan): void {
    try {
      const draft: Draft = { version: this.version, document: plan, atMs: Date.now() };
      localStorage.setItem(draftKey(this.id), JSON.stringify(draft));
    } catch {
      // A full or forbidden browser store: the server still gets the change.
    }
  }
}
