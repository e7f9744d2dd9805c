import type { APIRoute } from "astro";
import { listDue } from "../../data/batches";
import { getSettings } from "../../data/settings";
import { calendarOf } from "../../server/calendar";
import { database } from "../../server/database";
import { otherMethods } from "../../server/problem";

export const prerender = false;

/** Batches whose days a calendar is given at most. */
const MOST = 500;

/** Everything that is due, as a calendar reads it: a file to open, or an address to follow. */
export const GET: APIRoute = async ({ url }) => {
  const { db } = await database();
  const [rows, settings] = await Promise.all([listDue(db, MOST), getSettings(db)]);
  return new Response(calendarOf(rows, settings.document.studio, url.origin), {
    headers: {
      "content-type": "text/calendar; charset=utf-8",
      "content-disposition": 'inline; filename="tundish.ics"',
      "cache-control": "no-store",
    },
  });
};

export const HEAD = GET;
export const ALL: APIRoute = otherMethods("GET", "HEAD");
