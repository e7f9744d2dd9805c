import { randomUUID } from "node:crypto";
import { asc, eq, sql } from "drizzle-orm";
import type { Database } from "./database";
import { type DeviceRow, devices } from "./schema";

/** A device that was let in, without what proves it. */
export type Device = Omit<DeviceRow, "tokenHash">;

const shown = { id: devices.id, name: devices.name, pairedAt: devices.pairedAt, lastSeenAt: devices.lastSeenAt };

/** Devices that are let in, in the order in which they were paired. */
export const listDevices = (db: Database): Promise<Device[]> =>
  db.select(shown).from(devices).orderBy(asc(devices.pairedAt), asc(devices.id));

export async function addDevice(db: Database, name: string, tokenHash: string): Promise<Device> {
  const [row] = await db.insert(devices).values({ id: randomUUID(), name, tokenHash }).returning(shown);
  return row;
}

/** The device that holds a token, by its hash; null where it was never paired, or was turned away since. */
export async function findDevice(db: Database, tokenHash: string): Promise<Device | null> {
  const [row] = await db.select(shown).from(devices).where(eq(devices.tokenHash, tokenHash));
  return row ?? null;
}

export async function seeDevice(db: Database, id: string): Promise<void> {
  await db.update(devices).set({ lastSeenAt: sql`now()` }).where(eq(devices.id, id));
}

export async function renameDevice(db: Database, id: string, name: string): Promise<Device | null> {
  const [row] = await db.update(devices).set({ name }).where(eq(devices.id, id)).returning(shown);
  return row ?? null;
}

/** Turns a device away from now on; false where there is none of that id. */
export async function removeDevice(db: Database, id: string): Promise<boolean> {
  return (await db.delete(devices).where(eq(devices.id, id)).returning({ id: devices.id })).length > 0;
}
