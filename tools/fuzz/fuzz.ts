import { spawn } from "node:child_process";
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { generator } from "../../src/core/units/random";
import { untilAnswers } from "../measure";
import { type Case, nextCase } from "./cases";
import { faultIn, followBatch, sendCase } from "./check";

/**
 * `npm run fuzz [-- --count N --seed S --minutes M --keep FILE]`: sends seeded inputs of every kind to a server of its own, and reports every answer that is
 * a fault. `--keep` writes those refusals that are unlike the ones before, as cases for the tests.
 */
const option = (name: string, fallback: string) => {
  const at = process.argv.indexOf(`--${name}`);
  return at < 0 ? fallback : process.argv[at + 1];
};
const count = Number(option("count", "100000"));
const seed = Number(option("seed", "1"));
const minutes = Number(option("minutes", "15"));
const keep = option("keep", "");
const AT_ONCE = 3;
const port = option("port", "4495");
const address = `http://127.0.0.1:${port}`;
const directory = mkdtempSync(join(tmpdir(), "tundish-fuzz-"));

const environment = { ...process.env, PORT: port, HOST: "127.0.0.1", TUNDISH_DATA_DIR: directory };
const loaded = spawn(join("node_modules", ".bin", "tsx"), ["tools/load-demo.ts"], {
  env: environment,
  stdio: "inherit",
});
await new Promise((done) => loaded.on("exit", done));
const server = spawn(process.execPath, ["scripts/start.mjs"], {
  env: environment,
  stdio: ["ignore", "ignore", "pipe"],
});
let noted = "";
server.stderr.on("data", (d) => {
  noted = (noted + d).slice(-20_000);
});
await untilAnswers(address);
const backup = new Uint8Array(await (await fetch(`${address}/api/backup`)).arrayBuffer());

const random = generator(seed);
const until = Date.now() + minutes * 60_000;
const faults: { fault: string; case: Case }[] = [];
const byStatus = new Map<number, number>();
const kept = new Map<string, { case: Case; status: number }>();
let sent = 0;
let slowest = 0;

/** What a refusal is about, without the names and numbers in it. */
const gist = (c: Case, status: number, text: string) =>
  `${c.method} ${c.path.replace(/\?.*/, "").replace(/[^/]{12,}/g, "…")} ${status} ${text
    .replace(/\d+/g, "#")
    .replace(/"[^"]{0,200}"/g, (s) => (s.length > 60 ? '"…"' : s))
    .slice(0, 160)}`;

async function work(): Promise<void> {
  while (sent < count && Date.now() < until && faults.length < 50) {
    sent++;
    const c = nextCase(random, backup);
    const answer = await sendCase(address, c);
    byStatus.set(answer.status, (byStatus.get(answer.status) ?? 0) + 1);
    slowest = Math.max(slowest, answer.ms);
    let fault = faultIn(c, answer);
    if (!fault && c.isFollowed && answer.status === 201) fault = await followBatch(address, answer.text);
    if (fault) faults.push({ fault, case: c });
    else if (keep && answer.status >= 400 && (c.body ?? "").length < 20_000 && !c.bytes) {
      const key = gist(c, answer.status, answer.text);
      if (!kept.has(key)) kept.set(key, { case: c, status: answer.status });
    }
  }
}
const start = Date.now();
await Promise.all(Array.from({ length: AT_ONCE }, work));
server.kill("SIGKILL");
rmSync(directory, { recursive: true, force: true });

console.log(
  `${sent} inputs of seed ${seed} in ${Math.round((Date.now() - start) / 1000)} s, slowest ${Math.round(slowest)} ms`,
);
console.log(
  [...byStatus]
    .sort((a, b) => a[0] - b[0])
    .map(([s, n]) => `${s}: ${n}`)
    .join("  "),
);
if (keep) writeFileSync(keep, `${JSON.stringify([...kept.values()], null, 1)}\n`);
if (faults.length > 0) {
  mkdirSync(".cache", { recursive: true });
  writeFileSync(".cache/fuzz.json", JSON.stringify(faults, null, 1));
  for (const { fault, case: c } of faults.slice(0, 20))
    console.log(`FAULT ${c.method} ${c.path.slice(0, 100)}: ${fault}`);
  if (noted) console.log(noted.slice(-3000));
}
console.log(`${faults.length} faults${faults.length ? ", all in .cache/fuzz.json" : ""}`);
process.exit(faults.length ? 1 : 0);
