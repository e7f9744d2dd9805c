import type { APIRoute } from "astro";
import { changesOfRestore } from "../../data/contents";
import { readBackupRequest } from "../../server/backup/answer";
import { readBackup, restore } from "../../server/backup/files";
import { database, dataDirectory } from "../../server/database";
import { invalid, json, otherMethods } from "../../server/problem";

export const prerender = false;

/**
 * Puts a backup in place of all that is here: the body, or with `from` one of those that are kept. With `check=1` it is only read, and what would change
 * is said. What is there is backed up first.
 */
export const POST: APIRoute = async ({ request, url }) => {
  const file = await readBackupRequest(request, url.searchParams.get("from"));
  if (!file.ok) return file.answer;
  const read = await readBackup(file.value);
  if (!read.ok) return invalid(read.problems);
  const { db } = await database();
  const changes = await changesOfRestore(db, read.contents);
  if (url.searchParams.get("check") === "1") return json({ changes });
  return json({ changes, before: await restore(db, dataDirectory(), read.contents) });
};

export const ALL: APIRoute = otherMethods("POST");
