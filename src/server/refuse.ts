import type { ServerResponse } from "node:http";

/** An answer given at the door, before the application is asked: application/problem+json. */
export function refuse(
  response: ServerResponse,
  status: number,
  title: string,
  detail: string,
  headers: Record<string, string> = {},
): void {
  response.writeHead(status, { "content-type": "application/problem+json", "cache-control": "no-store", ...headers });
  response.end(JSON.stringify({ type: "about:blank", title, status, detail }));
}
