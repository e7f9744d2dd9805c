import type { BenchEvent } from "../../core/document/logSchema";

/** Events noted at the bench that the server has not acknowledged yet, kept in this browser. All pages of one batch share them; sent twice they count once. */
const PREFIX = "tundish.outbox.";
const RETRY_MS = 2500;

/** How the sending stands: `waiting` events are kept here; `trouble`: why they are not sent, empty where all goes well. */
export interface OutboxState {
  waiting: number;
  trouble: string;
  /** True where the server will not take them as they are. */
  isRefused: boolean;
}
export const NOTHING_WAITS: OutboxState = { waiting: 0, trouble: "", isRefused: false };

/** What waits to be sent of a batch. */
export function waitingEvents(batchId: string): BenchEvent[] {
  try {
    return JSON.parse(localStorage.getItem(PREFIX + batchId) ?? "[]") as BenchEvent[];
  } catch {
    // A forbidden or broken browser store holds nothing.
    return [];
  }
}

/** A new id for an event, like no other device's. */
export function eventId(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(10));
  return `e${Array.from(bytes, (b) => b.toString(16).padStart(2, "0")).join("")}`;
}

/** Sends what is noted in order, one request at a time, until the server has it. */
export class Outbox {
  private own: BenchEvent[];
  private running: Promise<boolean> | null = null;
  private timer: ReturnType<typeof setTimeout> | null = null;

  /** @param onSent takes the batch as the server answers it */
  constructor(
    private readonly batchId: string,
    private readonly onState: (state: OutboxState) => void,
    private readonly onSent: (answer: unknown) => void,
  ) {
    this.own = waitingEvents(batchId);
  }

  /** What is noted and not acknowledged. */
  get waiting(): readonly BenchEvent[] {
    return this.own;
  }

  add(event: BenchEvent): void {
    this.own = [...this.own, event];
    this.store();
    this.say("");
    void this.flush();
  }

  /** Resolves when all is acknowledged, or cannot be for now. */
  async flush(): Promise<boolean> {
    if (this.timer) clearTimeout(this.timer);
    this.timer = null;
    while (this.own.length > 0) {
      this.running ??= this.send().finally(() => {
        this.running = null;
      });
      if (!(await this.running)) return false;
    }
    return true;
  }

  /** True once the server has what was sent; false where it cannot be sent for now. */
  private async send(): Promise<boolean> {
    const sent = this.own;
    let response: Response;
    try {
      response = await fetch(`/api/batches/${this.batchId}/events`, {
        method: "POST",
        headers: { "content-type": "application/json" },
        body: JSON.stringify(sent),
      });
    } catch {
      return this.later("The server does not answer.");
    }
    if (response.status >= 500 || response.status === 429) return this.later("The server met an error.");
    const answer = (await response.json().catch(() => ({}))) as { detail?: string };
    if (!response.ok) {
      this.onState({
        waiting: this.own.length,
        trouble: answer.detail ?? "The server refused what was noted.",
        isRefused: true,
      });
      return false;
    }
    const ids = new Set(sent.map((e) => e.id));
    this.own = this.own.filter((e) => !ids.has(e.id));
    this.store(ids);
    this.onSent(answer);
    this.say("");
    return true;
  }

  private later(why: string): false {
    const many = this.own.length === 1 ? "1 note is" : `${this.own.length} notes are`;
    this.say(`${why} ${many} kept here and sent later; the pour goes on.`);
    this.timer ??= setTimeout(() => {
      this.timer = null;
      void this.flush();
    }, RETRY_MS);
    return false;
  }

  private say(trouble: string): void {
    this.onState({ waiting: this.own.length, trouble, isRefused: false });
  }

  /** Keeps what waits; another page of this browser may have added to it, and what is acknowledged goes. */
  private store(acknowledged: ReadonlySet<string> = new Set()): void {
    const known = new Set(this.own.map((e) => e.id));
    const others = waitingEvents(this.batchId).filter((e) => !known.has(e.id) && !acknowledged.has(e.id));
    const all = [...others, ...this.own];
    try {
      if (all.length === 0) localStorage.removeItem(PREFIX + this.batchId);
      else localStorage.setItem(PREFIX + this.batchId, JSON.stringify(all));
    } catch {
      // A full or forbidden browser store: the server still gets them.
    }
  }
}
