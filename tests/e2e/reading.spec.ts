import type { Page } from "@playwright/test";
import sharp from "sharp";
import { deafen, expect, openedStill, test, watchOpening } from "./journey";

test.use({ isDrawn: false });

const VIEWS = [
  ["the shelf", "/"],
  ["the sheet", "/batches/demo-meteor-shower"],
  ["the studio", "/batches/demo-meteor-shower/studio"],
  ["the weigh-up sheet", "/batches/demo-meteor-shower/weigh"],
  ["pour mode", "/batches/demo-meteor-shower/pour"],
  ["the cutting plan", "/batches/demo-meteor-shower/cut"],
  ["the day of the cut", "/batches/demo-first-light/cut-day"],
  ["the photos", "/batches/demo-first-light/photos"],
  ["the cure", "/batches/demo-first-light/cure"],
  ["the book", "/batches/demo-first-light/book"],
  ["the line of a soap", "/batches/demo-meteor-shower/line"],
  ["after the pour", "/after"],
  ["the search", "/search?search=ink"],
  ["the shopping list", "/shopping"],
  ["the stock", "/stock"],
  ["the orders", "/orders"],
  ["a library", "/library/colourants"],
  ["the oils", "/library/oils"],
  ["the gallery", "/gallery"],
  ["the practice", "/practice"],
  ["a new batch", "/new"],
  ["other designs", "/batches/demo-meteor-shower/designs"],
] as const;

/** A photo for the page of them, once. */
async function photograph(page: Page): Promise<void> {
  const path = "/api/batches/demo-first-light";
  const { version, document } = await (await page.request.get(path)).json();
  if (document.record.photos.length > 0) return;
  const data = await sharp({ create: { width: 400, height: 300, channels: 3, background: "#c8b79a" } })
    .jpeg()
    .toBuffer();
  const kept = await page.request.post("/api/photos", { headers: { "content-type": "image/jpeg" }, data });
  const { hash, widthPx, heightPx } = await kept.json();
  const photo = {
    ...{ id: "q1", hash, widthPx, heightPx, addedAt: new Date().toISOString(), takenOn: null, note: "" },
    ...{
      bar: { mouldId: document.moulds[0].id, number: 1 },
      corners: null,
      whiteAt: null,
      isLeftOut: false,
      measured: null,
    },
  };
  const record = { ...document.record, photos: [photo] };
  const headers = { "if-match": `"${version}"` };
  const put = await page.request.put(path, { headers, data: { ...document, record } });
  expect(put.status()).toBe(200);
}

/** An order that is too late, for the page of them. */
async function order(page: Page): Promise<void> {
  const { version, document } = await (await page.request.get("/api/orders")).json();
  const line = { id: "l1", soap: "Perihelion", ofBatchId: "demo-perihelion", bars: 15, curedG: 90 };
  const lines = [{ ...line, allocated: [{ id: "a1", batchId: "demo-first-light", bars: 12 }] }];
  const read = {
    id: "read",
    title: "Read it",
    isRelease: false,
    dueOn: "2026-12-01",
    notes: "",
    closedOn: null,
    lines,
  };
  const orders = [...document.orders.filter((o: { id: string }) => o.id !== "read"), read];
  const keptUp = [{ id: "k1", ofBatchId: "demo-first-light", bars: 40 }];
  const headers = { "if-match": `"${version}"` };
  const saved = await page.request.put("/api/orders", { headers, data: { ...document, orders, keptUp } });
  expect(saved.status()).toBe(200);
}

/** What a view shows needs something to be there. */
const prepare = async (page: Page, name: string): Promise<void> => {
  if (name === "the photos") await photograph(page);
  if (name === "the orders") await order(page);
};

interface Faults {
  nameless: string[];
  faint: string[];
  wider: string[];
  h1: number;
  twice: string[];
}

/** What a reader with weak sight, a keyboard or a small screen would stumble over on the page as it stands. */
const faultsOf = (page: Page): Promise<Faults> =>
  page.evaluate(() => {
    const isSeen = (e: Element) => {
      const box = e.getBoundingClientRect();
      const style = getComputedStyle(e);
      return box.width > 0 && box.height > 0 && style.visibility !== "hidden" && Number(style.opacity) > 0;
    };
    const short = (e: Element) =>
      `${e.tagName.toLowerCase()} ${(e.textContent ?? "").trim().slice(0, 40)} ${e.className}`;
    const nameOf = (e: Element): string => {
      const by = e.getAttribute("aria-labelledby");
      const labels = "labels" in e ? [...((e as HTMLInputElement).labels ?? [])] : [];
      return [
        e.getAttribute("aria-label") ?? "",
        by
          ? by
              .split(" ")
              .map((id) => document.getElementById(id)?.textContent ?? "")
              .join(" ")
          : "",
        ...labels.map((l) => l.textContent ?? ""),
        e.tagName === "INPUT" ? "" : (e.textContent ?? ""),
        e.getAttribute("title") ?? "",
        e.getAttribute("alt") ?? "",
      ]
        .join("")
        .trim();
    };
    const controls = [
      ...document.querySelectorAll("button, a[href], input, select, textarea, [role=slider], [role=img]"),
    ];
    const nameless = controls.filter((e) => isSeen(e) && nameOf(e) === "").map(short);

    type Rgba = [number, number, number, number];
    const canvas = document.createElement("canvas").getContext("2d", { willReadFrequently: true })!;
    const known = new Map<string, Rgba>();
    const read = (colour: string): Rgba => {
      const before = known.get(colour);
      if (before) return before;
      canvas.clearRect(0, 0, 1, 1);
      canvas.fillStyle = colour;
      canvas.fillRect(0, 0, 1, 1);
      const [r, g, b, a] = canvas.getImageData(0, 0, 1, 1).data;
      known.set(colour, [r, g, b, a / 255]);
      return [r, g, b, a / 255];
    };
    const over = (front: Rgba, back: Rgba): Rgba => {
      const mix = (i: 0 | 1 | 2) => front[i] * front[3] + back[i] * (1 - front[3]);
      return [mix(0), mix(1), mix(2), 1];
    };
    const luminance = ([r, g, b]: Rgba) => {
      const [x, y, w] = [r, g, b].map((v) =>
        v / 255 <= 0.04045 ? v / 255 / 12.92 : ((v / 255 + 0.055) / 1.055) ** 2.4,
      );
      return 0.2126 * x + 0.7152 * y + 0.0722 * w;
    };
    const backOf = (e: Element): Rgba | null => {
      const layers: Rgba[] = [];
      for (let at: Element | null = e; at; at = at.parentElement) {
        const style = getComputedStyle(at);
        if (style.backgroundImage !== "none") return null;
        const colour = read(style.backgroundColor);
        if (colour[3] > 0) layers.push(colour);
        if (colour[3] === 1) break;
      }
      return layers.reverse().reduce((back, front) => over(front, back), [255, 255, 255, 1] as Rgba);
    };
    const faint: string[] = [];
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    for (let node = walker.nextNode(); node; node = walker.nextNode()) {
      const e = node.parentElement!;
      if (
        !node.textContent?.trim() ||
        !isSeen(e) ||
        e.closest("svg, canvas, option, script, style, [aria-hidden=true]")
      )
        continue;
      if (e.closest("[disabled], [aria-disabled=true]")) continue;
      const style = getComputedStyle(e);
      const back = backOf(e);
      if (!back) continue;
      let opacity = 1;
      for (let at: Element | null = e; at; at = at.parentElement) opacity *= Number(getComputedStyle(at).opacity);
      const own = read(style.color);
      const [a, b] = [luminance(over([own[0], own[1], own[2], own[3] * opacity], back)), luminance(back)];
      const ratio = (Math.max(a, b) + 0.05) / (Math.min(a, b) + 0.05);
      const size = Number.parseFloat(style.fontSize);
      const isLarge = size >= 24 || (size >= 18.66 && Number(style.fontWeight) >= 700);
      if (ratio < (isLarge ? 3 : 4.5))
        faint.push(`${ratio.toFixed(2)}: ${node.textContent.trim().slice(0, 40)} (${style.color})`);
    }
    const wider = [...document.querySelectorAll("body *")]
      .filter((e) => isSeen(e) && e.getBoundingClientRect().right > window.innerWidth + 1)
      .filter((e) => {
        for (let at = e.parentElement; at; at = at.parentElement)
          if (/auto|scroll|hidden|clip/.test(getComputedStyle(at).overflowX) && at !== document.documentElement)
            return false;
        return true;
      })
      .map(short);
    const ids = [...document.querySelectorAll("[id]")].map((e) => e.id);
    return {
      nameless,
      faint,
      wider,
      h1: document.querySelectorAll("h1").length,
      twice: ids.filter((id, i) => ids.indexOf(id) !== i),
    };
  });

const SMALLER = [
  ["a tablet upright", 820, 1180],
  ["a phone", 390, 844],
  ["a phone on its side", 844, 390],
] as const;
/** What a finger must hit: 44 px high at least. Ticks stand in a line that takes the press too. */
const tooSmall = (page: Page) =>
  page.evaluate(() =>
    [...document.querySelectorAll("main button, main select, main summary, main input")].flatMap((e) => {
      const { width, height } = e.getBoundingClientRect();
      if (width === 0 || /^(checkbox|range|radio|file|color)$/.test((e as HTMLInputElement).type)) return [];
      const name = e.getAttribute("aria-label") ?? e.textContent?.slice(0, 30);
      const isFigure = e instanceof HTMLInputElement && e.inputMode === "decimal";
      const isCut =
        (e.tagName === "BUTTON" || isFigure) &&
        e.clientWidth > 0 &&
        e.scrollWidth > e.clientWidth + 1 &&
        !/truncate/.test(e.className);
      return [
        ...(height < 43.5 ? [`${name}: ${height} px`] : []),
        ...(isCut ? [`${name}: its words or figure are wider than it is`] : []),
      ];
    }),
  );

for (const [name, path] of VIEWS) {
  test(`${name} opens still and can be read: everything has a name and enough contrast, and fits a desk, a tablet and a phone, where what is pressed is large enough`, async ({
    page,
  }) => {
    await page.setViewportSize({ width: 1280, height: 800 });
    // The stream of changes never ends: without it the network comes to rest once everything is there.
    await deafen(page);
    await prepare(page, name);
    await watchOpening(page);
    await page.goto(path);
    await expect(page.getByRole("heading", { level: 1 })).toBeAttached();
    await page.waitForLoadState("networkidle");
    await openedStill(page, name);
    expect(await faultsOf(page)).toEqual({ nameless: [], faint: [], wider: [], h1: 1, twice: [] });
    // Opened once, and its window made smaller: what is laid out anew is the same as of one that was opened so (opening.spec.ts opens at three widths).
    for (const [device, width, height] of SMALLER) {
      await page.setViewportSize({ width, height });
      const { wider, faint, nameless } = await faultsOf(page);
      expect({ wider, faint, nameless }, device).toEqual({ wider: [], faint: [], nameless: [] });
      expect(await tooSmall(page), device).toEqual([]);
    }
  });
}

test("the rooms of the sheet fit a tablet and a phone, and what is pressed in them is large enough", async ({
  page,
}) => {
  await deafen(page);
  await page.setViewportSize({ width: SMALLER[0][1], height: SMALLER[0][2] });
  await page.goto("/batches/demo-meteor-shower");
  const rooms = page.getByRole("navigation", { name: "Rooms of the sheet" });
  for (const room of ["Mould", "Formula", "Cups", "Design", "Pours", "Clock"]) {
    await rooms.getByRole("button", { name: room }).click();
    for (const [device, width, height] of SMALLER) {
      await page.setViewportSize({ width, height });
      await expect(page.getByRole("img", { name: /^Predicted cut face/ })).toBeVisible();
      await expect(page.getByTestId("chance")).toBeVisible();
      expect((await faultsOf(page)).wider, `${room} on ${device}`).toEqual([]);
      expect(await tooSmall(page), `${room} on ${device}`).toEqual([]);
    }
  }
});

test("a pour on a phone, upright and on its side: the step's answers are in sight, large, and their words fit", async ({
  page,
  request,
}) => {
  const stored = await (await request.get("/api/batches/demo-zodiacal-light")).json();
  const made = await request.post("/api/batches", { data: { ...stored.document, title: "On a phone" } });
  const { id } = await made.json();
  const document = {
    ...stored.document,
    title: "On a phone",
    weighUp: { ...stored.document.weighUp, goesOnUnticked: true },
    record: { ...stored.document.record, startedAt: new Date().toISOString() },
  };
  expect((await request.put(`/api/batches/${id}`, { data: document, headers: { "if-match": '"1"' } })).status()).toBe(
    200,
  );
  await page.goto(`/batches/${id}/pour`);
  for (const [width, height] of [
    [390, 844],
    [844, 390],
    [820, 1180],
  ]) {
    await page.setViewportSize({ width, height });
    for (const name of [/^Done/, /^Trace check/, /^Differently/]) {
      const button = page.getByRole("button", { name });
      await expect(button).toBeInViewport({ ratio: 1 });
      expect((await button.boundingBox())!.height).toBeGreaterThanOrEqual(64);
    }
    expect(await tooSmall(page)).toEqual([]);
    expect((await faultsOf(page)).wider).toEqual([]);
  }
  await request.delete(`/api/batches/${id}`, { headers: { "if-match": '"2"' } });
});

test("the first stops of the tab key are seen: every one shows where it is", async ({ page }) => {
  await page.goto("/batches/demo-meteor-shower");
  await expect(page.getByRole("heading", { level: 1 })).toBeAttached();
  const unseen: string[] = [];
  for (let i = 0; i < 40; i++) {
    await page.keyboard.press("Tab");
    const stop = await page.evaluate(() => {
      const e = document.activeElement as HTMLElement;
      const style = getComputedStyle(e);
      const isMarked =
        (style.outlineStyle !== "none" && Number.parseFloat(style.outlineWidth) > 0) || style.boxShadow !== "none";
      return { isMarked, what: `${e.tagName} ${e.getAttribute("aria-label") ?? e.textContent?.slice(0, 30)}` };
    });
    if (!stop.isMarked) unseen.push(stop.what);
  }
  expect(unseen).toEqual([]);
});

test("a fault that is put on a page is found", async ({ page }) => {
  await page.goto("/");
  await expect(page.getByRole("heading", { level: 1 })).toBeAttached();
  await page.evaluate(() => {
    const put = (tag: string, text: string, style: Record<string, string>, id = "") => {
      const e = Object.assign(document.createElement(tag), { textContent: text, ...(id ? { id } : {}) });
      Object.assign(e.style, style);
      document.body.append(e);
    };
    put("p", "too faint", { color: "#999999", background: "#ffffff" });
    put("button", "", { width: "20px", height: "20px" }, "a");
    put("i", "", {}, "a");
    put("h1", "Second", {});
    put("p", "wide", { position: "absolute", left: "0", width: "3000px" });
  });
  const found = await faultsOf(page);
  expect(found.faint[0]).toMatch(/^2\.8\d: too faint/);
  expect(found.nameless).toHaveLength(1);
  expect(found.twice).toEqual(["a"]);
  expect(found.h1).toBe(2);
  expect(found.wider.some((w) => w.includes("wide"))).toBe(true);
});
