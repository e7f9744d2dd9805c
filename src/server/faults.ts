import { problem } from "./problem";

/** An error and those that caused it, the outermost first. */
function chainOf(error: unknown): { code: string; message: string }[] {
  const chain: { code: string; message: string }[] = [];
  for (let e = error; e && chain.length < 6; e = (e as { cause?: unknown }).cause)
    chain.push({ code: String((e as { code?: unknown }).code ?? ""), message: String((e as Error).message ?? "") });
  return chain;
}

/** Codes of a disk that takes nothing more: the database's own, and the system's. */
const FULL = new Set(["53100", "ENOSPC", "EDQUOT"]);
/** What the engine says once it has given itself up: it must be started anew. */
const STOPPED = /^Aborted\(|PGlite is closed|memory access out of bounds|unreachable|table index is out of bounds/;

/** What a database server, or the way to it, says while it cannot be asked. */
const AWAY = /^(CONNECT|ECONN|ENOTFOUND|EAI_AGAIN|EPIPE|ETIMEDOUT|EHOSTUNREACH|57P0|53300|40001|40P01)/;

export type FaultKind = "full" | "stopped" | "away" | "other";

/** What kind of fault of this server an error is. */
export function faultOf(error: unknown): FaultKind {
  const chain = chainOf(error);
  if (chain.some((e) => FULL.has(e.code) || /no space left on device/i.test(e.message))) return "full";
  if (chain.some((e) => AWAY.test(e.code))) return "away";
  return chain.some((e) => STOPPED.test(e.message)) ? "stopped" : "other";
}

const WORDS: Record<FaultKind, { status: number; title: string; detail: string }> = {
  full: {
    status: 507,
    title: "Disk full",
    detail: "The disk is full. Nothing was changed and nothing is lost: free some space and try again.",
  },
  stopped: {
    status: 503,
    title: "Database stopped",
    detail: "The database has stopped. What was saved is safe: start Tundish again.",
  },
  away: {
    status: 503,
    title: "Database away",
    detail: "The database server does not answer just now. What was saved is safe: try again in a moment.",
  },
  other: {
    status: 500,
    title: "Something broke",
    detail: "The server met an error of its own; nothing was changed.",
  },
};

/** Says a fault on the server's own output: in one line where it is known. */
export function noteFault(error: unknown): FaultKind {
  const kind = faultOf(error);
  console.error(kind === "other" ? error : WORDS[kind].detail);
  return kind;
}

/** The answer to a request that met a fault of this server. */
export const faultAnswer = (kind: FaultKind): Response => {
  const { status, title, detail } = WORDS[kind];
  const answer = problem(status, title, detail);
  if (kind === "away") answer.headers.set("retry-after", "2");
  return answer;
};
