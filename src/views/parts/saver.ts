import { isPageKept, keep } from "./kept";
import type { Stored } from "./stored";

export type SaveState<D = unknown> =
  | { kind: "saved"; at: Date | null; isFromElsewhere?: boolean }
  | { kind: "unsaved" }
  | { kind: "saving" }
  | { kind: "retrying"; message: string }
  | { kind: "refused"; message: string }
  | { kind: "conflict"; current: Stored<D>; mine: D };

/** Where and how a document is saved. */
export interface SavePlace<D> {
  /** Name of the document in this browser's store of drafts. */
  key: string;
  url: string;
  /** What is sent of it. */
  bodyOf: (document: D) => unknown;
  /** What an answer of the server says of it. */
  storedOf: (answer: unknown) => Stored<D>;
  /** True where the server put more into a document than was sent; it is taken then. */
  hasMore?: (answered: D, sent: D) => boolean;
  /** Whether a copy of what was acknowledged stays in this browser, for the time when the server is away. */
  isKept?: boolean;
}

const DEBOUNCE_MS = 350;
const RETRY_MS = 2500;
const PREFIX = "tundish.draft.";
/** A draft of another tab younger than this is still being saved there; older ones were left behind. */
const LEFT_BEHIND_MS = 15_000;

interface Draft<D> {
  version: number;
  document: D;
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
const draftKey = (key: string) => `${PREFIX}${key}.${tabId()}`;

/** What this browser still holds unsaved of a document: this tab's draft, or one that a closed tab left behind. Null when nothing. */
export function readDraft<D>(key: string): { version: number; document: D } | null {
  try {
    const own = localStorage.getItem(draftKey(key));
    if (own) return JSON.parse(own) as Draft<D>;
    const others = Object.keys(localStorage)
      .filter((name) => name.startsWith(`${PREFIX}${key}.`))
      .map((name) => ({ name, draft: JSON.parse(localStorage.getItem(name) ?? "null") as Draft<D> | null }))
      .filter(({ draft }) => draft !== null)
      .sort((a, b) => b.draft!.atMs - a.draft!.atMs);
    for (const { name, draft } of others) {
      // While the server is away nothing is being saved anywhere: the newest draft is where the work stands.
      if (!isPageKept() && Date.now() - draft!.atMs < LEFT_BEHIND_MS) continue;
      localStorage.removeItem(name);
      localStorage.setItem(draftKey(key), JSON.stringify(draft));
      return draft;
    }
  } catch {
    // A forbidden or broken browser store holds nothing.
  }
  return null;
}

export const sameDocument = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

/**
 * Saves the newest state of one document: debounced, one request at a time, in order, each over the version last seen. Until the
 * server has acknowledged it, a draft stays in this browser. A conflict stops saving until it is settled, a refusal until the next change.
 */
export class Saver<D> {
  private pending: D | null = null;
  private timer: ReturnType<typeof setTimeout> | null = null;
  private running: Promise<void> | null = null;
  private stoppedBy: "conflict" | "refusal" | null = null;
  /** Newest version that stands on the server as was heard; infinite: it is time to look. */
  private heardOf = 0;

  constructor(
    private readonly place: SavePlace<D>,
    private version: number,
    private readonly onState: (state: SaveState<D>) => void,
    /** Takes what another page or device saved. */
    private readonly onTaken: (stored: Stored<D>) => void = () => {},
  ) {}

  /**
   * Hears that a version was saved; without one, that it is time to look. What is not this page's own is taken once nothing here waits to be saved:
   * what waits meets it as a conflict, and nothing is overwritten.
   */
  heard(version = Number.POSITIVE_INFINITY): void {
    this.heardOf = Math.max(this.heardOf, version);
    void this.catchUp();
  }

  private get isBusy(): boolean {
    return this.pending !== null || this.running !== null || this.timer !== null || this.stoppedBy !== null;
  }

  private async catchUp(): Promise<void> {
    if (this.isBusy || this.heardOf <= this.version) return;
    this.heardOf = 0;
    let response: Response;
    try {
      response = await fetch(this.place.url);
    } catch {
      // Once the server answers again it is time to look again.
      return;
    }
    const answer: unknown = await response.json().catch(() => null);
    if (this.isBusy) return this.heard();
    if (response.status === 404)
      this.onState({ kind: "refused", message: "This was deleted on another page or device." });
    if (!response.ok || !answer) return;
    const stored = this.place.storedOf(answer);
    if (stored.version === this.version) return;
    this.version = stored.version;
    this.keepCopy(stored);
    this.onTaken(stored);
    this.onState({ kind: "saved", at: new Date(), isFromElsewhere: true });
  }

  /** Takes what stands on the server now, out of the answer to another request; what waits here is saved first. */
  took(stored: Stored<D>): void {
    if (this.isBusy) this.heard(stored.version);
    if (this.isBusy || stored.version <= this.version) return;
    this.version = stored.version;
    this.keepCopy(stored);
    this.onTaken(stored);
  }

  private keepCopy(stored: Stored<D>): void {
    if (this.place.isKept) keep(this.place.key, stored);
  }

  /** Saves soon; `now` skips the debounce. */
  save(document: D, now = false): void {
    this.pending = document;
    this.keepDraft(document);
    if (this.stoppedBy === "conflict") return;
    this.stoppedBy = null;
    this.onState({ kind: "unsaved" });
    this.schedule(now ? 0 : DEBOUNCE_MS);
  }

  /** Resolves when all that was handed over is acknowledged, or cannot be for now. */
  async flush(): Promise<boolean> {
    if (this.timer) clearTimeout(this.timer);
    this.timer = null;
    if (this.running) await this.running;
    if (this.pending && !this.stoppedBy) await this.send();
    return this.pending === null;
  }

  /** Gives up what is pending: the other version is taken. */
  discard(): void {
    this.pending = null;
    try {
      localStorage.removeItem(draftKey(this.place.key));
    } catch {
      // A forbidden browser store holds no draft.
    }
  }

  /** Goes on over the version that the conflict showed. */
  settle(version: number, document: D): void {
    this.version = version;
    this.stoppedBy = null;
    this.save(document, true);
  }

  /** Stops and shows both versions. */
  reportConflict(current: Stored<D>, mine: D): void {
    this.stoppedBy = "conflict";
    this.pending = mine;
    this.onState({ kind: "conflict", current, mine });
  }

  private schedule(delayMs: number): void {
    if (this.timer) clearTimeout(this.timer);
    this.timer = setTimeout(() => {
      this.timer = null;
      if (!this.running) void this.send();
    }, delayMs);
  }

  private send(): Promise<void> {
    this.running = this.put().finally(() => {
      this.running = null;
      if (this.pending && !this.stoppedBy && !this.timer) this.schedule(0);
      else void this.catchUp();
    });
    return this.running;
  }

  private async put(): Promise<void> {
    const document = this.pending;
    if (!document) return;
    this.onState({ kind: "saving" });
    let response: Response;
    try {
      response = await fetch(this.place.url, {
        method: "PUT",
        headers: { "content-type": "application/json", "if-match": `"${this.version}"` },
        body: JSON.stringify(this.place.bodyOf(document)),
      });
    } catch {
      this.retry("The server does not answer. Your changes are kept in this browser; trying again.");
      return;
    }
    if (response.ok) {
      const stored = this.place.storedOf(await response.json());
      this.version = stored.version;
      this.keepCopy(stored);
      if (this.pending === document) this.discard();
      if (!this.pending && this.place.hasMore?.(stored.document, document)) this.onTaken(stored);
      this.onState(this.pending ? { kind: "unsaved" } : { kind: "saved", at: new Date() });
      return;
    }
    await this.refused(response, document);
  }

  private async refused(response: Response, document: D): Promise<void> {
    const answer = (await response.json().catch(() => ({}))) as { detail?: string; current?: unknown };
    if (response.status === 409 && answer.current) {
      const current = this.place.storedOf(answer.current);
      if (sameDocument(current.document, document)) {
        this.version = current.version;
        if (this.pending === document) this.discard();
        this.onState({ kind: "saved", at: new Date() });
      } else this.reportConflict(current, this.pending ?? document);
    } else if (response.status >= 500) {
      this.retry("The server met an error. Your changes are kept in this browser; trying again.");
    } else {
      // What was changed meanwhile may mend it: it is sent next.
      if (this.pending === document) this.stoppedBy = "refusal";
      this.onState({ kind: "refused", message: answer.detail ?? "The server refused the change." });
    }
  }

  private retry(message: string): void {
    this.onState({ kind: "retrying", message });
    this.schedule(RETRY_MS);
  }

  private keepDraft(document: D): void {
    try {
      const draft: Draft<D> = { version: this.version, document, atMs: Date.now() };
      localStorage.setItem(draftKey(this.place.key), JSON.stringify(draft));
    } catch {
      // A full or forbidden browser store: the server still gets the change.
    }
  }
}
