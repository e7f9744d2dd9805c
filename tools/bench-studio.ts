import { readFileSync } from "node:fs";
import { chromium, type Page } from "@playwright/test";
import { chromiumPath } from "../scripts/tooling.mjs";

/**
 * Measures the studio in a browser: pictures a second while the cut is dragged and while the film is scrubbed, and the memory of the page after use.
 * Usage: tsx tools/bench-studio.ts ADDRESS BATCH_ID [minutes of use, 10]
 */
const [address, batchId, minutes = "10"] = process.argv.slice(2);
if (!address || !batchId) throw new Error("usage: tsx tools/bench-studio.ts ADDRESS BATCH_ID [MINUTES]");
const DRAG_S = 5;

const browser = await chromium.launch({
  executablePath: chromiumPath(),
  args: ["--no-sandbox", "--disable-gpu", "--enable-unsafe-swiftshader"],
});
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
await page.goto(`${address}/batches/${batchId}/studio`);
await page.getByRole("img", { name: /^Predicted cut/ }).waitFor();
await page.waitForTimeout(4000);

interface Dragged {
  frames: number;
  /** Frames in which the slider came to another value. */
  changes: number;
  pictures: number;
  longestTaskMs: number;
}

/** Moves a slider to and fro, a step per frame, from inside the page (pointers driven from outside are slower than a hand), and counts what comes. */
async function dragged(page: Page, label: RegExp): Promise<Dragged> {
  const slider = page.getByRole("slider", { name: label }).first();
  return slider.evaluate(async (element, seconds): Promise<Dragged> => {
    const input = element as HTMLInputElement;
    const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value")!.set!;
    const [low, high] = [Number(input.min), Number(input.max)];
    let longestTaskMs = 0;
    const watch = new PerformanceObserver((list) => {
      for (const e of list.getEntries()) longestTaskMs = Math.max(longestTaskMs, e.duration);
    });
    watch.observe({ entryTypes: ["longtask"] });
    performance.clearMarks();
    let frames = 0;
    let changes = 0;
    const start = performance.now();
    while (performance.now() - start < seconds * 1000) {
      const before = input.value;
      set.call(input, String(low + (high - low) * (0.5 + 0.35 * Math.sin(frames / 25))));
      input.dispatchEvent(new Event("input", { bubbles: true }));
      frames++;
      if (input.value !== before) changes++;
      await new Promise(requestAnimationFrame);
    }
    watch.disconnect();
    const pictures = performance.getEntriesByType("mark").filter((m) => m.name === "face:face:coarse").length;
    return { frames, changes, pictures, longestTaskMs };
  }, DRAG_S);
}

/** Memory of the renderers that is theirs alone, MB. */
async function memoryMb(): Promise<number> {
  const session = await browser.newBrowserCDPSession();
  const { processInfo } = await session.send("SystemInfo.getProcessInfo");
  let kb = 0;
  for (const p of processInfo) {
    if (p.type !== "renderer") continue;
    const rollup = readFileSync(`/proc/${p.id}/smaps_rollup`, "utf8");
    for (const field of ["Private_Dirty", "Private_Clean"])
      kb += Number(new RegExp(`^${field}:\\s+(\\d+)`, "m").exec(rollup)?.[1] ?? 0);
  }
  return kb / 1024;
}

const row = (name: string, value: string) => console.log(`${name.padEnd(52)} ${value}`);
for (const [name, label] of [
  ["dragging the cut", /^at/],
  ["scrubbing the film", /^Step of the pour/],
] as const) {
  const { frames, changes, pictures, longestTaskMs } = await dragged(page, label);
  const per = (n: number) => (n / DRAG_S).toFixed(0);
  row(
    `${name}, coarse pictures a second`,
    `${per(pictures)}  (aim: 30; ${per(changes)} changes asked for, the page itself drew ${per(frames)} frames)`,
  );
  row("  longest task of the page meanwhile", `${longestTaskMs.toFixed(0)} ms`);
}
row("memory of the page at the start", `${(await memoryMb()).toFixed(0)} MB`);
const end = Date.now() + Number(minutes) * 60_000;
for (let round = 0; Date.now() < end; round++) {
  await dragged(page, /^at/);
  await page.getByRole("tab", { name: "Variants" }).click();
  await page.getByRole("button", { name: /^(More like this|Show others)$/ }).click();
  await page.waitForTimeout(6000);
  await page.getByRole("tab", { name: round % 2 ? "In space" : "Numbers" }).click();
  await page.getByLabel("beside it").selectOption(round % 2 ? "thicker" : "loaf");
  await page.getByRole("button", { name: "Another loaf" }).click();
  await page.waitForTimeout(4000);
}
row(`memory of the page after ${minutes} min of use`, `${(await memoryMb()).toFixed(0)} MB  (aim: 300)`);
await browser.close();
