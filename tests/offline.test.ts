import { beforeEach, describe, expect, it, vi } from "vitest";
import { Keeper, kindOf } from "../src/offline/keeper";

const ORIGIN = "http://127.0.0.1:4321";

/** The browser's stores in small. */
class FakeStore {
  rows = new Map<string, string>();
  private type = new Map<string, string>();
  constructor(private readonly fetch: (url: string) => Promise<Response>) {}
  keys = async () => [...this.rows.keys()].map((url) => ({ url }) as Request);
  async match(key: Request | string) {
    const url = typeof key === "string" ? key : key.url;
    const text = this.rows.get(url);
    return text === undefined
      ? undefined
      : new Response(text, { headers: { "content-type": this.type.get(url) ?? "", "content-security-policy": "own" } });
  }
  async put(key: string, response: Response) {
    this.rows.set(key, await response.text());
    this.type.set(key, response.headers.get("content-type") ?? "");
  }
  delete = async (key: Request | string) => this.rows.delete(typeof key === "string" ? key : key.url);
  async addAll(paths: string[]) {
    const all = await Promise.all(paths.map((path) => this.fetch(ORIGIN + path)));
    if (all.some((r) => !r.ok)) throw new TypeError("not all came");
    for (const [i, path] of paths.entries()) await this.put(ORIGIN + path, all[i]);
  }
}

let server: Record<string, { status?: number; body?: string; type?: string } | "dead" | "silent" | "turned away">;
let stores: Map<string, FakeStore>;
const fetchIt = vi.fn(async (request: Request | string): Promise<Response> => {
  const { pathname } = new URL(typeof request === "string" ? request : request.url);
  const it = server[pathname] ?? { status: 404, body: "<title>Not here</title>" };
  if (it === "dead") throw new TypeError("no route");
  if (it === "silent") return new Promise(() => {});
  if (it === "turned away") return { ok: false, type: "opaqueredirect", status: 0, headers: new Headers() } as Response;
  const { status = 200, body = "", type = "text/html; charset=utf-8" } = it;
  return new Response(body, { status, headers: { "content-type": type } });
});
const keeper = (version: string, files = ["/_astro/a.js", "/_astro/look.css"]) =>
  new Keeper(version, files, {
    origin: ORIGIN,
    fetch: fetchIt,
    caches: {
      open: async (name: string) => {
        if (!stores.has(name)) stores.set(name, new FakeStore(fetchIt as never));
        return stores.get(name) as unknown as Cache;
      },
      keys: async () => [...stores.keys()],
      delete: async (name: string) => stores.delete(name),
    },
  });
const asked = (path: string) => new Request(ORIGIN + path);
const page = (title: string) => ({ body: `<!doctype html><html lang="en"><title>${title} · Tundish</title>` });
const kept = (version: string) => [...stores.get(`tundish-${version}`)!.rows.keys()].map((k) => k.slice(ORIGIN.length));

beforeEach(() => {
  stores = new Map();
  fetchIt.mockClear();
  server = {
    "/_astro/a.js": { body: "a", type: "text/javascript" },
    "/_astro/look.css": { body: "c", type: "text/css" },
    "/batches/b1/pour": page("Pour: Comet"),
  };
});

describe("what is answered from this device", () => {
  it.each([
    ["/batches/b1/pour", "navigate", "GET", "page"],
    ["/", "navigate", "GET", "page"],
    ["/_astro/a.js", "no-cors", "GET", "file"],
    ["/icon.svg", "no-cors", "GET", "file"],
    ["/api/batches", "cors", "GET", null],
    ["/api/batches/b1/file", "navigate", "GET", null],
    ["/pair", "navigate", "GET", null],
    ["/batches/b1", "cors", "GET", null],
    ["/batches/b1", "navigate", "POST", null],
  ])("%s (%s, %s): %s", (path, mode, method, kind) => {
    expect(kindOf({ url: ORIGIN + path, mode: mode as RequestMode, method }, ORIGIN)).toBe(kind);
  });

  it("nothing of another site", () => {
    expect(kindOf({ url: "http://elsewhere/_astro/a.js", mode: "cors", method: "GET" }, ORIGIN)).toBeNull();
  });
});

describe("pages", () => {
  it("come from the server while that answers, and are kept for when it does not, marked then", async () => {
    const own = keeper("v1");
    await own.page(asked("/batches/b1/pour"));
    server["/batches/b1/pour"] = page("Pour: Comet, later");
    expect(await (await own.page(asked("/batches/b1/pour?x=1"))).text()).toContain("later");
    server["/batches/b1/pour"] = "dead";
    const answer = await own.page(asked("/batches/b1/pour"));
    expect(answer.status).toBe(200);
    expect(answer.headers.get("content-security-policy")).toBe("own");
    expect(await answer.text()).toBe(
      '<!doctype html><html data-kept lang="en"><title>Pour: Comet, later · Tundish</title>',
    );
  });

  it.each([502, 503, 504])(
    "a proxy that says %i counts as a server that is away; other answers are shown as they are",
    async (status) => {
      const own = keeper("v1");
      await own.page(asked("/batches/b1/pour"));
      server["/batches/b1/pour"] = { status, body: "bad gateway" };
      expect(await (await own.page(asked("/batches/b1/pour"))).text()).toContain("data-kept");
      server["/batches/b1/pour"] = { status: 404, body: "gone" };
      expect((await own.page(asked("/batches/b1/pour"))).status).toBe(404);
      server["/batches/b2"] = { status, body: "bad gateway" };
      expect((await own.page(asked("/batches/b2"))).status).toBe(status);
    },
  );

  it("a server that is silent is not waited for longer than four seconds where a page is kept", async () => {
    vi.useFakeTimers();
    const own = keeper("v1");
    await own.page(asked("/batches/b1/pour"));
    server["/batches/b1/pour"] = "silent";
    const answer = own.page(asked("/batches/b1/pour"));
    await vi.advanceTimersByTimeAsync(4100);
    expect(await (await answer).text()).toContain("data-kept");
    vi.useRealTimers();
  });

  it("one that is not kept: a page that says so and names what is, with its names as text", async () => {
    const own = keeper("v1");
    server["/batches/b1/pour"] = page("Pour: &lt;b&gt;Comet");
    await own.page(asked("/batches/b1/pour"));
    server["/practice"] = "dead";
    const answer = await own.page(asked("/practice"));
    expect(answer.status).toBe(503);
    const text = await answer.text();
    expect(text).toContain("The server does not answer");
    expect(text).toContain('<a class="underline" href="/batches/b1/pour">Pour: &lt;b&gt;Comet</a>');
    expect(text).toContain('<link rel="stylesheet" href="/_astro/look.css">');
    expect(text).not.toContain("a.js");
  });

  it("are kept on request, and it is told where one does not come", async () => {
    const own = keeper("v1");
    expect(await own.keep(["/batches/b1/pour"])).toBe(true);
    expect(kept("v1")).toEqual(["/batches/b1/pour"]);
    server["/"] = "dead";
    expect(await own.keep(["/batches/b1/pour", "/"])).toBe(false);
  });

  it("of many only the thirty that were seen last stay, files not counted", async () => {
    const own = keeper("v1");
    await own.install();
    for (let i = 0; i < 33; i++) {
      server[`/batches/n${i}`] = page(`n${i}`);
      await own.page(asked(`/batches/n${i}`));
      await own.page(asked("/batches/n0"));
    }
    expect(kept("v1")).toHaveLength(2 + 30);
    expect(kept("v1")).toContain("/batches/n0");
    expect(kept("v1")).not.toContain("/batches/n1");
  });

  it("a device that was turned away keeps none of them; another redirect changes nothing", async () => {
    const own = keeper("v1");
    await own.install();
    await own.page(asked("/batches/b1/pour"));
    server["/"] = "turned away";
    server["/api/health"] = { status: 200 };
    await own.page(asked("/"));
    expect(kept("v1")).toContain("/batches/b1/pour");
    server["/api/health"] = { status: 401 };
    await own.page(asked("/"));
    expect(kept("v1")).toEqual(["/_astro/a.js", "/_astro/look.css"]);
  });
});

describe("versions", () => {
  it("files come from the store, pages of the new version take over, and the old store goes", async () => {
    const old = keeper("v1");
    await old.install();
    await old.page(asked("/batches/b1/pour"));
    fetchIt.mockClear();
    expect(await (await old.file(asked("/_astro/a.js"))).text()).toBe("a");
    expect(fetchIt).not.toHaveBeenCalled();

    server["/_astro/b.js"] = { body: "b", type: "text/javascript" };
    server["/batches/b1/pour"] = page("Pour: new");
    const next = keeper("v2", ["/_astro/b.js"]);
    await next.install();
    await next.activate();
    expect([...stores.keys()]).toEqual(["tundish-v2"]);
    server["/batches/b1/pour"] = "dead";
    expect(await (await next.page(asked("/batches/b1/pour"))).text()).toContain("Pour: new");
    // What is of neither version goes to the server.
    expect(await (await next.file(asked("/_astro/a.js"))).text()).toBe("a");
  });

  it("a store whose pages cannot be fetched anew stays whole, files too, behind the new one", async () => {
    const old = keeper("v1");
    await old.install();
    await old.page(asked("/batches/b1/pour"));
    server["/batches/b1/pour"] = "dead";
    server["/_astro/a.js"] = "dead";
    server["/_astro/b.js"] = { body: "b", type: "text/javascript" };
    const next = keeper("v2", ["/_astro/b.js"]);
    await next.install();
    await next.activate();
    expect(await (await next.page(asked("/batches/b1/pour"))).text()).toContain("Pour: Comet");
    expect(await (await next.file(asked("/_astro/a.js"))).text()).toBe("a");
    expect(await (await next.file(asked("/_astro/b.js"))).text()).toBe("b");
  });

  it("one whose files do not all come is not installed", async () => {
    server["/_astro/a.js"] = { status: 500 };
    await expect(keeper("v3").install()).rejects.toThrow("not all came");
  });
});
