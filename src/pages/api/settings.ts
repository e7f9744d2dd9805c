import type { APIRoute } from "astro";
import { problemsOf } from "../../core/document/problems";
import { settingsSchema } from "../../core/practice/practiceSchema";
import { getSettings, saveSettings } from "../../data/settings";
import { etag } from "../../server/batchAnswer";
import { readJsonBody, readSeenVersion } from "../../server/body";
import { database } from "../../server/database";
import { invalid, json, otherMethods, problem } from "../../server/problem";

export const prerender = false;

export const GET: APIRoute = async () => {
  const { db } = await database();
  const stored = await getSettings(db);
  return json(stored, 200, etag(stored));
};

/** Saves the settings over the version named in If-Match. */
export const PUT: APIRoute = async ({ request }) => {
  const seen = readSeenVersion(request);
  if (!seen.ok) return seen.answer;
  const body = await readJsonBody(request, "settings");
  if (!body.ok) return body.answer;
  const parsed = settingsSchema.safeParse(body.value);
  if (!parsed.success) return invalid(problemsOf(parsed.error));
  const { db } = await database();
  const saved = await saveSettings(db, seen.value, parsed.data);
  if (saved) return json(saved, 200, etag(saved));
  return problem(409, "Changed elsewhere", "Other settings were saved meanwhile; nothing was overwritten.", {
    current: await getSettings(db),
  });
};

export const HEAD = GET;
export const ALL: APIRoute = otherMethods("GET", "HEAD", "PUT");
