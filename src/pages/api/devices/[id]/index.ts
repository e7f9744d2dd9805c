import type { APIRoute } from "astro";
import * as z from "zod/mini";
import { problemsOf } from "../../../../core/document/problems";
import { name } from "../../../../core/units/fields";
import { removeDevice, renameDevice } from "../../../../data/devices";
import { forgetDevices } from "../../../../server/access/admit";
import { refuseElsewhere } from "../../../../server/access/answer";
import { readJsonBody } from "../../../../server/body";
import { database } from "../../../../server/database";
import { invalid, json, notFound, otherMethods } from "../../../../server/problem";

export const prerender = false;

const schema = z.strictObject({ name: name(60) });

/** Gives a device another name. */
export const PUT: APIRoute = async ({ params, request }) => {
  const refused = refuseElsewhere(request);
  if (refused) return refused;
  const body = await readJsonBody(request, "name");
  if (!body.ok) return body.answer;
  const read = schema.safeParse(body.value);
  if (!read.success) return invalid(problemsOf(read.error));
  const { db } = await database();
  const device = await renameDevice(db, params.id!, read.data.name);
  return device ? json({ id: device.id, name: device.name }) : notFound("device");
};

/** Turns a device away. */
export const DELETE: APIRoute = async ({ params, request }) => {
  const refused = refuseElsewhere(request);
  if (refused) return refused;
  const { db } = await database();
  const isGone = await removeDevice(db, params.id!);
  forgetDevices();
  return isGone ? new Response(null, { status: 204 }) : notFound("device");
};

export const ALL: APIRoute = otherMethods("PUT", "DELETE");
