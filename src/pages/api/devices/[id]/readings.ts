import type { APIRoute } from "astro";
import { problemsOf } from "../../../../core/document/problems";
import { deviceName, deviceReading, sentReadingSchema } from "../../../../core/practice/deviceReading";
import { tellReading } from "../../../../data/readings";
import { readJsonBody } from "../../../../server/body";
import { database } from "../../../../server/database";
import { invalid, otherMethods } from "../../../../server/problem";

export const prerender = false;

/** What a scale or a thermometer reads: told to every page that follows, kept nowhere. */
export const POST: APIRoute = async ({ params, request }) => {
  const id = deviceName.safeParse(params.id);
  if (!id.success) return invalid(id.error.issues.map((i) => ({ field: "id", message: i.message })));
  const body = await readJsonBody(request, "reading");
  if (!body.ok) return body.answer;
  const read = sentReadingSchema.safeParse(body.value);
  if (!read.success) return invalid(problemsOf(read.error));
  const { db } = await database();
  await tellReading(db, deviceReading(id.data, read.data));
  return new Response(null, { status: 204 });
};

export const ALL: APIRoute = otherMethods("POST");
