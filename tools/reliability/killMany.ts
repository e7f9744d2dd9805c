import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { killRounds } from "./kill";

/** `npm run kill [-- COUNT]`: kills the server so often at random moments and says what was lost. */
const count = Number(process.argv[2] ?? 1000);
const directory = mkdtempSync(join(tmpdir(), "tundish-kill-"));
const report = await killRounds({
  count,
  seed: 1,
  port: 4496,
  directory,
  onRound: (round) => {
    if (round % 50 === 0) console.log(`${round} of ${count}`);
  },
});
rmSync(directory, { recursive: true, force: true });
console.log(
  `${report.rounds} kills (${report.whileStarting} while starting), ${report.acknowledged} saves acknowledged, ${report.lost.length} lost, ${report.failedStarts} starts failed`,
);
console.log(
  `from the start to the first answer: median ${report.medianStartMs} ms, slowest ${report.slowestStartMs} ms`,
);
for (const line of report.lost.slice(0, 20)) console.log(line);
process.exit(report.lost.length || report.failedStarts ? 1 : 0);
