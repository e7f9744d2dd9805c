import { spawn } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { newPlan } from "../../src/core/document/newPlan";
import { untilAnswers } from "../measure";

/** `npm run load [-- SECONDS]`: fifty clients read and save at once on a server of their own; times, refusals and memory. */
const seconds = Number(process.argv[2] ?? 60);
const CLIENTS = 50;
const port = 4497;
const address = `http://127.0.0.1:${port}`;
const directory = mkdtempSync(join(tmpdir(), "tundish-load-"));
const environment = { ...process.env, HOST: "127.0.0.1", PORT: String(port), TUNDISH_DATA_DIR: directory };
const server = spawn(process.execPath, ["scripts/start.mjs"], { env: environment, stdio: "ignore" });
await untilAnswers(address);
/** Memory of the server, MB, where the system says it. */
const memoryMb = () => {
  try {
    return Number(/VmRSS:\s+(\d+) kB/.exec(readFileSync(`/proc/${server.pid}/status`, "utf8"))?.[1]) / 1000;
  } catch {
    return Number.NaN;
  }
};
const times: number[] = [];
const statuses = new Map<number, number>();
const ask = async (method: string, path: string, body?: unknown, seen?: number) => {
  const start = performance.now();
  const answer = await fetch(`${address}${path}`, {
    method,
    headers: { "content-type": "application/json", ...(seen ? { "if-match": `"${seen}"` } : {}) },
    body: body === undefined ? undefined : JSON.stringify(body),
  });
  const text = await answer.text();
  times.push(performance.now() - start);
  statuses.set(answer.status, (statuses.get(answer.status) ?? 0) + 1);
  return JSON.parse(text || "null") as { id: string; version: number };
};
const until = Date.now() + seconds * 1000;
async function client(n: number): Promise<void> {
  const plan = newPlan(`Client ${n}`, n);
  let { id, version } = await ask("POST", "/api/batches", plan);
  for (let i = 0; Date.now() < until; i++) {
    if (i % 3 === 0)
      ({ version } = await ask("PUT", `/api/batches/${id}`, { ...plan, title: `Client ${n}, ${i}` }, version));
    else if (i % 3 === 1) await ask("GET", `/api/batches/${id}`);
    else await ask("GET", "/api/batches");
    // A person looks at the answer for a moment.
    await new Promise((r) => setTimeout(r, 200 + Math.random() * 200));
  }
}
const memory: { atS: number; mb: number }[] = [];
const start = Date.now();
const sampling = setInterval(() => memory.push({ atS: (Date.now() - start) / 1000, mb: memoryMb() }), 2000);
await Promise.all(Array.from({ length: CLIENTS }, (_, n) => client(n)));
clearInterval(sampling);
server.kill("SIGTERM");
rmSync(directory, { recursive: true, force: true });
times.sort((a, b) => a - b);
const at = (q: number) => times[Math.floor(q * (times.length - 1))].toFixed(0);
console.log(
  `${CLIENTS} clients, ${seconds} s: ${times.length} requests; p50 ${at(0.5)} ms, p95 ${at(0.95)} ms, p99 ${at(0.99)} ms`,
);
console.log([...statuses].map(([s, n]) => `${s}: ${n}`).join("  "));
const early = memory.filter((m) => m.atS > seconds * 0.2 && m.atS < seconds * 0.4).map((m) => m.mb);
const late = memory.filter((m) => m.atS > seconds * 0.8).map((m) => m.mb);
const mean = (list: number[]) => list.reduce((a, b) => a + b, 0) / (list.length || 1);
console.log(`memory of the server: ${mean(early).toFixed(0)} MB early, ${mean(late).toFixed(0)} MB late`);
