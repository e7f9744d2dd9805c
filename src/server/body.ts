import type { Plan } from "../core/plan/schema";
import { LARGEST_BATCH_FILE, readBatchFile } from "../formats/batchFile";
import { invalid, problem } from "./problem";

/** Either what was read from a request, or the answer that refuses it. */
export type Read<T> = { ok: true; value: T } | { ok: false; answer: Response };

const refuse = (answer: Response): { ok: false; answer: Response } => ({ ok: false, answer });

/** Body as text, counted while it comes in: stops at the limit without keeping more. */
async function readText(request: Request): Promise<Read<string>> {
  const tooLarge = () => refuse(problem(413, "Too large", `A body may have at most ${LARGEST_BATCH_FILE / 1e6} MB.`));
  if (Number(request.headers.get("content-length") ?? 0) > LARGEST_BATCH_FILE) return tooLarge();
  if (!request.body) return { ok: true, value: "" };
  const decoder = new TextDecoder("utf-8", { fatal: true });
  let text = "";
  let bytes = 0;
  const reader = request.body.getReader();
  try {
    for (;;) {
      const { done, value } = await reader.read();
      if (done) break;
      bytes += value.byteLength;
      if (bytes > LARGEST_BATCH_FILE) {
        await reader.cancel();
        return tooLarge();
      }
      text += decoder.decode(value, { stream: true });
    }
    return { ok: true, value: text + decoder.decode() };
  } catch {
    return refuse(problem(400, "Unreadable", "The body is not UTF-8 text, or it broke off."));
  }
}

/** The text of a JSON body, or the answer that refuses it: 415, 413 or 400. */
async function readJsonText(request: Request, what: string): Promise<Read<string>> {
  const type = request.headers.get("content-type") ?? "";
  if (!/^application\/json\b/i.test(type)) {
    return refuse(problem(415, "Wrong media type", `Send the ${what} as application/json.`));
  }
  return readText(request);
}

/** A batch document from a JSON body, or the answer that refuses it: 415, 413, 400 or 422. */
export async function readPlanBody(request: Request): Promise<Read<Plan>> {
  const text = await readJsonText(request, "batch document");
  if (!text.ok) return text;
  const parsed = readBatchFile(text.value);
  if (parsed.ok) return { ok: true, value: parsed.plan };
  return refuse(
    parsed.isJson
      ? invalid(parsed.problems)
      : problem(400, "Not JSON", parsed.problems[0].message, { fields: parsed.problems }),
  );
}

/** Any JSON value from a body, or the answer that refuses it: 415, 413 or 400. */
export async function readJsonBody(request: Request, what: string): Promise<Read<unknown>> {
  const text = await readJsonText(request, what);
  if (!text.ok) return text;
  try {
    return { ok: true, value: JSON.parse(text.value) };
  } catch (error) {
    return refuse(problem(400, "Not JSON", `The ${what} is not JSON: ${(error as Error).message}`));
  }
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
