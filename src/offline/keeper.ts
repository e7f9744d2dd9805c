/** What of the browser is used here; given in, so that it can be tried without one. */
export interface Browser {
  caches: Pick<CacheStorage, "open" | "keys" | "delete">;
  fetch(request: Request | string): Promise<Response>;
  /** Address of this site, as `http://127.0.0.1:4321`. */
  origin: string;
}

const PREFIX = "tundish-";
/** Pages that are kept: those that were seen last. */
const MOST_PAGES = 30;
/** How long a page that is kept waits for a server that is silent, ms. */
const PATIENCE_MS = 4000;
/** Answers of a server, or of a proxy before it, that cannot be asked just now. */
const AWAY = [502, 503, 504];

export type Kind = "page" | "file" | null;

/** What of a request is answered here: pages, and the application's own files. Everything else, the API foremost, goes to the server as if nobody stood between. */
export function kindOf(request: Pick<Request, "method" | "mode" | "url">, origin: string): Kind {
  const url = new URL(request.url);
  if (request.method !== "GET" || url.origin !== origin || url.pathname.startsWith("/api/")) return null;
  if (url.pathname.startsWith("/_astro/") || url.pathname === "/icon.svg") return "file";
  return request.mode === "navigate" && !url.pathname.startsWith("/pair") ? "page" : null;
}

const escaped = (text: string) =>
  text.replace(/[&<>"]/g, (c) => ({ "&": "&amp;", "<": "&lt;", ">": "&gt;", '"': "&quot;" })[c]!);

/**
 * Keeps the application's files and the pages that were seen, one store for each version of Tundish. A page comes from the server where that answers, so that
 * nothing of an older version is shown then; a kept page brings the files of its own version.
 */
export class Keeper {
  private readonly name: string;

  constructor(
    version: string,
    private readonly files: readonly string[],
    private readonly browser: Browser,
  ) {
    this.name = PREFIX + version;
  }

  private store = () => this.browser.caches.open(this.name);

  /** Fetches all files of this version. Fails where one of them does not come: the version before then stays in use. */
  async install(): Promise<void> {
    const store = await this.store();
    await store.addAll([...this.files]);
  }

  /** Takes over from older versions: their pages are fetched anew. A store whose pages do not all come stays until they do. */
  async activate(): Promise<void> {
    for (const { name, store } of await this.stores()) {
      if (name === this.name) continue;
      const paths = (await store.keys()).map((r) => new URL(r.url).pathname).filter((p) => !this.isFile(p));
      const fetched = await Promise.all(paths.map((path) => this.fetchPage(path)));
      if (fetched.every(Boolean)) await this.browser.caches.delete(name);
    }
  }

  private isFile = (path: string) =>
    kindOf({ method: "GET", mode: "cors", url: this.browser.origin + path }, this.browser.origin) === "file";

  /** Stores of all versions, this one's first. */
  private async stores(): Promise<{ name: string; store: Cache }[]> {
    const names = (await this.browser.caches.keys()).filter((n) => n.startsWith(PREFIX));
    names.sort((a, b) => Number(b === this.name) - Number(a === this.name));
    return Promise.all(names.map(async (name) => ({ name, store: await this.browser.caches.open(name) })));
  }

  private async kept(path: string): Promise<Response | undefined> {
    for (const { store } of await this.stores()) {
      const found = await store.match(this.browser.origin + path);
      if (found) return found;
    }
  }

  /** A file of the application: from the stores, whose names change with their contents, else from the server. */
  async file(request: Request): Promise<Response> {
    return (await this.kept(new URL(request.url).pathname)) ?? this.browser.fetch(request);
  }

  /** A page: from the server, and kept; where the server is away the one that is kept, marked as such, or a page that says what is. */
  async page(request: Request): Promise<Response> {
    const { pathname } = new URL(request.url);
    const kept = await this.kept(pathname);
    try {
      const asked = this.browser.fetch(request);
      const response = kept ? await inTime(asked) : await asked;
      if (kept && AWAY.includes(response.status)) return marked(kept);
      if (isPage(response)) await this.put(pathname, response.clone());
      else if (response.type === "opaqueredirect") await this.forgetIfTurnedAway();
      return response;
    } catch {
      return kept ? marked(kept) : this.awayPage();
    }
  }

  /** Keeps pages that are not kept yet; true where all are then. */
  async keep(paths: readonly string[]): Promise<boolean> {
    const store = await this.store();
    const done = await Promise.all(
      paths.map(async (path) => Boolean(await store.match(this.browser.origin + path)) || this.fetchPage(path)),
    );
    return done.every(Boolean);
  }

  /** True where a page came and is kept, or there is none there any more. */
  private async fetchPage(path: string): Promise<boolean> {
    try {
      const response = await this.browser.fetch(this.browser.origin + path);
      if (isPage(response) && !response.redirected) await this.put(path, response);
      return response.status === 404 || (isPage(response) && !response.redirected);
    } catch {
      return false;
    }
  }

  private async put(path: string, response: Response): Promise<void> {
    const store = await this.store();
    const key = this.browser.origin + path;
    // Put anew at the end: the order of the store is the order in which pages were seen.
    await store.delete(key);
    await store.put(key, response);
    const pages = (await store.keys()).filter((r) => !this.isFile(new URL(r.url).pathname));
    for (const old of pages.slice(0, Math.max(0, pages.length - MOST_PAGES))) await store.delete(old);
  }

  /** A device that was turned away keeps no page of the studio. */
  private async forgetIfTurnedAway(): Promise<void> {
    const answer = await this.browser.fetch(`${this.browser.origin}/api/health`).catch(() => null);
    if (answer?.status !== 401) return;
    for (const { store } of await this.stores())
      for (const request of await store.keys())
        if (!this.isFile(new URL(request.url).pathname)) await store.delete(request);
  }

  private async awayPage(): Promise<Response> {
    const links = new Map<string, string>();
    for (const { store } of await this.stores())
      for (const request of await store.keys()) {
        const { pathname } = new URL(request.url);
        if (this.isFile(pathname) || links.has(pathname)) continue;
        const text = await (await store.match(request))!.text();
        links.set(pathname, /<title>([^<]*)<\/title>/.exec(text)?.[1].replace(/ · Tundish$/, "") ?? escaped(pathname));
      }
    const styles = this.files.filter((f) => f.endsWith(".css")).map((f) => `<link rel="stylesheet" href="${f}">`);
    const list = [...links].map(
      ([path, title]) => `<li><a class="underline" href="${escaped(path)}">${title}</a></li>`,
    );
    const body = `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1"><title>The server is away · Tundish</title>${styles.join("")}</head><body class="m-0 min-h-screen bg-paper text-ink"><main class="mx-auto max-w-xl p-10"><h1 class="text-2xl">The server does not answer</h1><p class="mt-3">This page is not kept on this device. Nothing is lost: start Tundish again on its machine, then reload.</p>${list.length > 0 ? `<p class="mt-5">Kept here, to go on with:</p><ul class="mt-2">${list.join("")}</ul>` : ""}</main></body></html>`;
    const headers = {
      "content-type": "text/html; charset=utf-8",
      "content-security-policy": "default-src 'none'; style-src 'self'; font-src 'self'; img-src 'self'",
    };
    return new Response(body, { status: 503, headers });
  }
}

const isPage = (response: Response) =>
  response.ok && (response.headers.get("content-type") ?? "").startsWith("text/html");

function inTime(asked: Promise<Response>): Promise<Response> {
  let timer: ReturnType<typeof setTimeout>;
  const late = new Promise<Response>((_, fail) => {
    timer = setTimeout(() => fail(new Error("the server is silent")), PATIENCE_MS);
  });
  return Promise.race([asked, late]).finally(() => clearTimeout(timer));
}

/** A kept page as it is shown while the server is away: it can tell that it may be old. */
async function marked(page: Response): Promise<Response> {
  const text = (await page.text()).replace("<html ", "<html data-kept ");
  return new Response(text, { status: 200, headers: page.headers });
}
