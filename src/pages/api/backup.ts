import type { APIRoute } from "astro";
import { zipAnswer } from "../../server/backup/answer";
import { makeBackup } from "../../server/backup/files";
import { database, dataDirectory } from "../../server/database";
import { otherMethods } from "../../server/problem";
import { today } from "../../server/today";

export const prerender = false;

/** Everything that is kept here as one file, as it stands at this moment. */
export const GET: APIRoute = async () => {
  const { db } = await database();
  return zipAnswer(await makeBackup(db, new Date(), dataDirectory()), `tundish-${today()}.zip`);
};

export const HEAD: APIRoute = otherMethods("GET");
export const ALL: APIRoute = otherMethods("GET");
