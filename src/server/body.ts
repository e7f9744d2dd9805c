import * as z from "zod/mini";
import { type BenchEvent, benchEventSchema } from "../core/document/logSchema";
import { problemsOf } from "../core/document/problems";
import type { Plan } from "../core/document/schema";
import { LARGEST_BATCH_FILE, type ParsedBatchFile, readBatchFile } from "../formats/batchFile";
import { parseJson } from "../formats/jsonText";
import { invalid, problem } from "./problem";

/** Either what was read from a request, or the answer that refuses it. */
export type Read<T> = { ok: true; value: T } | { ok: false; answer: Response };

const refuse = (answer: Response): { ok: false; answer: Response } => ({ ok: false, answer });

/** A body, counted while it comes in: stops at the limit without keeping more. */
export async function readBytes(request: Request, most: number): Promise<Read<Uint8Array>> {
  const tooLarge = () => refuse(problem(413, "Too large", `A body may have at most ${most / 1e6} MB.`));
  if (Number(request.headers.get("content-length") ?? 0) > most) return tooLarge();
  if (!request.body) return { ok: true, value: new Uint8Array() };
  const parts: Uint8Array[] = [];
  let bytes = 0;
  const reader = request.body.getReader();
  try {
    for (;;) {
      const { done, value } = await reader.read();
      if (done) break;
      bytes += value.byteLength;
      if (bytes > most) {
        await reader.cancel();
        return tooLarge();
      }
      parts.push(value);
    }
    return { ok: true, value: Buffer.concat(parts) };
  } catch {
    return refuse(problem(400, "Unreadable", "The body broke off."));
  }
}

async function readText(request: Request): Promise<Read<string>> {
  const bytes = await readBytes(request, LARGEST_BATCH_FILE);
  if (!bytes.ok) return bytes;
  try {
    return { ok: true, value: new TextDecoder("utf-8", { fatal: true }).decode(bytes.value) };
  } catch {
    return refuse(problem(400, "Unreadable", "The body is not UTF-8 text."));
  }
}

/** The text of a JSON body, or the answer that refuses it: 415, 413 or 400. */
async function readJsonText(request: Request, what: string): Promise<Read<string>> {
  const type = request.headers.get("content-type") ?? "";
  if (!/^application\/json\s*(;|$)/i.test(type)) {
    return refuse(problem(415, "Wrong media type", `Send the ${what} as application/json.`));
  }
  return readText(request);
}

/** The text of a batch document from a JSON body, not read yet, or the answer that refuses it: 415, 413 or 400. */
export const readPlanText = (request: Request): Promise<Read<string>> => readJsonText(request, "batch document");

/** The answer to a document that cannot be read: 400 where it is no JSON, else 422. */
export const refusePlan = (parsed: Extract<ParsedBatchFile, { ok: false }>): Response =>
  parsed.isJson
    ? invalid(parsed.problems)
    : problem(400, "Not JSON", parsed.problems[0].message, { fields: parsed.problems });

/** A batch document from a JSON body, or the answer that refuses it: 415, 413, 400 or 422. */
export async function readPlanBody(request: Request): Promise<Read<Plan>> {
  const text = await readPlanText(request);
  if (!text.ok) return text;
  const parsed = readBatchFile(text.value);
  return parsed.ok ? { ok: true, value: parsed.plan } : refuse(refusePlan(parsed));
}

/** Any JSON value from a body, or the answer that refuses it: 415, 413 or 400. */
export async function readJsonBody(request: Request, what: string): Promise<Read<unknown>> {
  const text = await readJsonText(request, what);
  if (!text.ok) return text;
  const parsed = parseJson(text.value);
  return parsed.ok ? parsed : refuse(problem(400, "Not JSON", `The ${what} ${parsed.message}`));
}

/** Most events that one request may bring. */
const MOST_AT_ONCE = 500;

/** Events of the bench from a JSON body, one or a list, or the answer that refuses them: 415, 413, 400 or 422. */
export async function readEventsBody(request: Request): Promise<Read<BenchEvent[]>> {
  const body = await readJsonBody(request, "events");
  if (!body.ok) return body;
  const list = Array.isArray(body.value) ? body.value : [body.value];
  const parsed = z.array(benchEventSchema).check(z.minLength(1), z.maxLength(MOST_AT_ONCE)).safeParse(list);
  if (!parsed.success) return refuse(invalid(problemsOf(parsed.error)));
  const twice = parsed.data.findIndex((e, i) => parsed.data.findIndex((o) => o.id === e.id) < i);
  return twice < 0
    ? { ok: true, value: parsed.data }
    : refuse(invalid([{ field: `[${twice}].id`, message: "stands twice" }]));
}

/** Whole number of a query, held inside its range; the fallback where it is missing or no number. */
export function readWhole(query: URLSearchParams, name: string, fallback: number, low: number, high: number): number {
  const value = Number(query.get(name) ?? Number.NaN);
  return Number.isInteger(value) ? Math.min(high, Math.max(low, value)) : fallback;
}

/** Longest text that a search looks for. */
const LONGEST_SEARCH = 100;
export const readSearch = (query: URLSearchParams): string =>
  (query.get("search") ?? "").replaceAll("\u0000", "").trim().slice(0, LONGEST_SEARCH);

/** Version that the caller has seen, from If-Match: "7". */
export function readSeenVersion(request: Request): Read<number> {
  const match = /^"(\d{1,9})"$/.exec(request.headers.get("if-match") ?? "");
  if (match) return { ok: true, value: Number(match[1]) };
  return refuse(problem(428, "Version needed", 'Send the version that you have seen as If-Match: "7".'));
}
