import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { createServer, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { builtFiles } from "../../src/server/builtFiles";

const folder = mkdtempSync(join(tmpdir(), "tundish-built-"));
writeFileSync(join(folder, "Sheet.aB3.js"), "export const batter = 'grün';");
writeFileSync(join(folder, "secret.json"), "{}");
writeFileSync(join(folder, "..", "tundish-beside.js"), "outside");

let server: Server;
let address: string;
beforeAll(async () => {
  const answer = builtFiles(folder);
  server = createServer((request, response) => {
    if (!answer(request, response)) response.writeHead(299).end("the application");
  });
  await new Promise<void>((ready) => server.listen(0, "127.0.0.1", ready));
  address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
});
afterAll(async () => {
  await new Promise((done) => server.close(done));
  rmSync(folder, { recursive: true });
  rmSync(join(folder, "..", "tundish-beside.js"));
});

describe("the application's own files", () => {
  it("go out whole, with their type and length, to be kept for as long as their name", async () => {
    const answer = await fetch(`${address}/_astro/Sheet.aB3.js`);
    expect(Object.fromEntries(answer.headers)).toMatchObject({
      ...{ "content-type": "text/javascript; charset=utf-8", "content-length": "30" },
      "cache-control": "public, max-age=31536000, immutable",
    });
    expect(await answer.text()).toBe("export const batter = 'grün';");
  });

  it("go out as they were, also where a newer build has taken them away", async () => {
    writeFileSync(join(folder, "Old.js"), "old");
    expect(await (await fetch(`${address}/_astro/Old.js`)).text()).toBe("old");
    rmSync(join(folder, "Old.js"));
    expect(await (await fetch(`${address}/_astro/Old.js`)).text()).toBe("old");
  });

  it("of one that is asked for without its content, only the headers", async () => {
    const answer = await fetch(`${address}/_astro/Sheet.aB3.js`, { method: "HEAD" });
    expect([answer.status, answer.headers.get("content-length"), await answer.text()]).toEqual([200, "30", ""]);
  });

  it.each([
    ["/_astro/none.js", {}],
    ["/_astro/secret.json", {}],
    ["/_astro/..%2ftundish-beside.js", {}],
    ["/_astro/%2e%2e/tundish-beside.js", {}],
    ["/_astro/Sheet.aB3.js?x", {}],
    ["/Sheet.aB3.js", {}],
    ["/_astro/Sheet.aB3.js", { range: "bytes=0-3" }],
  ])("%s %j is left to the application", async (path, headers) => {
    const answer = await fetch(address + path, { headers });
    expect([answer.status, await answer.text()]).toEqual([299, "the application"]);
  });
});
