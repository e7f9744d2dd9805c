import { CSP_DIRECTIVES } from "./policy";

/**
 * The same policy while sources run: what Vite writes into a page (its client, its styles) is known by a nonce that is new for every answer. A style attribute, or a script
 * that somebody put into a page, is blocked as it is in the built application.
 */
export async function withDevPolicy(response: Response, nonce: string): Promise<Response> {
  if (!response.headers.get("content-type")?.startsWith("text/html")) return response;
  const marked = withNonce(await response.text(), nonce);
  const headers = new Headers(response.headers);
  headers.delete("content-length");
  headers.set(
    "content-security-policy",
    [
      ...CSP_DIRECTIVES.filter((d) => !d.startsWith("connect-src")),
      // Vite tells of changed sources through a socket.
      "connect-src 'self' ws:",
      `script-src 'self' 'nonce-${nonce}'`,
      `style-src 'self' 'nonce-${nonce}'`,
    ].join("; "),
  );
  return new Response(marked, { status: response.status, headers });
}

/** A page whose scripts and styles bear the nonce; Vite's client reads it off the page for the styles that it adds later. */
export const withNonce = (html: string, nonce: string): string =>
  html
    .replace(/<(script|style)(?=[\s>])/g, `<$1 nonce="${nonce}"`)
    .replace(/<head>/, `<head><meta property="csp-nonce" nonce="${nonce}">`);
