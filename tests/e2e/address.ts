/** Browser tests that run side by side. */
export const WORKERS = 2;
const FIRST_PORT = Number(process.env.TUNDISH_TEST_PORT ?? 4399);

/** Where the server of a worker answers; of the worker that this is when none is named. */
export const addressOf = (worker = Number(process.env.TEST_PARALLEL_INDEX ?? 0)): string =>
  `http://127.0.0.1:${FIRST_PORT + worker}`;
