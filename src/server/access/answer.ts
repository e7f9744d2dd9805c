import { toDataURL } from "qrcode";
import { type Device, listDevices } from "../../data/devices";
import { database } from "../database";
import { problem } from "../problem";
import { isOpenToOthers, ownAddresses } from "./address";
import { ASKER_HEADER, HERE } from "./admit";
import { pairing } from "./pairing";

/** The answer to what only the studio's own machine may do; null where this is it. Sources that run without the door (development) are at home too. */
export function refuseElsewhere(request: Request): Response | null {
  const asker = request.headers.get(ASKER_HEADER);
  if (asker === HERE || (asker === null && import.meta.env.DEV)) return null;
  return problem(403, "Only at the studio", "Devices are let in and turned away on the machine that Tundish runs on.");
}

export interface DeviceList {
  /** Whether other devices can reach this server at all. */
  isOpen: boolean;
  devices: (Omit<Device, "pairedAt" | "lastSeenAt"> & { pairedAt: string; lastSeenAt: string })[];
}
export async function deviceList(): Promise<DeviceList> {
  const { db } = await database();
  const devices = (await listDevices(db)).map((d) => ({
    ...d,
    pairedAt: d.pairedAt.toISOString(),
    lastSeenAt: d.lastSeenAt.toISOString(),
  }));
  return { isOpen: isOpenToOthers(), devices };
}

/** A code to show, where a device goes with it, and a picture of that for its camera. */
export interface ShownCode {
  digits: string;
  until: string;
  addresses: string[];
  /** QR picture of the first address with the code, as a data address; null where this machine has none. */
  qr: string | null;
}
export async function showCode(): Promise<ShownCode> {
  const { digits, until } = pairing().open();
  const port = process.env.PORT ?? "4321";
  const addresses = ownAddresses().map((a) => `http://${a}:${port}/pair`);
  // Behind the hash: the code is not sent with the address, and stands in no log.
  const qr = addresses[0] ? await toDataURL(`${addresses[0]}#${digits}`, { margin: 1, width: 220 }) : null;
  return { digits, until: until.toISOString(), addresses, qr };
}
