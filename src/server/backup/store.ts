import fs from "node:fs";
import { join } from "node:path";
import { addDays, formatISO, getISOWeek, getISOWeekYear, parseISO } from "date-fns";
import { syncPath } from "../../data/syncedFiles";

/** Why a backup was made. */
export const BACKUP_CAUSES = ["daily", "asked", "before-restore"] as const;
export type BackupCause = (typeof BACKUP_CAUSES)[number];

/** A backup that lies in the data directory. */
export interface KeptBackup {
  name: string;
  cause: BackupCause;
  /** Day on which it was made, ISO. */
  day: string;
  bytes: number;
  /** Instant at which it was written. */
  madeAt: string;
}

/** Daily backups that are kept: of the last days, and one of this week and each of the last weeks; and of the others the newest. */
export const DAYS_KEPT = 7;
export const WEEKS_KEPT = 4;
const OTHERS_KEPT = 10;

const NAME = /^tundish-(\d{4}-\d{2}-\d{2})-(daily|asked|before-restore)(-\d{6,12})?\.zip$/;

export const backupDirectory = (dataDirectory: string): string => join(dataDirectory, "backups");

/** Backups of a data directory, newest first; none where there is no such directory. */
export function listBackups(dataDirectory: string): KeptBackup[] {
  const directory = backupDirectory(dataDirectory);
  if (!fs.existsSync(directory)) return [];
  const found = fs.readdirSync(directory).flatMap((name): KeptBackup[] => {
    const [, day, cause] = NAME.exec(name) ?? [];
    if (!day) return [];
    const { size, mtime } = fs.statSync(join(directory, name));
    return [{ name, day, cause: cause as BackupCause, bytes: size, madeAt: mtime.toISOString() }];
  });
  return found.sort(
    (a, b) => b.day.localeCompare(a.day) || b.madeAt.localeCompare(a.madeAt) || b.name.localeCompare(a.name),
  );
}

/** Path of the newest backup, to be named where the database cannot be opened; null without any. */
export function newestBackup(dataDirectory: string): string | null {
  try {
    const [newest] = listBackups(dataDirectory);
    return newest ? join(backupDirectory(dataDirectory), newest.name) : null;
  } catch {
    return null;
  }
}

/** Path of a kept backup by its name; null where there is none, or the name is none of a backup. */
export function backupPath(dataDirectory: string, name: string): string | null {
  const path = join(backupDirectory(dataDirectory), name);
  return NAME.test(name) && fs.existsSync(path) ? path : null;
}

/** Keeps a backup: written beside its place, synced, then moved there. */
export function keepBackup(dataDirectory: string, file: Uint8Array, cause: BackupCause, now: Date): KeptBackup {
  const directory = backupDirectory(dataDirectory);
  fs.mkdirSync(directory, { recursive: true });
  const day = formatISO(now, { representation: "date" });
  const time = formatISO(now, { format: "basic", representation: "time" }).slice(0, 6);
  const millis = String(now.getMilliseconds()).padStart(3, "0");
  const name = `tundish-${day}-${cause}${cause === "daily" ? "" : `-${time}${millis}`}.zip`;
  const making = join(directory, `${name}.${process.pid}.making`);
  fs.writeFileSync(making, file);
  syncPath(making);
  fs.renameSync(making, join(directory, name));
  syncPath(directory);
  return { name, cause, day, bytes: file.byteLength, madeAt: now.toISOString() };
}

/** Which backups are no longer kept: of the daily ones all but those of the last seven days and the newest of this week and of each of the four before. */
export function outdated(kept: readonly KeptBackup[], today: string): KeptBackup[] {
  const stays = new Set<string>();
  const from = formatISO(addDays(parseISO(today), 1 - DAYS_KEPT), { representation: "date" });
  const weekOf = (day: string) => `${getISOWeekYear(parseISO(day))}-${getISOWeek(parseISO(day))}`;
  const weeks = new Set<string>();
  const newestFirst = [...kept].sort((a, b) => b.day.localeCompare(a.day));
  for (const backup of newestFirst) {
    if (backup.cause !== "daily") continue;
    if (backup.day >= from) stays.add(backup.name);
    const week = weekOf(backup.day);
    if (weeks.size <= WEEKS_KEPT && !weeks.has(week)) {
      weeks.add(week);
      stays.add(backup.name);
    }
  }
  for (const cause of ["asked", "before-restore"] as const)
    for (const backup of newestFirst.filter((b) => b.cause === cause).slice(0, OTHERS_KEPT)) stays.add(backup.name);
  return kept.filter((b) => !stays.has(b.name));
}

/** Clears the backups that are no longer kept. */
export function clearOutdated(dataDirectory: string, today: string): void {
  for (const { name } of outdated(listBackups(dataDirectory), today))
    fs.rmSync(join(backupDirectory(dataDirectory), name), { force: true });
}
