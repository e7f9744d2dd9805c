import type { FieldProblem } from "../core/document/problems";
import { toJson } from "./json";

/** An answer in application/problem+json (RFC 9457). `fields` names what is wrong in the body that was sent. */
export function problem(
  status: number,
  title: string,
  detail: string,
  extra: { fields?: FieldProblem[]; current?: unknown } = {},
): Response {
  return new Response(JSON.stringify({ type: "about:blank", title, status, detail, ...extra }), {
    status,
    headers: { "content-type": "application/problem+json", "cache-control": "no-store" },
  });
}

/** Answers every method that a route does not have: 405 with those that it has. */
export const otherMethods =
  (...allowed: string[]) =>
  (): Response => {
    const answer = problem(405, "Method not allowed", `Only ${allowed.join(", ")} can be done here.`);
    answer.headers.set("allow", allowed.join(", "));
    return answer;
  };

export const notFound = (what: string) => problem(404, "Not found", `There is no ${what} of that id.`);

/** A value as JSON, maps as objects. @throws where a number in it is not finite: a fault of ours, answered with 500 */
export const json = (value: unknown, status = 200, headers: Record<string, string> = {}) =>
  new Response(toJson(value), {
    status,
    headers: { "content-type": "application/json", "cache-control": "no-store", ...headers },
  });

/** "portions[2].sharePct must be from 0 to 100 %; ..." */
export const sayProblems = (fields: readonly FieldProblem[]) => fields.map((f) => `${f.field} ${f.message}`).join("; ");

export const invalid = (fields: FieldProblem[]) =>
  problem(422, "The document is not valid", sayProblems(fields), { fields });

/** JSON text that was made already. */
export const jsonText = (text: string) =>
  new Response(text, { headers: { "content-type": "application/json", "cache-control": "no-store" } });
