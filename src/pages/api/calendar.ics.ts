import type { APIRoute } from "astro";
import { orderDays } from "../../core/derive/orders";
import { listDue } from "../../data/batches";
import { getPaper } from "../../data/papers";
import { rackBatches } from "../../data/rack";
import { getSettings } from "../../data/settings";
import { calendarOf } from "../../server/calendar";
import { database } from "../../server/database";
import { otherMethods } from "../../server/problem";
import { today } from "../../server/today";

export const prerender = false;

/** Batches whose days a calendar is given at most. */
const MOST = 500;

/** Everything that is due, as a calendar reads it: a file to open, or an address to follow. */
export const GET: APIRoute = async ({ url }) => {
  const { db } = await database();
  const [rows, settings, { document: orders }] = await Promise.all([
    listDue(db, MOST),
    getSettings(db),
    getPaper(db, "orders"),
  ]);
  const days = orders.orders.length === 0 ? [] : orderDays(orders, await rackBatches(db, orders, today()), today());
  return new Response(calendarOf(rows, settings.document.studio, url.origin, days), {
    headers: {
      "content-type": "text/calendar; charset=utf-8",
      "content-disposition": 'inline; filename="tundish.ics"',
      "cache-control": "no-store",
    },
  });
};

export const HEAD = GET;
export const ALL: APIRoute = otherMethods("GET", "HEAD");
