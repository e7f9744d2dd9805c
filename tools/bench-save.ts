import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { PGlite } from "@electric-sql/pglite";
import { demoBatches } from "../src/data/demo/studio";
import { openEngine } from "../src/data/syncedFiles";
import { writeBatchFile } from "../src/formats/batchFile";

/** Prints what syncing costs a save: the same document saved in turn by an engine that syncs and by one that does not. */
const TIMES = 200;
const directory = mkdtempSync(join(tmpdir(), "tundish-save-"));
const document = writeBatchFile(demoBatches("2026-11-24")[0].plan).slice(0, -1);
const engines = {
  synced: await openEngine(join(directory, "synced")),
  unsynced: await PGlite.create(join(directory, "unsynced")),
};
const times: Record<keyof typeof engines, number[]> = { synced: [], unsynced: [] };
for (const engine of Object.values(engines)) {
  await engine.exec("create table b (id text primary key, version int, document json)");
  await engine.query("insert into b values ('x', 1, $1)", [document]);
}
for (let i = 0; i < TIMES; i++) {
  for (const name of ["synced", "unsynced"] as const) {
    const start = performance.now();
    await engines[name].query("update b set version = version + 1, document = $1 where id = 'x'", [document]);
    times[name].push(performance.now() - start);
  }
}
const at = (list: number[], q: number) => list.sort((a, b) => a - b)[Math.floor(q * (list.length - 1))];
for (const name of ["synced", "unsynced"] as const)
  console.log(
    `save ${(document.length / 1000).toFixed(0)} kB, ${name.padEnd(8)}  median ${at(times[name], 0.5).toFixed(1)} ms   p99 ${at(times[name], 0.99).toFixed(1)} ms`,
  );
console.log(`ratio of the medians  ${(at(times.synced, 0.5) / at(times.unsynced, 0.5)).toFixed(2)}  (target 1.5)`);
for (const engine of Object.values(engines)) await engine.close();
rmSync(directory, { recursive: true, force: true });
