import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { killRounds } from "../../tools/reliability/kill";
import { expect, test } from "./servers";

test.describe
  .serial("a server that is killed at random moments", () => {
    let directory: string;
    test.beforeAll(() => {
      directory = mkdtempSync(join(tmpdir(), "tundish-killed-"));
    });
    test.afterAll(() => rmSync(directory, { recursive: true, force: true }));

    for (const [when, times, whileStarting] of [
      ["saves", 2, 0],
      ["starts", 1, 1],
    ] as const)
      test(`as it ${when}, loses nothing that it acknowledged, and always starts`, async () => {
        test.setTimeout(200_000);
        const report = await killRounds({ count: times, seed: 20_261_126, port: 4491, directory, whileStarting });
        expect(report.lost).toEqual([]);
        expect(report.failedStarts).toBe(0);
        if (whileStarting) expect(report.whileStarting).toBe(times);
        else expect(report.acknowledged).toBeGreaterThan(5);
      });
  });
