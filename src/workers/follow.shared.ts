import { type Heard, LEAVING } from "./followProtocol";
import { followStream } from "./followStream";

/** One stream for all pages of a browser: it has only six connections to a server. */
const ports = new Set<MessagePort>();
let stop: (() => void) | null = null;
let isListening = false;

function tellAll(heard: Heard): void {
  if (heard.kind === "listening") isListening = true;
  for (const port of ports) port.postMessage(heard);
}

(globalThis as unknown as { onconnect: (event: MessageEvent) => void }).onconnect = (event) => {
  const [port] = event.ports;
  ports.add(port);
  port.onmessage = ({ data }) => {
    if (data !== LEAVING) return;
    ports.delete(port);
    if (ports.size > 0) return;
    stop?.();
    stop = null;
    isListening = false;
  };
  if (isListening) port.postMessage({ kind: "listening" } satisfies Heard);
  stop ??= followStream(tellAll);
};
