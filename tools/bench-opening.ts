import { spawn, spawnSync } from "node:child_process";
import { mkdtemp, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { type Browser, chromium, type Page } from "@playwright/test";
import { bin, chromiumPath, environment } from "../scripts/tooling.mjs";
import { untilAnswers } from "./measure";

/**
 * Prints how a page of the built application opens in a browser of this machine, over the demo's year: when its first content is painted, when it is alive, and when the processor is free to answer
 * what is pressed; medians, every opening with nothing kept. Beside it the JavaScript that it opens with. Build it first (`npm run build`).
 */
const RUNS = Number(process.argv[2] ?? 11);
const PORT = "4391";
const batch = (room: string) => `/batches/demo-meteor-shower${room}`;
const PAGES: readonly (readonly [string, string])[] = [
  ["shelf", "/"],
  ["sheet", batch("")],
  ["studio", batch("/studio")],
  ["weigh-up", batch("/weigh")],
  ["pour", batch("/pour")],
  ["book", batch("/book")],
  ["libraries", "/library/oils"],
  ["stock", "/stock"],
  ["search", "/search"],
];

const directory = await mkdtemp(join(tmpdir(), "tundish-opening-"));
const env = { ...environment, TUNDISH_DATA_DIR: directory, HOST: "127.0.0.1", PORT };
if (spawnSync(bin("tsx"), ["tools/load-demo.ts"], { env, stdio: "inherit" }).status !== 0) process.exit(1);
const server = spawn(process.execPath, ["scripts/start.mjs"], { env, stdio: "inherit" });
const address = `http://127.0.0.1:${PORT}`;
await untilAnswers(address);
const browser = await chromium.launch({
  executablePath: chromiumPath(),
  args: ["--no-sandbox", "--disable-gpu"],
});

type Times = Record<"first" | "alive" | "free", number>;

/** Notes on the page when it is alive, and when the frame after that is done. */
const watch = () => {
  const times = { alive: 0, free: 0 };
  Object.assign(window, { opening: times });
  const done = new MessageChannel();
  done.port1.onmessage = () => {
    times.free = performance.now();
  };
  new MutationObserver(() => {
    if (times.alive > 0 || document.documentElement.dataset.alive === undefined) return;
    times.alive = performance.now();
    requestAnimationFrame(() => done.port2.postMessage(0));
  }).observe(document, { subtree: true, childList: true, attributes: true });
};

/** Opens a page in a fresh browser context and hands it on. */
async function opened<T>(of: Browser, path: string, look: (page: Page, scripts: Map<string, number>) => Promise<T>) {
  const context = await of.newContext({ viewport: { width: 1280, height: 800 }, serviceWorkers: "block" });
  const page = await context.newPage();
  const scripts = new Map<string, number>();
  page.on("response", (answer) => {
    const { pathname } = new URL(answer.url());
    if (pathname.endsWith(".js")) scripts.set(pathname, Number(answer.headers()["content-length"] ?? 0));
  });
  await page.addInitScript(watch);
  await page.goto(address + path);
  const seen = await look(page, scripts);
  await context.close();
  return seen;
}

const timesOf = async (page: Page): Promise<Times> => {
  await page.waitForFunction(() => (window as unknown as { opening: { free: number } }).opening.free > 0);
  return page.evaluate(() => ({
    ...(window as unknown as { opening: { alive: number; free: number } }).opening,
    first: performance.getEntriesByName("first-contentful-paint")[0]?.startTime ?? 0,
  }));
};
const median = (values: number[]) =>
  values
    .sort((a, b) => a - b)
    [values.length >> 1].toFixed(0)
    .padStart(6);

console.log(`opening a page, medians of ${RUNS}, ms; JavaScript that it opens with, without its workers`);
console.log(`${"".padEnd(12)} first  alive   free      kB  files`);
for (const [name, path] of PAGES) {
  await opened(browser, path, timesOf);
  const runs: Times[] = [];
  for (let i = 0; i < RUNS; i++) runs.push(await opened(browser, path, timesOf));
  const own = await opened(browser, path, async (page, scripts) => {
    const brought = await page.locator("meta[name=brought]").getAttribute("content");
    await timesOf(page);
    const files = (brought ?? "").split(" ").filter((file) => scripts.has(file));
    return { files: files.length, bytes: files.reduce((n, file) => n + (scripts.get(file) ?? 0), 0) };
  });
  const [first, alive, free] = (["first", "alive", "free"] as const).map((of) => median(runs.map((r) => r[of])));
  console.log(
    `${name.padEnd(11)} ${first} ${alive} ${free} ${(own.bytes / 1000).toFixed(0).padStart(7)} ${String(own.files).padStart(6)}`,
  );
}
await browser.close();
server.kill("SIGTERM");
await new Promise((done) => server.on("exit", done));
await rm(directory, { recursive: true, force: true });
