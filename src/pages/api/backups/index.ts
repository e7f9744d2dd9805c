import type { APIRoute } from "astro";
import { backupList } from "../../../server/backup/answer";
import { makeBackup } from "../../../server/backup/files";
import { clearOutdated, keepBackup } from "../../../server/backup/store";
import { database, dataDirectory } from "../../../server/database";
import { json, otherMethods } from "../../../server/problem";
import { today } from "../../../server/today";

export const prerender = false;

/** The backups that lie in the data directory. */
export const GET: APIRoute = () => json(backupList());

/** Makes a backup now and keeps it there. */
export const POST: APIRoute = async () => {
  const { db } = await database();
  const now = new Date();
  const kept = keepBackup(dataDirectory(), await makeBackup(db, now), "asked", now);
  clearOutdated(dataDirectory(), today());
  return json(kept, 201, { location: `/api/backups/${kept.name}` });
};

export const HEAD = GET;
export const ALL: APIRoute = otherMethods("GET", "HEAD", "POST");
