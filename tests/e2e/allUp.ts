import { addressOf, WORKERS } from "./address";

/** Waits until the servers of all workers answer: the runner itself waits for one. */
export default async function allUp(): Promise<void> {
  for (let worker = 0; worker < WORKERS; worker++)
    for (let tries = 0; ; tries++) {
      const answer = await fetch(`${addressOf(worker)}/api/health`).catch(() => null);
      if (answer?.ok) break;
      if (tries === 300) throw new Error(`no server answers at ${addressOf(worker)}`);
      await new Promise((go) => setTimeout(go, 100));
    }
}
