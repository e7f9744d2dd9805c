import { sql } from "drizzle-orm";
import type { DeviceReading } from "../core/practice/deviceReading";
import { CHANNEL, type Database } from "./database";

/** Tells everyone who listens, in this process or another, what a device reads. It is kept nowhere: what counts is noted with the batch. */
export async function tellReading(db: Database, reading: DeviceReading): Promise<void> {
  await db.execute(sql`select pg_notify(${CHANNEL}, ${`reading 0 ${JSON.stringify(reading)}`})`);
}
