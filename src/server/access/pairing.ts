import { createHash, randomBytes, randomInt, timingSafeEqual } from "node:crypto";

/** How long a code is good, and how often it may be tried. */
export const CODE_MINUTES = 5;
export const CODE_TRIES = 5;
/** Wrong tries of one address in a quarter of an hour. */
const ADDRESS_TRIES = 10;
const ADDRESS_MS = 15 * 60_000;
const MOST_ADDRESSES = 1000;

export const hashOf = (text: string): string => createHash("sha256").update(text).digest("hex");

/** A token that a device holds: 256 bits, known here by its hash only. */
export const newToken = (): string => randomBytes(32).toString("base64url");

export type Try = { ok: true } | { ok: false; why: "wrong" | "none" | "too-often"; retryAfterS?: number };

/** The codes that let a device in: one at a time, good for five minutes, five tries and one device. */
export class Pairing {
  private code: { digits: string; until: number; triesLeft: number } | null = null;
  private readonly wrongBy = new Map<string, number[]>();

  constructor(private readonly now: () => number = Date.now) {}

  /** A new code in place of the one before. */
  open(): { digits: string; until: Date } {
    const digits = String(randomInt(1_000_000)).padStart(6, "0");
    const until = this.now() + CODE_MINUTES * 60_000;
    this.code = { digits, until, triesLeft: CODE_TRIES };
    return { digits, until: new Date(until) };
  }

  /** Tries a code for an address. One that fits is used up. */
  try(digits: string, address: string): Try {
    const recent = this.recentWrong(address);
    if (recent.length >= ADDRESS_TRIES)
      return { ok: false, why: "too-often", retryAfterS: Math.ceil((recent[0] + ADDRESS_MS - this.now()) / 1000) };
    const { code } = this;
    const isGood = code && code.until > this.now() && code.triesLeft > 0;
    if (isGood && timingSafeEqual(Buffer.from(hashOf(digits)), Buffer.from(hashOf(code.digits)))) {
      this.code = null;
      return { ok: true };
    }
    this.noteWrong(address, recent);
    if (!isGood) return { ok: false, why: "none" };
    code.triesLeft--;
    return { ok: false, why: code.triesLeft > 0 ? "wrong" : "none" };
  }

  private recentWrong(address: string): number[] {
    return (this.wrongBy.get(address) ?? []).filter((at) => at > this.now() - ADDRESS_MS);
  }

  private noteWrong(address: string, recent: readonly number[]): void {
    this.wrongBy.delete(address);
    this.wrongBy.set(address, [...recent, this.now()]);
    // The oldest are forgotten, so that many addresses cannot fill the memory.
    for (const [first] of this.wrongBy) {
      if (this.wrongBy.size <= MOST_ADDRESSES) break;
      this.wrongBy.delete(first);
    }
  }
}

/** Held on globalThis so that a development reload keeps the code. */
const holder = globalThis as { tundishPairing?: Pairing };
export const pairing = (): Pairing => {
  holder.tundishPairing ??= new Pairing();
  return holder.tundishPairing;
};
