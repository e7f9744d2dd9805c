import { problem } from "./problem";

/** Headers of every answer. A page comes with its own Content-Security-Policy (hashes of its scripts); frame-ancestors is added to it. */
const SECURITY_HEADERS: Record<string, string> = {
  "x-content-type-options": "nosniff",
  "referrer-policy": "no-referrer",
  "x-frame-options": "DENY",
  "cross-origin-opener-policy": "same-origin",
  "cross-origin-resource-policy": "same-origin",
  "permissions-policy": "camera=(), microphone=(), geolocation=(), screen-wake-lock=(self)",
};

const LOCAL_NAMES = new Set(["127.0.0.1", "localhost", "[::1]"]);

/** Host names under which this server may be addressed: the local ones, and what HOST and TUNDISH_ALLOWED_HOSTS name. */
function isKnownHost(hostname: string): boolean {
  if (LOCAL_NAMES.has(hostname)) return true;
  const own = process.env.HOST ?? "127.0.0.1";
  const named = (process.env.TUNDISH_ALLOWED_HOSTS ?? "").split(",").map((s) => s.trim());
  return hostname === own || named.includes(hostname);
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
      isOwn = new URL(origin).host === host;
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
