import { request } from "node:http";
import type { Case } from "./cases";

export interface Answer {
  status: number;
  headers: Record<string, string | string[] | undefined>;
  text: string;
  ms: number;
}

/** Sends a case as it is, unproper paths and headers included; status 0 where the connection broke off. */
export function sendCase(address: string, c: Case): Promise<Answer> {
  const { hostname, port } = new URL(address);
  const start = performance.now();
  return new Promise((done) => {
    const ended = (status: number, headers: Answer["headers"], text: string) =>
      done({ status, headers, text, ms: performance.now() - start });
    try {
      const body = c.bytes === undefined ? Buffer.from(c.body ?? "") : Buffer.from(c.bytes, "base64");
      const length = body.length > 0 ? { "content-length": String(body.length) } : {};
      const headers = { host: `${hostname}:${port}`, ...length, ...c.headers };
      const sent = request(
        { agent: false, hostname, port, method: c.method, path: c.path, headers, timeout: 20_000 },
        (answer) => {
          // A stream has no end of its own: its head is the answer.
          if (String(answer.headers["content-type"]).startsWith("text/event-stream")) {
            ended(answer.statusCode ?? 0, answer.headers, "");
            answer.destroy();
            return;
          }
          const parts: Buffer[] = [];
          answer.on("data", (d) => parts.push(d));
          answer.on("end", () => ended(answer.statusCode ?? 0, answer.headers, Buffer.concat(parts).toString("utf8")));
          answer.on("error", (e) => ended(0, {}, e.message));
        },
      );
      sent.on("timeout", () => sent.destroy(new Error("no answer within 20 s")));
      sent.on("error", (e) => ended(0, {}, e.message));
      sent.end(body);
    } catch (error) {
      // A header or a path that this client itself cannot send: no input.
      ended(-1, {}, (error as Error).message);
    }
  });
}

const SLOWEST_MS = 2000;
const HEADERS = ["x-content-type-options", "x-frame-options", "referrer-policy", "content-security-policy"];

/** What is wrong with an answer; null where nothing is. */
export function faultIn(c: Case, answer: Answer, slowestMs = SLOWEST_MS): string | null {
  const { status, headers, text, ms } = answer;
  if (status === -1) return null;
  if (status === 0) return `no answer: ${text}`;
  if (status >= 500) return `answers ${status}: ${text.slice(0, 200)}`;
  if (ms > slowestMs) return `takes ${Math.round(ms)} ms`;
  // What is no HTTP is answered by the system below, before anybody is asked.
  if (status === 400 && text === "") return null;
  for (const name of HEADERS) if (!headers[name]) return `lacks ${name}`;
  const type = String(headers["content-type"] ?? "");
  const isApi = /^\/api(\/|\?|$)/.test(c.path);
  if (status === 405 && !headers.allow) return "405 without Allow";
  if (status >= 400 && isApi && c.method !== "HEAD" && !type.startsWith("application/problem+json"))
    return `${status} as ${type || "nothing"}`;
  if (status >= 400 && type.startsWith("application/problem+json") && c.method !== "HEAD") {
    const said = JSON.parse(text) as { title?: string; detail?: string };
    if (!said.title || !said.detail) return "a problem without words";
  }
  return null;
}

/** Follows a batch that was accepted through every page, export, import, copy and lesson; what is wrong, or null. */
export async function followBatch(address: string, text: string): Promise<string | null> {
  const { id } = JSON.parse(text) as { id: string };
  const ask = async (method: string, path: string, body?: string, headers: Record<string, string> = {}) => {
    const c: Case = { method, path, headers: { "content-type": "application/json", ...headers }, body };
    const answer = await sendCase(address, c);
    return { answer, fault: faultIn(c, answer) };
  };
  for (const page of ["", "/studio", "/weigh", "/pour", "/book"]) {
    const { answer, fault } = await ask("GET", `/batches/${id}${page}`);
    if (fault || answer.status !== 200) return `page ${page || "/"}: ${fault ?? answer.status}`;
  }
  const file = await ask("GET", `/api/batches/${id}/file`);
  if (file.fault || file.answer.status !== 200) return `export: ${file.fault ?? file.answer.status}`;
  for (const path of ["/api/plan/derive", "/api/batches", "/api/plan/chances?draws=20"]) {
    const again = await ask("POST", path, file.answer.text);
    const isNoFormula = again.answer.status === 422 && again.answer.text.includes("Cannot be computed");
    if (again.fault || (again.answer.status >= 300 && !isNoFormula))
      return `${path} of its own export: ${again.fault ?? again.answer.text.slice(0, 200)}`;
    if (path === "/api/batches") {
      const { id: other } = JSON.parse(again.answer.text) as { id: string };
      const back = await ask("GET", `/api/batches/${other}/file`);
      if (back.answer.text !== file.answer.text) return "import and export again give another file";
      await ask("DELETE", `/api/batches/${other}`, undefined, { "if-match": '"1"' });
    }
  }
  const copy = await ask("POST", `/api/batches/${id}/copy`);
  if (copy.fault || copy.answer.status !== 201) return `copy: ${copy.fault ?? copy.answer.status}`;
  await ask("DELETE", `/api/batches/${(JSON.parse(copy.answer.text) as { id: string }).id}`, undefined, {
    "if-match": '"1"',
  });
  const taught = await ask("POST", `/api/batches/${id}/lessons`);
  if (taught.fault || ![200, 409].includes(taught.answer.status))
    return `learning: ${taught.fault ?? taught.answer.text.slice(0, 200)}`;
  const gone = await ask("DELETE", `/api/batches/${id}`, undefined, { "if-match": '"1"' });
  return gone.fault ?? (gone.answer.status === 204 ? null : `delete: ${gone.answer.status}`);
}
