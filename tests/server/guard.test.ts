import { describe, expect, it } from "vitest";
import { newPlan } from "../../src/core/document/newPlan";
import { LARGEST_BATCH_FILE } from "../../src/formats/batchFile";
import { readPlanBody, readSeenVersion } from "../../src/server/body";
import { refuseForeign, withSecurityHeaders } from "../../src/server/guard";

const request = (method: string, headers: Record<string, string>, body?: BodyInit) =>
  new Request("http://127.0.0.1:4321/api/batches", { method, headers, body });

describe("the guard", () => {
  it.each([
    ["GET", { host: "127.0.0.1:4321" }, null],
    ["GET", { host: "localhost:4321", origin: "http://evil.example" }, null],
    ["GET", { host: "evil.example" }, 403],
    ["GET", { host: "a b" }, 400],
    ["POST", { host: "127.0.0.1:4321" }, null],
    ["POST", { host: "127.0.0.1:4321", origin: "http://127.0.0.1:4321" }, null],
    ["POST", { host: "127.0.0.1:4321", origin: "http://127.0.0.1:9999" }, 403],
    ["POST", { host: "127.0.0.1:4321", origin: "https://127.0.0.1:4321" }, 403],
    ["POST", { host: "127.0.0.1:4321", origin: "https://127.0.0.1:4321", "x-forwarded-proto": "https" }, 403],
    ["POST", { host: "127.0.0.1:4321", origin: "null" }, 403],
    ["PUT", { host: "127.0.0.1:4321", "sec-fetch-site": "cross-site" }, 403],
    ["DELETE", { host: "127.0.0.1:4321", origin: "http://evil.example" }, 403],
  ] as [string, Record<string, string>, number | null][])("%s with %o answers %s", (method, headers, status) => {
    expect(refuseForeign(request(method, headers))?.status ?? null).toBe(status);
  });

  it("behind a proxy that is trusted the page's own https origin is its own", () => {
    process.env.TRUST_PROXY = "1";
    const headers = { host: "127.0.0.1:4321", origin: "https://127.0.0.1:4321", "x-forwarded-proto": "https" };
    expect(refuseForeign(request("POST", headers))).toBeNull();
    delete process.env.TRUST_PROXY;
  });

  it("puts the security headers on every answer", () => {
    const { headers } = withSecurityHeaders(new Response("{}"));
    expect(headers.get("x-content-type-options")).toBe("nosniff");
    expect(headers.get("content-security-policy")).toContain("frame-ancestors 'none'");
  });
});

describe("bodies", () => {
  const json = { "content-type": "application/json" };
  const status = async (headers: Record<string, string>, body: BodyInit) => {
    const read = await readPlanBody(request("POST", headers, body));
    return read.ok ? 200 : read.answer.status;
  };

  it("a batch document is read; anything else is refused with its reason", async () => {
    expect(await status(json, JSON.stringify(newPlan("x", 1)))).toBe(200);
    expect(await status({ "content-type": "text/plain" }, "{}")).toBe(415);
    expect(await status(json, "{nonsense")).toBe(400);
    expect(await status(json, "")).toBe(400);
    expect(await status({ "content-type": "application/json-patch+json" }, "{}")).toBe(415);
    expect(await status({ "content-type": "application/json; charset=utf-8" }, "{}")).toBe(422);
    for (const version of [1, 4, 5])
      expect(await status(json, `{"schemaVersion":${version},"x":${"[".repeat(30_000)}${"]".repeat(30_000)}}`)).toBe(
        400,
      );
    expect(await status(json, "[".repeat(30_000))).toBe(400);
    expect(await status(json, `{"title":${JSON.stringify("[".repeat(500))}}`)).toBe(422);
    expect(await status(json, Uint8Array.of(0x22, 0xff, 0x22))).toBe(400);
    expect(await status(json, "{}")).toBe(422);
    expect(await status(json, "x".repeat(LARGEST_BATCH_FILE + 1))).toBe(413);
  });

  it("a problem names the field, in application/problem+json", async () => {
    const plan = { ...newPlan("x", 1), cureDays: -3 };
    const read = await readPlanBody(request("POST", json, JSON.stringify(plan)));
    expect(read.ok).toBe(false);
    if (read.ok) return;
    expect(read.answer.headers.get("content-type")).toBe("application/problem+json");
    expect(await read.answer.json()).toMatchObject({ status: 422, fields: [{ field: "cureDays" }] });
  });

  it("a write says which version it has seen", () => {
    expect(readSeenVersion(request("PUT", { "if-match": '"7"' }, "{}"))).toEqual({ ok: true, value: 7 });
    for (const header of ["7", "*", '"x"', 'W/"7"']) {
      expect(readSeenVersion(request("PUT", { "if-match": header }, "{}")).ok).toBe(false);
    }
  });
});
