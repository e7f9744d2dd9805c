import { Keeper, kindOf } from "./keeper";

/** Put in when it is built: the version of this Tundish, and the addresses of its files. */
declare const TUNDISH_VERSION: string;
declare const TUNDISH_FILES: string[];

interface WaitingEvent extends Event {
  waitUntil(done: Promise<unknown>): void;
}
interface AskedEvent extends WaitingEvent {
  request: Request;
  respondWith(answer: Promise<Response>): void;
}
interface Worker {
  location: Location;
  caches: CacheStorage;
  clients: { claim(): Promise<void> };
  skipWaiting(): Promise<void>;
  addEventListener(name: "install" | "activate", hear: (event: WaitingEvent) => void): void;
  addEventListener(name: "fetch", hear: (event: AskedEvent) => void): void;
  addEventListener(name: "message", hear: (event: MessageEvent & WaitingEvent) => void): void;
}
const worker = self as unknown as Worker;
const { origin } = worker.location;
const keeper = new Keeper(TUNDISH_VERSION, TUNDISH_FILES, { caches, fetch: (request) => fetch(request), origin });

worker.addEventListener("install", (event) => {
  event.waitUntil(keeper.install().then(() => worker.skipWaiting()));
});
worker.addEventListener("activate", (event) => {
  event.waitUntil(worker.clients.claim().then(() => keeper.activate()));
});
worker.addEventListener("fetch", (event) => {
  const kind = kindOf(event.request, origin);
  if (kind === "file") event.respondWith(keeper.file(event.request));
  else if (kind === "page") event.respondWith(keeper.page(event.request));
});
// A page asks for pages to be kept, and hears whether they are.
worker.addEventListener("message", (event) => {
  const { keep } = event.data as { keep: string[] };
  event.waitUntil(keeper.keep(keep).then((isKept) => event.ports[0]?.postMessage(isKept)));
});
