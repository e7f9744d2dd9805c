import { afterEach, beforeEach, expect, vi } from "vitest";
import { type SavePlace, Saver, type SaveState } from "../../src/views/parts/saver";

/** The server in small: answers requests one by one, when told to. */
export type Doc = { text: string };
export interface Asked {
  body: Doc;
  version: string;
  answer(status: number, body?: unknown): Promise<void>;
  fail(): Promise<void>;
}

export const place: SavePlace<Doc> = {
  key: "batch1",
  url: "/api/batches/batch1",
  bodyOf: (d) => d,
  storedOf: (answer) => answer as never,
};
export const stored = (version: number, text: string) => ({ version, updatedAt: "", document: { text } });

export class Store {
  private rows: Record<string, string> = {};
  getItem = (key: string) => this.rows[key] ?? null;
  setItem = (key: string, value: string) => {
    this.rows[key] = value;
    Object.assign(this, { [key]: value });
  };
  removeItem = (key: string) => {
    delete this.rows[key];
    delete (this as Record<string, unknown>)[key];
  };
}

/** What was asked of it, and what the saver said of its state: emptied before every test. */
export const requests: Asked[] = [];
export const states: SaveState<Doc>[] = [];
export const settle = async () => {
  for (let i = 0; i < 8; i++) await Promise.resolve();
};
export const last = () => states[states.length - 1];
export const saverAt = (version = 1) => new Saver<Doc>(place, version, (s) => states.push(s));

/** Each test of a file begins with an empty place, and timers that are turned by hand. */
export function eachFindsItEmpty(): void {
  beforeEach(() => {
    vi.useFakeTimers();
    requests.length = 0;
    states.length = 0;
    vi.stubGlobal("localStorage", new Store());
    vi.stubGlobal("sessionStorage", new Store());
    vi.stubGlobal("fetch", (_url: string, init?: { body: string; headers: Record<string, string> }) => {
      return new Promise((resolve, reject) => {
        requests.push({
          body: init ? JSON.parse(init.body) : null,
          version: init?.headers["if-match"] ?? "",
          answer: (status, body = {}) => {
            resolve({ ok: status < 300, status, json: () => Promise.resolve(body) });
            return settle();
          },
          fail: () => {
            reject(new TypeError("no route"));
            return settle();
          },
        });
      });
    });
  });
  afterEach(() => {
    vi.useRealTimers();
    vi.unstubAllGlobals();
  });
}

/** Acknowledges what a request brought, and expects that the saver says so. */
export async function isSavedBy(request: Asked, text: string, version = 2): Promise<void> {
  await request.answer(200, stored(version, text));
  expect(last().kind).toBe("saved");
}
