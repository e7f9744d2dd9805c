import { type ChildProcess, spawn } from "node:child_process";
import { newPlan } from "../../src/core/document/newPlan";
import { generator } from "../../src/core/units/random";

/** How a server is started that lives for seconds: what its engine is compiled with once more, for speed, it never earns back. Four fifths of the work of a start. */
export const SHORT_LIVED = ["--liftoff-only", "scripts/start.mjs"];

export interface KillReport {
  rounds: number;
  /** Rounds in which the process was killed while it started. */
  whileStarting: number;
  acknowledged: number;
  /** What was acknowledged and was not there afterwards, or was something else. */
  lost: string[];
  /** Starts that did not come up. */
  failedStarts: number;
  /** Longest time from the start of the process to its first answer, ms. */
  slowestStartMs: number;
  medianStartMs: number;
}

interface Held {
  id: string;
  /** Version that was acknowledged last. */
  version: number;
}

const WRITERS = 3;
const BATCHES_EACH = 4;
const MOST_SAVES = 12;
const titleOf = (id: string, version: number) => `${id} as of ${version}`;
const wait = (ms: number) => new Promise<void>((done) => setTimeout(done, ms));

/**
 * Starts the server in a data directory again and again and kills it (SIGKILL) at random moments, while it starts and while batches are saved; after each it
 * is looked whether everything that was acknowledged is there.
 */
export async function killRounds(options: {
  count: number;
  seed: number;
  port: number;
  directory: string;
  /** Part of the rounds in which it is killed while it starts. */
  whileStarting?: number;
  onRound?: (round: number) => void;
}): Promise<KillReport> {
  const { count, seed, port, directory, whileStarting = 0.2 } = options;
  const random = generator(seed);
  const address = `http://127.0.0.1:${port}`;
  const environment = { ...process.env, HOST: "127.0.0.1", PORT: String(port), TUNDISH_DATA_DIR: directory };
  const report: KillReport = {
    rounds: 0,
    whileStarting: 0,
    acknowledged: 0,
    lost: [],
    failedStarts: 0,
    slowestStartMs: 0,
    medianStartMs: 0,
  };
  const held = new Map<string, Held>();
  const starts: number[] = [];

  const start = () => {
    const child = spawn(process.execPath, SHORT_LIVED, {
      env: environment,
      stdio: "ignore",
    });
    const ended = new Promise<void>((done) => child.on("exit", () => done()));
    return { child, ended, startedAt: performance.now() };
  };
  const isUp = async (child: ChildProcess): Promise<boolean> => {
    for (let i = 0; i < 1200 && child.exitCode === null && child.signalCode === null; i++) {
      if (
        await fetch(`${address}/api/health`).then(
          (r) => r.ok,
          () => false,
        )
      )
        return true;
      await wait(25);
    }
    return false;
  };
  const ask = async (method: string, path: string, body?: unknown, seen?: number) => {
    const headers: Record<string, string> = { "content-type": "application/json", connection: "close" };
    if (seen !== undefined) headers["if-match"] = `"${seen}"`;
    const answer = await fetch(`${address}${path}`, {
      method,
      headers,
      body: body === undefined ? undefined : JSON.stringify(body),
    });
    return {
      status: answer.status,
      value: (await answer.json()) as { id: string; version: number; document: { title: string } },
    };
  };
  const check = async () => {
    for (const [name, { id, version }] of held) {
      const { status, value } = await ask("GET", `/api/batches/${id}`);
      if (status !== 200) report.lost.push(`${name}: answers ${status}`);
      else if (value.version < version || value.document.title !== titleOf(name, value.version))
        report.lost.push(
          `${name}: version ${value.version} "${value.document.title}" after ${version} was acknowledged`,
        );
      // What was on its way may have come through.
      else held.set(name, { id, version: value.version });
    }
  };
  const write = async (writer: number, isOn: () => boolean) => {
    while (isOn()) {
      const name = `w${writer}-${Math.floor(random() * BATCHES_EACH)}`;
      const before = held.get(name);
      try {
        const { status, value } = before
          ? await ask("PUT", `/api/batches/${before.id}`, newPlan(titleOf(name, before.version + 1), 1), before.version)
          : await ask("POST", "/api/batches", newPlan(titleOf(name, 1), 1));
        if (status >= 300) report.lost.push(`${name}: a save answers ${status}`);
        else {
          held.set(name, { id: value.id, version: value.version });
          report.acknowledged++;
        }
      } catch {
        return;
      }
    }
  };

  for (let round = 0; round < count; round++) {
    const { child, ended, startedAt } = start();
    report.rounds++;
    if (random() < whileStarting) {
      report.whileStarting++;
      await wait(random() * 1800);
    } else if (await isUp(child)) {
      starts.push(performance.now() - startedAt);
      await check();
      let isOn = true;
      const before = report.acknowledged;
      const writers = Array.from({ length: WRITERS }, (_, w) => write(w, () => isOn));
      // After some saves, at whatever pace this machine makes them, and somewhere within the next one.
      const wanted = Math.floor(random() * MOST_SAVES);
      for (let ms = 0; report.acknowledged - before < wanted && ms < 3000; ms += 2) await wait(2);
      await wait(random() * 60);
      child.kill("SIGKILL");
      isOn = false;
      await Promise.all(writers);
    } else report.failedStarts++;
    child.kill("SIGKILL");
    await ended;
    options.onRound?.(round + 1);
  }
  const last = start();
  if (await isUp(last.child)) await check();
  else report.failedStarts++;
  last.child.kill("SIGKILL");
  await last.ended;
  starts.sort((a, b) => a - b);
  report.slowestStartMs = Math.round(starts.at(-1) ?? 0);
  report.medianStartMs = Math.round(starts[Math.floor(starts.length / 2)] ?? 0);
  return report;
}
