/** Browser tests that run side by side. */
export const WORKERS = 2;
const FIRST_PORT = Number(process.env.TUNDISH_TEST_PORT ?? 4399);

/** Where the server of a worker answers; of the worker that this is when none is named. */
export const addressOf = (worker = Number(process.env.TEST_PARALLEL_INDEX ?? 0)): string =>
  `http://127.0.0.1:${FIRST_PORT + worker}`;

/** Whether a server answers there: the status of its health, 0 where nobody does. */
export const isUp = (address: string) =>
  fetch(`${address}/api/health`).then(
    (r) => r.status,
    () => 0,
  );

/** Waits until a server answers there; resolves to the address. */
export async function answering(address: string): Promise<string> {
  for (let tries = 0; (await isUp(address)) !== 200; tries++) {
    if (tries === 600) throw new Error(`no server answers at ${address}`);
    await new Promise((go) => setTimeout(go, 100));
  }
  return address;
}
