import { and, eq, sql } from "drizzle-orm";
import { DEFAULT_SETTINGS, type Settings, settingsSchema } from "../core/practice/practiceSchema";
import type { Database } from "./database";
import { settings } from "./schema";

export interface StoredSettings {
  version: number;
  document: Settings;
}

/** The studio's settings; the defaults, as version 0, until something has been saved. */
export async function getSettings(db: Database): Promise<StoredSettings> {
  const [row] = await db.select().from(settings).where(eq(settings.id, 1));
  // What an older Tundish did not know yet takes its default; the rest stays as it was set.
  const read = row && settingsSchema.safeParse({ ...DEFAULT_SETTINGS, ...(row.document as object) });
  return read?.success
    ? { version: row.version, document: read.data }
    : { version: row?.version ?? 0, document: DEFAULT_SETTINGS };
}

/** Saves over the version that the caller has seen; null when another was saved meanwhile. */
export async function saveSettings(
  db: Database,
  seenVersion: number,
  document: Settings,
): Promise<StoredSettings | null> {
  if (seenVersion === 0) {
    const [row] = await db.insert(settings).values({ id: 1, document }).onConflictDoNothing().returning();
    return row ? { version: row.version, document } : null;
  }
  const [row] = await db
    .update(settings)
    .set({ document, version: sql`${settings.version} + 1` })
    .where(and(eq(settings.id, 1), eq(settings.version, seenVersion)))
    .returning();
  return row ? { version: row.version, document } : null;
}
