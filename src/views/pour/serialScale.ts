import { lineCutter, readScaleLine } from "../../formats/scaleLine";
import { tellDevice } from "../parts/useDevice";

/** What of the browser's serial ports is used here. */
interface Port {
  open(options: { baudRate: number }): Promise<void>;
  readable: ReadableStream<Uint8Array> | null;
}
interface Ports {
  requestPort(): Promise<Port>;
}

/** What most scales with a cable are set to. */
const BAUD = 9600;

const portsOf = (browser: Navigator): Ports | null => (browser as { serial?: Ports }).serial ?? null;

/** Whether this browser can read a scale on a cable. */
export const canReadCable = (): boolean => typeof navigator !== "undefined" && portsOf(navigator) !== null;

/**
 * Reads a scale that prints its lines continuously on a cable, until it is pulled out. The browser asks which port.
 * @throws Error where none was chosen, or it cannot be opened
 */
export async function readCable(browser: Navigator = navigator): Promise<void> {
  const port = await portsOf(browser)!.requestPort();
  await port.open({ baudRate: BAUD });
  const decoder = new TextDecoder();
  const cut = lineCutter((line) => {
    const read = readScaleLine(line);
    if (!read) return;
    const { massG: value, isStable, isOverload } = read;
    tellDevice({ deviceId: "cable", kind: "mass", value, isStable, isOverload, at: new Date().toISOString() });
  });
  const reader = port.readable?.getReader();
  for (;;) {
    const piece = await reader?.read();
    if (!piece || piece.done) return;
    cut(decoder.decode(piece.value, { stream: true }));
  }
}
