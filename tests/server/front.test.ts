import { readdirSync, readFileSync } from "node:fs";
import { request as ask, createServer, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import { join } from "node:path";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { frontDoor } from "../../src/server/front";
import { SECURITY_HEADERS } from "../../src/server/headers";
import { otherMethods } from "../../src/server/problem";

let server: Server;
let port: number;
beforeAll(async () => {
  server = createServer(
    frontDoor(
      (_request, response) => void response.end("inside"),
      () => true,
    ),
  );
  await new Promise<void>((ready) => server.listen(0, "127.0.0.1", ready));
  port = (server.address() as AddressInfo).port;
});
afterAll(() => new Promise((done) => server.close(done)));

/** Asks for a path exactly as it is given. */
const get = (method: string, path: string) =>
  new Promise<{ status: number; headers: Record<string, unknown>; text: string }>((done, fail) => {
    const sent = ask({ port, method, path, host: "127.0.0.1", agent: false }, (answer) => {
      let text = "";
      answer.on("data", (d) => {
        text += d;
      });
      answer.on("end", () => done({ status: answer.statusCode!, headers: answer.headers, text }));
    });
    sent.on("error", fail);
    sent.end();
  });

describe("the front door", () => {
  it.each([
    ["GET", "/api/batches", 200],
    ["GET", "/batches/a%20b?search=%C3%A9+x", 200],
    ["PUT", "/api/batches/x", 200],
    ["PUT", "/batches/x", 405],
    ["POST", "/", 405],
    ["TRACE", "/api/health", 405],
    ["PATCH", "/api/batches", 405],
    ["PROPFIND", "/", 405],
    ["GET", "/%ff", 400],
    ["GET", "/%", 400],
    ["GET", "/api/batches/%00", 400],
    ["GET", "/api/batches?search=%00", 400],
    ["GET", "/api/backups/%2e%2e%2f", 400],
    ["GET", "/a/../api/batches", 400],
    ["GET", "/a/..%5cb", 400],
    ["GET", "/api/batches?search=..", 200],
    ["GET", "/_image?href=x", 404],
    ["GET", "/_server-islands/x", 404],
  ])("%s %s answers %i, with the security headers", async (method, path, status) => {
    const answer = await get(method, path);
    expect(answer.status).toBe(status);
    for (const [name, value] of Object.entries(SECURITY_HEADERS)) expect(answer.headers[name]).toBe(value);
    expect(answer.headers["content-security-policy"]).toContain("frame-ancestors 'none'");
    if (status === 200) expect(answer.text).toBe("inside");
    else {
      expect(answer.headers["content-type"]).toBe("application/problem+json");
      expect(JSON.parse(answer.text)).toMatchObject({ status, title: expect.any(String), detail: expect.any(String) });
    }
    if (status === 405) expect(answer.headers.allow).toMatch(/GET/);
  });

  it("files of the application may load their parts from here, and from nowhere else", async () => {
    expect((await get("GET", "/_astro/worker.js")).headers["content-security-policy"]).toMatch(/^default-src 'self'/);
  });
});

describe("methods that a route does not have", () => {
  const routesBelow = (folder: string): string[] =>
    readdirSync(folder, { withFileTypes: true }).flatMap((e) =>
      e.isDirectory() ? routesBelow(join(folder, e.name)) : [join(folder, e.name)],
    );

  it("are answered by every route of the API, with those that it has", () => {
    for (const file of routesBelow("src/pages/api")) {
      const text = readFileSync(file, "utf8");
      const has = [...text.matchAll(/^export const (GET|POST|PUT|DELETE)\b/gm)].map((m) => m[1]);
      if (has.length === 0) continue;
      const [, listed = ""] = /^export const ALL: APIRoute = otherMethods\(([^)]*)\);/m.exec(text) ?? [];
      expect(
        listed.match(/[A-Z]+/g)?.filter((m) => m !== "HEAD"),
        file,
      ).toEqual(has);
    }
  });

  it("get 405 with Allow", async () => {
    const answer = otherMethods("GET", "PUT")();
    expect([answer.status, answer.headers.get("allow")]).toEqual([405, "GET, PUT"]);
    expect(await answer.json()).toMatchObject({ status: 405 });
  });
});
