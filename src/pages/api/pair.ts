import type { APIRoute } from "astro";
import * as z from "zod/mini";
import { problemsOf } from "../../core/document/problems";
import { name } from "../../core/units/fields";
import { addDevice } from "../../data/devices";
import { ADDRESS_HEADER, DEVICE_COOKIE } from "../../server/access/admit";
import { CODE_MINUTES, hashOf, newToken, pairing } from "../../server/access/pairing";
import { readJsonBody } from "../../server/body";
import { database } from "../../server/database";
import { protocolOf } from "../../server/guard";
import { invalid, json, otherMethods, problem } from "../../server/problem";

export const prerender = false;

const YEAR_S = 365 * 24 * 3600;
const schema = z.strictObject({
  code: z.string().check(z.regex(/^\d{6}$/, "must be the six digits that the studio's screen shows")),
  name: name(60),
});

/** Lets a device in for a code: it gets a cookie of its own, which no script can read. */
export const POST: APIRoute = async ({ request }) => {
  const body = await readJsonBody(request, "code");
  if (!body.ok) return body.answer;
  const read = schema.safeParse(body.value);
  if (!read.success) return invalid(problemsOf(read.error));
  const tried = pairing().try(read.data.code, request.headers.get(ADDRESS_HEADER) ?? "");
  if (!tried.ok && tried.why === "too-often") {
    const answer = problem(
      429,
      "Too many tries",
      "Too many wrong codes came from this device. Wait a quarter of an hour.",
    );
    answer.headers.set("retry-after", String(tried.retryAfterS));
    return answer;
  }
  if (!tried.ok)
    return problem(
      403,
      "Wrong code",
      tried.why === "none"
        ? `No code is good now: ask for a new one on the studio's own screen. A code holds for ${CODE_MINUTES} minutes.`
        : "That is not the code. Look at the studio's screen and try again.",
    );
  const token = newToken();
  const { db } = await database();
  const device = await addDevice(db, read.data.name, hashOf(token));
  const isSecure = protocolOf(request) === "https:";
  const cookie = `${DEVICE_COOKIE}=${token}; Path=/; Max-Age=${YEAR_S}; HttpOnly; SameSite=Strict${isSecure ? "; Secure" : ""}`;
  return json({ id: device.id, name: device.name }, 201, { "set-cookie": cookie });
};

export const ALL: APIRoute = otherMethods("POST");
