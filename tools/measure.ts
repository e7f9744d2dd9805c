/** Median time of some work, ms, after a warm-up. */
export function medianMs(work: () => unknown, runs = 9): number {
  for (let i = 0; i < 3; i++) work();
  const times = Array.from({ length: runs }, () => {
    const start = performance.now();
    work();
    return performance.now() - start;
  });
  return times.sort((a, b) => a - b)[Math.floor(runs / 2)];
}

/** Waits until a server answers, at most half a minute. */
export async function untilAnswers(address: string): Promise<void> {
  for (let i = 0; i < 300; i++) {
    const answer = await fetch(`${address}/api/health`).catch(() => null);
    if (answer?.ok) return;
    await new Promise((done) => setTimeout(done, 100));
  }
}
