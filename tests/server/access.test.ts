import { mkdtempSync, rmSync } from "node:fs";
import { createServer, type IncomingMessage, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { APIContext } from "astro";
import { afterAll, afterEach, beforeAll, describe, expect, it } from "vitest";
import * as devices from "../../src/pages/api/devices/[id]";
import * as list from "../../src/pages/api/devices/index";
import * as pair from "../../src/pages/api/pair";
import { askerOf, isLoopback, isOpenToOthers } from "../../src/server/access/address";
import { ADDRESS_HEADER, ASKER_HEADER, HERE } from "../../src/server/access/admit";
import { CODE_TRIES, Pairing, pairing } from "../../src/server/access/pairing";
import { database } from "../../src/server/database";
import { frontDoor } from "../../src/server/front";

const asking = (remoteAddress: string, headers: Record<string, string> = {}) =>
  ({ socket: { remoteAddress }, headers }) as unknown as Pick<IncomingMessage, "socket" | "headers">;

afterEach(() => {
  delete process.env.TRUST_PROXY;
  delete process.env.HOST;
});

describe("who asks", () => {
  it("is judged by the socket, whatever a header says", () => {
    const forged = {
      "x-forwarded-for": "127.0.0.1",
      forwarded: "for=127.0.0.1",
      "x-real-ip": "127.0.0.1",
      host: "127.0.0.1",
    };
    expect(askerOf(asking("192.168.1.20", forged))).toBe("192.168.1.20");
    expect(askerOf(asking("::ffff:192.168.1.20", forged))).toBe("192.168.1.20");
    expect(isLoopback(askerOf(asking("192.168.1.20", forged)))).toBe(false);
  });

  it.each([
    ["127.0.0.1", true],
    ["127.8.9.1", true],
    ["::1", true],
    ["::ffff:127.0.0.1", true],
    ["128.0.0.1", false],
    ["10.0.0.1", false],
    ["fd00::2", false],
    ["127.0.0.1.evil.example", false],
    ["", false],
    [undefined, false],
  ])("%s is this machine: %s", (address, isOwn) => {
    expect(isLoopback(address)).toBe(isOwn);
  });

  it("a proxy on this machine is believed only where it is trusted, and then its own last word", () => {
    const by = (said: string) => askerOf(asking("127.0.0.1", { "x-forwarded-for": said }));
    expect(by("192.168.1.20")).toBe("127.0.0.1");
    process.env.TRUST_PROXY = "1";
    expect(by("127.0.0.1, 192.168.1.20")).toBe("192.168.1.20");
    expect(by("nonsense")).toBe("127.0.0.1");
    expect(askerOf(asking("192.168.1.20", { "x-forwarded-for": "127.0.0.1" }))).toBe("192.168.1.20");
  });

  it("others reach a server only where it listens to them", () => {
    expect(isOpenToOthers()).toBe(false);
    process.env.HOST = "localhost";
    expect(isOpenToOthers()).toBe(false);
    process.env.HOST = "0.0.0.0";
    expect(isOpenToOthers()).toBe(true);
  });
});

describe("a code", () => {
  const wrong = (digits: string) => String((Number(digits) + 1) % 1_000_000).padStart(6, "0");

  it("lets one device in, once", () => {
    const codes = new Pairing();
    const { digits } = codes.open();
    expect(digits).toMatch(/^\d{6}$/);
    expect(codes.try(digits, "a")).toEqual({ ok: true });
    expect(codes.try(digits, "a")).toMatchObject({ ok: false, why: "none" });
  });

  it("is good for five minutes, and a new one ends it", () => {
    let now = 1000;
    const codes = new Pairing(() => now);
    const first = codes.open();
    expect(first.until.getTime()).toBe(1000 + 5 * 60_000);
    now += 5 * 60_000;
    expect(codes.try(first.digits, "a")).toMatchObject({ why: "none" });
    const second = codes.open();
    const third = codes.open();
    if (second.digits !== third.digits) expect(codes.try(second.digits, "a")).toMatchObject({ ok: false });
    expect(codes.try(third.digits, "a")).toEqual({ ok: true });
  });

  it("is good for five tries, from whomever they come", () => {
    const codes = new Pairing();
    const { digits } = codes.open();
    for (let i = 1; i < CODE_TRIES; i++) expect(codes.try(wrong(digits), `a${i}`)).toMatchObject({ why: "wrong" });
    expect(codes.try(wrong(digits), "z")).toMatchObject({ why: "none" });
    expect(codes.try(digits, "b")).toMatchObject({ why: "none" });
  });

  it("one address may be wrong ten times in a quarter of an hour, the right code then included", () => {
    let now = 0;
    const codes = new Pairing(() => now);
    for (let i = 0; i < 10; i++) {
      const { digits } = codes.open();
      expect(codes.try(wrong(digits), "a").ok).toBe(false);
    }
    const { digits } = codes.open();
    expect(codes.try(digits, "a")).toMatchObject({ why: "too-often", retryAfterS: 900 });
    expect(codes.try(digits, "b")).toEqual({ ok: true });
    now += 15 * 60_000 + 1;
    expect(codes.try(codes.open().digits, "a")).toEqual({ ok: true });
  });
});

describe("the door", () => {
  let directory: string;
  let server: Server;
  let port: number;
  let remote = "127.0.0.1";
  let seen: IncomingMessage["headers"] = {};
  beforeAll(async () => {
    directory = mkdtempSync(join(tmpdir(), "tundish-access-"));
    process.env.TUNDISH_DATA_DIR = directory;
    await database();
    const door = frontDoor((request, response) => {
      seen = request.headers;
      response.end("inside");
    });
    server = createServer((request, response) => {
      Object.defineProperty(request.socket, "remoteAddress", { get: () => remote, configurable: true });
      door(request, response);
    });
    await new Promise<void>((ready) => server.listen(0, "127.0.0.1", ready));
    port = (server.address() as AddressInfo).port;
  });
  afterAll(async () => {
    server.closeAllConnections();
    server.close();
    await (await database()).close();
    delete (globalThis as { tundishDatabase?: unknown }).tundishDatabase;
    delete process.env.TUNDISH_DATA_DIR;
    rmSync(directory, { recursive: true, force: true });
  });
  const get = (path: string, headers: Record<string, string> = {}) =>
    fetch(`http://127.0.0.1:${port}${path}`, { headers, redirect: "manual" });
  const call = async (
    route: (context: APIContext) => unknown,
    init: { body?: unknown; params?: object; headers?: Record<string, string> } = {},
  ) => {
    const request = new Request("http://127.0.0.1/api", {
      method: init.body === undefined ? "GET" : "POST",
      headers: { "content-type": "application/json", ...init.headers },
      body: init.body === undefined ? undefined : JSON.stringify(init.body),
    });
    return (await route({ request, params: init.params ?? {} } as unknown as APIContext)) as Response;
  };
  const here = { [ASKER_HEADER]: HERE };

  it("lets this machine in, and says so to the application; what came in under that name is taken away", async () => {
    remote = "127.0.0.1";
    expect(await (await get("/api/batches")).text()).toBe("inside");
    expect(seen[ASKER_HEADER]).toBe(HERE);
    remote = "192.168.1.20";
    expect((await get("/pair", here)).status).toBe(200);
    expect(seen[ASKER_HEADER]).toBeUndefined();
    expect(seen[ADDRESS_HEADER]).toBe("192.168.1.20");
  });

  it("others get 401, or the page on which they are paired; the application's files hold no data and are open", async () => {
    remote = "192.168.1.20";
    for (const headers of [
      {},
      { host: "127.0.0.1" },
      { "x-forwarded-for": "127.0.0.1" },
      here,
      { cookie: "tundish-device=x" },
    ]) {
      expect((await get("/api/batches", headers as Record<string, string>)).status).toBe(401);
      expect((await get("/api/backup", headers as Record<string, string>)).status).toBe(401);
    }
    const page = await get("/batches/x");
    expect([page.status, page.headers.get("location")]).toEqual([303, "/pair"]);
    for (const path of ["/pair", "/_astro/x.js", "/icon.svg"]) expect((await get(path)).status).toBe(200);
    for (const path of ["/pairs", "/api/pairing", "/_astro", "/api/pair/x", "//pair/../api/batches"])
      expect((await get(path)).status).not.toBe(200);
  });

  it("a paired device comes in by its cookie, until it is turned away", async () => {
    const { digits } = pairing().open();
    const answer = await call(pair.POST as never, {
      body: { code: digits, name: "Tablet" },
      headers: { [ADDRESS_HEADER]: "192.168.1.20" },
    });
    expect(answer.status).toBe(201);
    const cookie = answer.headers.get("set-cookie")!;
    expect(cookie).toMatch(/HttpOnly; SameSite=Strict/);
    const { id } = await answer.json();
    remote = "192.168.1.20";
    const own = { cookie: `other=1; ${cookie.split(";")[0]}` };
    expect((await get("/api/batches", own)).status).toBe(200);
    expect(seen[ASKER_HEADER]).toBe(id);

    const rows = await (await call(list.GET as never, { headers: here })).json();
    expect(rows.devices).toMatchObject([{ id, name: "Tablet" }]);
    expect(JSON.stringify(rows)).not.toContain(cookie.split(";")[0].split("=")[1]);
    expect((await call(devices.PUT as never, { params: { id }, body: { name: "Bench" }, headers: here })).status).toBe(
      200,
    );
    expect((await call(devices.PUT as never, { params: { id }, body: { name: "" }, headers: here })).status).toBe(422);

    for (const asker of [{}, { [ASKER_HEADER]: id }] as Record<string, string>[]) {
      expect((await call(list.GET as never, { headers: asker })).status).toBe(
        import.meta.env.DEV && !asker[ASKER_HEADER] ? 200 : 403,
      );
      expect((await call(devices.DELETE as never, { params: { id }, headers: { [ASKER_HEADER]: id } })).status).toBe(
        403,
      );
    }
    expect((await call(devices.DELETE as never, { params: { id }, headers: here })).status).toBe(204);
    expect((await get("/api/batches", own)).status).toBe(401);
    expect((await call(devices.DELETE as never, { params: { id }, headers: here })).status).toBe(404);
  });

  it.each([
    [{ code: "12345", name: "x" }, 422],
    [{ code: "1234567", name: "x" }, 422],
    [{ code: 123456, name: "x" }, 422],
    [{ code: "123456", name: "" }, 422],
    [{ code: "123456" }, 422],
    [{ code: "123456", name: "x", id: "y" }, 422],
  ])("pairing with %o answers %i", async (body, status) => {
    expect((await call(pair.POST as never, { body })).status).toBe(status);
  });

  it("too many wrong codes from one address are answered 429 with Retry-After", async () => {
    let last = new Response();
    for (let i = 0; i < 11; i++) {
      const { digits } = pairing().open();
      const code = String((Number(digits) + 1) % 1_000_000).padStart(6, "0");
      last = await call(pair.POST as never, {
        body: { code, name: "x" },
        headers: { [ADDRESS_HEADER]: "192.168.1.66" },
      });
    }
    expect(last.status).toBe(429);
    expect(Number(last.headers.get("retry-after"))).toBeGreaterThan(800);
  });
});
