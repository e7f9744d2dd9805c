import type { Change } from "../../core/practice/change";
import type { OpenDatabase } from "../../data/database";

/** A stream of changes to one asker. */
export interface Follower {
  tell(change: Change): void;
  /** Ends the stream: who follows comes back by itself, and looks anew. */
  end(): void;
}

/** Streams that one process serves at once. */
export const MOST_FOLLOWERS = 300;

/** Hears once what the database tells of its changes, and passes it on to all who follow. */
export class Hub {
  private readonly followers = new Set<Follower>();
  private listening: Promise<unknown> | null = null;

  /** @param onDevices called when devices were paired, named or turned away, here or in another process */
  constructor(
    private readonly open: Pick<OpenDatabase, "listen">,
    private readonly onDevices: () => void = () => {},
  ) {}

  get size(): number {
    return this.followers.size;
  }

  /** Listens from now on. Fails where the database cannot be asked; the next one to follow tries again. */
  start(): Promise<unknown> {
    this.listening ??= this.open
      .listen({ onChange: (change) => this.pass(change), onGap: () => this.endAll() })
      .catch((error) => {
        this.listening = null;
        throw error;
      });
    return this.listening;
  }

  /** Passes everything on from when this has resolved until what it gives is called; null where there are too many already. */
  async follow(follower: Follower): Promise<(() => void) | null> {
    if (this.followers.size >= MOST_FOLLOWERS) return null;
    await this.start();
    this.followers.add(follower);
    return () => this.followers.delete(follower);
  }

  private pass(change: Change): void {
    if (change.kind === "devices") {
      this.onDevices();
      // Who may no longer come in does not come back.
      this.endAll();
    } else for (const follower of this.followers) follower.tell(change);
  }

  private endAll(): void {
    for (const follower of [...this.followers]) follower.end();
  }
}
