import type { APIRoute } from "astro";
import { sql } from "drizzle-orm";
import { database } from "../../server/database";
import { json, otherMethods } from "../../server/problem";

export const prerender = false;

/** 200 once the database is open and answers. */
export const GET: APIRoute = async () => {
  const { db } = await database();
  await db.execute(sql`select 1`);
  return json({ status: "ok" });
};

export const HEAD = GET;
export const ALL: APIRoute = otherMethods("GET", "HEAD");
