const bell = new MessageChannel();
let wake: (() => void) | null = null;
bell.port1.onmessage = () => wake?.();

/** Lets a newer job come in to this worker. */
export const breathe = (): Promise<void> =>
  new Promise((done) => {
    wake = done;
    bell.port2.postMessage(null);
  });
