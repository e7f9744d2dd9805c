import { request as ask, createServer, type IncomingHttpHeaders } from "node:http";
import type { AddressInfo } from "node:net";
import type { Page } from "@playwright/test";
import { newPlan } from "../../src/core/document/newPlan";
import { patient, saved, undrawn } from "./journey";
import { instruction, pouring } from "./pouring";
import { expect, startsMeanwhile, test, up } from "./servers";

test.use({ serviceWorkers: "allow" });
startsMeanwhile();

const leaveAnyway = (page: Page) => page.on("dialog", (dialog) => void dialog.accept());

test("after an update nothing of the version before is shown, and nothing of it stays", async ({
  browser,
  address,
}) => {
  // A server of which a newer version can be put in place: another service worker, other pages.
  let version = "one";
  const target = new URL(address);
  const front = createServer((request, response) => {
    const headers: IncomingHttpHeaders = { ...request.headers, host: target.host, "accept-encoding": "identity" };
    delete headers["if-none-match"];
    delete headers["if-modified-since"];
    const options = { host: target.hostname, port: target.port, path: request.url, method: request.method, headers };
    const passed = ask(options, (answer) => {
      const parts: Buffer[] = [];
      const type = answer.headers["content-type"] ?? "";
      if (type.startsWith("text/event-stream")) return response.writeHead(200, answer.headers) && answer.pipe(response);
      answer.on("data", (part) => parts.push(part));
      answer.on("end", () => {
        let body = Buffer.concat(parts);
        if (type.startsWith("text/html")) body = Buffer.from(body.toString().replace("· Tundish", `· ${version}`));
        if (request.url === "/sw.js")
          body = Buffer.from(`${body.toString()}\n`.replace(/(["`])[0-9a-f]{12}\1/, `"${version}"`));
        const {
          "content-length": _,
          "transfer-encoding": __,
          etag: ___,
          "last-modified": ____,
          ...rest
        } = answer.headers;
        response.writeHead(answer.statusCode ?? 500, { ...rest, "content-length": body.byteLength });
        response.end(body);
      });
    });
    passed.on("error", () => response.destroy());
    request.pipe(passed);
  });
  await new Promise<void>((done) => front.listen(0, "127.0.0.1", done));
  const { port } = front.address() as AddressInfo;
  const context = await browser.newContext({ baseURL: `http://127.0.0.1:${port}` });
  await undrawn(context);
  const page = patient(await context.newPage());
  const stores = () => page.evaluate(() => caches.keys());
  await page.goto("/batches/demo-meteor-shower/pour");
  await expect(page.getByTestId("kept")).toHaveText(/^This device keeps the pour/);
  await expect(page).toHaveTitle(/· one$/);
  expect(await stores()).toEqual(["tundish-one"]);

  version = "two";
  await page.reload();
  await expect(page).toHaveTitle(/· two$/);
  await expect.poll(stores).toEqual(["tundish-two"]);
  // The page that is kept came along in its new version.
  await new Promise((done) => front.close(done).closeAllConnections());
  await page.reload();
  await expect(page).toHaveTitle(/· two$/);
  await expect(page.getByRole("heading", { name: "Before lye meets oil" })).toBeVisible();
  expect(await page.evaluate(() => document.documentElement.dataset.kept)).toBe("");
  await context.close();
});

test("a pour goes on while the server is dead: closed and opened anew; then it comes up to date by itself", async ({
  browser,
  server,
  again,
}) => {
  const { context, page, id } = await pouring(browser, server, newPlan("Server away", 7));
  await page.keyboard.press("Space");
  await expect(instruction(page)).toHaveText(/^Blend to/);
  await saved(page);

  server.child.kill("SIGKILL");
  await server.exit;
  await page.keyboard.press("Space");
  await expect(instruction(page)).toHaveText(/^Weigh out Ink/);
  await expect(page.locator("[data-save=retrying]")).toBeVisible();
  await page.close({ runBeforeUnload: false });

  // What the server acknowledged after the page was made is there, and what was noted since.
  const reopened = patient(await context.newPage());
  leaveAnyway(reopened);
  await reopened.goto(`/batches/${id}/pour`);
  await expect(instruction(reopened)).toHaveText(/^Weigh out Ink/);
  await reopened.keyboard.press("Space");
  await expect(instruction(reopened)).toHaveText(/^Weigh out Brass/);

  await up(await again());
  await saved(reopened);
  const stored = (await (await context.request.get(`/api/batches/${id}`)).json()) as {
    document: { record: { events: { kind: string }[] } };
  };
  expect(stored.document.record.events.map((e) => e.kind)).toEqual(["stepDone", "stepDone", "stepDone"]);
  await context.close();
});

test("a page that was never seen here names what is kept while the server is dead, and leads to it", async ({
  browser,
  server,
}) => {
  const { context, page } = await pouring(browser, server, newPlan("Kept here", 7));
  server.child.kill("SIGKILL");
  await server.exit;
  await page.goto(`${server.address}/practice`);
  await expect(page.getByRole("heading", { name: "The server does not answer" })).toBeVisible();
  await page.getByRole("link", { name: "Pour: Kept here" }).click();
  await expect(instruction(page)).toHaveText(/^Pour the lye/);
  await context.close();
});
