import type { IncomingMessage, ServerResponse } from "node:http";
import { findDevice, seeDevice } from "../../data/devices";
import { database } from "../database";
import { refuse } from "../refuse";
import { askerOf, isLoopback } from "./address";
import { hashOf } from "./pairing";

export const DEVICE_COOKIE = "tundish-device";
/** Header in which the door tells the application who asks: `here` for this machine, else the id of a device; what came in under it is taken away. */
export const ASKER_HEADER = "x-tundish-asker";
export const HERE = "here";
/** Header in which the door tells the application the address of who asks. */
export const ADDRESS_HEADER = "x-tundish-address";

/** What everybody may see: the page on which a device is paired, and the application's files, which hold no data. */
const OPEN_PATHS = [
  /^\/pair\/?(\?|$)/,
  /^\/api\/pair(\?|$)/,
  /^\/_astro\//,
  /^\/icon\.svg$/,
  /^\/sw\.js$/,
  /^\/favicon/,
];
/** How often it is noted that a device was seen, and how long it is remembered that it may come in, ms. */
const SEEN_EVERY_MS = 60_000;
const KNOWN_MS = 3_000;

const known = new Map<string, { id: string | null; until: number; seenAt: number }>();

/** Forgets what is remembered of devices: one that was turned away must not come in again. */
export const forgetDevices = (): void => known.clear();

function tokenOf(request: IncomingMessage): string | null {
  for (const part of (request.headers.cookie ?? "").split(";")) {
    const [name, value] = part.trim().split("=");
    if (name === DEVICE_COOKIE && value && value.length < 100) return value;
  }
  return null;
}

async function deviceOf(token: string): Promise<string | null> {
  const key = hashOf(token);
  const now = Date.now();
  const before = known.get(key);
  if (before && before.until > now) return before.id;
  const { db } = await database();
  const device = await findDevice(db, key);
  const seenAt = before?.seenAt ?? 0;
  const isToBeNoted = device && now - seenAt > SEEN_EVERY_MS;
  if (isToBeNoted) await seeDevice(db, device.id);
  if (known.size > 1000) known.clear();
  known.set(key, { id: device?.id ?? null, until: now + KNOWN_MS, seenAt: isToBeNoted ? now : seenAt });
  return device?.id ?? null;
}

/** Lets this machine and paired devices in, judged by the socket's address; others see the page on which they are paired. */
export async function admit(request: IncomingMessage, response: ServerResponse): Promise<boolean> {
  const address = askerOf(request);
  delete request.headers[ASKER_HEADER];
  request.headers[ADDRESS_HEADER] = address;
  if (isLoopback(address)) {
    request.headers[ASKER_HEADER] = HERE;
    return true;
  }
  const token = tokenOf(request);
  const device = token && (await deviceOf(token));
  if (device) {
    request.headers[ASKER_HEADER] = device;
    return true;
  }
  const { url = "/" } = request;
  if (OPEN_PATHS.some((path) => path.test(url))) return true;
  if (url.startsWith("/api/"))
    refuse(
      response,
      401,
      "Not paired",
      "This device is not paired with the studio. Open /pair on it and enter the code that the studio's own screen shows.",
    );
  else {
    response.writeHead(303, { location: "/pair", "cache-control": "no-store" });
    response.end();
  }
  return false;
}
