import { problemsOf } from "../core/document/problems";
import { PAPERS, type Paper, type PaperId } from "../core/practice/papers";
import { getPaper, savePaper } from "../data/papers";
import { etag } from "./batchAnswer";
import { readJsonBody, readSeenVersion } from "./body";
import { database } from "./database";
import { invalid, json, problem } from "./problem";

/** Answers with a paper of the studio. */
export async function paperAnswer(id: PaperId): Promise<Response> {
  const { db } = await database();
  const stored = await getPaper(db, id);
  return json(stored, 200, etag(stored));
}

/** Saves a paper of the studio over the version named in If-Match. */
export async function savePaperAnswer<P extends PaperId>(id: P, request: Request): Promise<Response> {
  const seen = readSeenVersion(request);
  if (!seen.ok) return seen.answer;
  const { label, schema } = PAPERS[id];
  const body = await readJsonBody(request, label);
  if (!body.ok) return body.answer;
  const parsed = schema.safeParse(body.value);
  if (!parsed.success) return invalid(problemsOf(parsed.error));
  const { db } = await database();
  const saved = await savePaper(db, id, seen.value, parsed.data as Paper<P>);
  if (saved) return json(saved, 200, etag(saved));
  return problem(409, "Changed elsewhere", `Other ${label} were saved meanwhile; nothing was overwritten.`, {
    current: await getPaper(db, id),
  });
}
