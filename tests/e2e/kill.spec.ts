import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { expect, test } from "@playwright/test";
import { killRounds } from "../../tools/reliability/kill";

test.describe
  .serial("a server that is killed at random moments", () => {
    let directory: string;
    const reports: Awaited<ReturnType<typeof killRounds>>[] = [];
    test.beforeAll(() => {
      directory = mkdtempSync(join(tmpdir(), "tundish-killed-"));
    });
    test.afterAll(() => rmSync(directory, { recursive: true, force: true }));

    for (const seed of [20_261_126, 20_261_128])
      test(`four times over, loses nothing that it acknowledged, and always starts (${seed})`, async () => {
        test.setTimeout(200_000);
        const report = await killRounds({ count: 4, seed, port: 4491, directory, whileStarting: 0.8 });
        reports.push(report);
        expect(report.lost).toEqual([]);
        expect(report.failedStarts).toBe(0);
      });

    test("was killed while it saved as well as while it started", () => {
      const sum = (of: "acknowledged" | "whileStarting") => reports.reduce((all, r) => all + r[of], 0);
      expect(sum("acknowledged")).toBeGreaterThan(5);
      expect(sum("whileStarting")).toBeGreaterThan(2);
    });
  });
