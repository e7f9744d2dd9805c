import { isOpenToOthers, ownNames } from "./access/address";
import { SECURITY_HEADERS } from "./headers";
import { problem } from "./problem";

const LOCAL_NAMES = new Set(["127.0.0.1", "localhost", "[::1]"]);

/** Host names under which this server may be addressed: the local ones, and what HOST and TUNDISH_ALLOWED_HOSTS name. */
function isKnownHost(hostname: string): boolean {
  if (LOCAL_NAMES.has(hostname)) return true;
  const own = process.env.HOST ?? "127.0.0.1";
  const named = (process.env.TUNDISH_ALLOWED_HOSTS ?? "").split(",").map((s) => s.trim());
  if (hostname === own || named.includes(hostname)) return true;
  return isOpenToOthers() && ownNames().includes(hostname.toLowerCase());
}

/** Protocol by which the asker came: what a proxy says only where it is trusted. */
export function protocolOf(request: Request): string {
  const said = process.env.TRUST_PROXY === "1" ? request.headers.get("x-forwarded-proto") : null;
  return said ? `${said.split(",")[0].trim()}:` : new URL(request.url).protocol;
}

/** Refuses requests under a foreign host name (DNS rebinding) and writes that another site's page sends. Null: let it through. */
export function refuseForeign(request: Request): Response | null {
  const host = request.headers.get("host") ?? "";
  let hostname = "";
  try {
    hostname = new URL(`http://${host}`).hostname;
  } catch {
    return problem(400, "Bad request", "The Host header cannot be read.");
  }
  if (!isKnownHost(hostname)) {
    return problem(
      403,
      "Unknown host",
      `This server does not answer as "${hostname}". Name it in TUNDISH_ALLOWED_HOSTS to allow it.`,
    );
  }
  if (request.method === "GET" || request.method === "HEAD") return null;
  const origin = request.headers.get("origin");
  const site = request.headers.get("sec-fetch-site");
  let isOwn = origin === null && (site === null || site === "same-origin" || site === "none");
  if (origin !== null) {
    try {
      const from = new URL(origin);
      isOwn = from.host === host && from.protocol === protocolOf(request);
    } catch {
      isOwn = false;
    }
  }
  return isOwn ? null : problem(403, "Foreign origin", "Changes are taken only from this application's own pages.");
}

export function withSecurityHeaders(response: Response): Response {
  for (const [name, value] of Object.entries(SECURITY_HEADERS)) response.headers.set(name, value);
  const own = response.headers.get("content-security-policy") ?? "default-src 'none'";
  response.headers.set("content-security-policy", `${own.replace(/;\s*$/, "")}; frame-ancestors 'none'`);
  return response;
}
