import { newPlan } from "../../src/core/document/newPlan";
import { isUp } from "./address";
import { expect, test } from "./servers";

test("a second process on the same data is refused; a killed server loses nothing; SIGTERM closes cleanly", async ({
  start,
}) => {
  const first = await start(4461);
  await expect.poll(() => isUp(first.address), { timeout: 30_000 }).toBe(200);
  const second = await start(4462);
  expect(await second.exit).toBe(1);
  expect(second.said()).toContain("in use by another running Tundish");

  const made = await fetch(`${first.address}/api/batches`, {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify(newPlan("Survives", 1)),
  });
  expect(made.status).toBe(201);
  const { id } = (await made.json()) as { id: string };
  first.child.kill("SIGKILL");
  await first.exit;

  const third = await start(4461);
  await expect.poll(() => isUp(third.address), { timeout: 30_000 }).toBe(200);
  const kept = await fetch(`${third.address}/api/batches/${id}`);
  expect(((await kept.json()) as { document: { title: string } }).document.title).toBe("Survives");
  third.child.kill("SIGTERM");
  expect(await third.exit).toBe(0);
});
