import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { expect, test } from "@playwright/test";
import { killRounds } from "../../tools/reliability/kill";

test("a server that is killed eight times at random moments loses nothing that it acknowledged, and always starts", async () => {
  test.setTimeout(400_000);
  const directory = mkdtempSync(join(tmpdir(), "tundish-killed-"));
  const report = await killRounds({ count: 8, seed: 20_261_126, port: 4491, directory, whileStarting: 0.8 });
  rmSync(directory, { recursive: true, force: true });
  expect(report.lost).toEqual([]);
  expect(report.failedStarts).toBe(0);
  expect(report.acknowledged).toBeGreaterThan(5);
  expect(report.whileStarting).toBeGreaterThan(2);
});
