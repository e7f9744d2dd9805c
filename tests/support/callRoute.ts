import { mkdtemp, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { APIContext, APIRoute } from "astro";
import { afterAll, beforeAll } from "vitest";
import { database } from "../../src/server/database";

/** A database of its own for the routes of one test file. */
export function ownDatabase(): void {
  let directory: string;
  beforeAll(async () => {
    directory = await mkdtemp(join(tmpdir(), "tundish-routes-"));
    process.env.TUNDISH_DATA_DIR = directory;
    await database();
  });
  afterAll(async () => {
    await (await database()).close();
    delete (globalThis as { tundishDatabase?: unknown }).tundishDatabase;
    delete process.env.TUNDISH_DATA_DIR;
    await rm(directory, { recursive: true, force: true });
  });
}

export interface Sent {
  params?: Record<string, string>;
  query?: string;
  body?: unknown;
  seen?: number | string;
  type?: string;
}

/** Calls a route as the server does. The body is sent as JSON unless it is text already. */
export async function call(route: APIRoute, { params = {}, query = "", body, seen, type }: Sent = {}) {
  const url = new URL(`http://127.0.0.1/api${query}`);
  const headers: Record<string, string> = { "content-type": type ?? "application/json" };
  if (seen !== undefined) headers["if-match"] = typeof seen === "number" ? `"${seen}"` : seen;
  const request = new Request(url, {
    method: body === undefined ? "GET" : "POST",
    headers,
    body: body === undefined ? undefined : typeof body === "string" ? body : JSON.stringify(body),
  });
  const response = await route({ params, url, request } as unknown as APIContext);
  const text = await response.text();
  const isJson = /json/.test(response.headers.get("content-type") ?? "");
  return {
    // biome-ignore lint/suspicious/noExplicitAny: answers of any route
    answer: (isJson ? JSON.parse(text) : null) as any,
    status: response.status,
    headers: response.headers,
    text,
  };
}
