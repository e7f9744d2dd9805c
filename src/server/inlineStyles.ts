import { createHash } from "node:crypto";

/** Exactly as the page writer puts a style: in double quotes, with every quote within text or values escaped. */
const STYLE = / style="([^"]*)"/g;
/** What would end a rule or a sheet from within a value. */
const UNFIT = /[{}<>@\\]/;

const unescaped = (text: string) =>
  text.replace(
    /&(?:quot|#x27|lt|gt|amp);/g,
    (e) => ({ "&quot;": '"', "&#x27;": "'", "&lt;": "<", "&gt;": ">" })[e] ?? "&",
  );

/**
 * A page whose style attributes have become rules of one sheet of its own, because the policy allows no attributes: a mark on each element, a rule for each
 * mark. What the page later sets itself wins over them, as it is set on the elements. A style that is no plain list of values is left away.
 * @returns the page, and the sheet's hash as a policy names it; null where there was no style
 */
export function withoutInlineStyles(html: string): { html: string; hash: string | null } {
  const marks = new Map<string, number>();
  const body = html.replace(STYLE, (_, escaped: string) => {
    const style = unescaped(escaped);
    if (UNFIT.test(style)) return "";
    if (!marks.has(style)) marks.set(style, marks.size);
    return ` data-s="${marks.get(style)}"`;
  });
  if (marks.size === 0) return { html: body, hash: null };
  const sheet = [...marks].map(([style, mark]) => `[data-s="${mark}"]{${style}}`).join("");
  const hash = `'sha256-${createHash("sha256").update(sheet).digest("base64")}'`;
  return { html: body.replace("</head>", () => `<style>${sheet}</style></head>`), hash };
}

/**
 * An answer with its style attributes turned into a sheet that its policy names; what is no page stays as it is.
 * @param change what else is done to a page's text
 */
export async function withStylesAllowed(
  response: Response,
  change: (html: string) => string = (html) => html,
): Promise<Response> {
  if (!response.headers.get("content-type")?.startsWith("text/html")) return response;
  const { html, hash } = withoutInlineStyles(change(await response.text()));
  const headers = new Headers(response.headers);
  headers.delete("content-length");
  const policy = headers.get("content-security-policy");
  if (hash && policy)
    headers.set(
      "content-security-policy",
      policy.replace(/style-src [^;]*/, (styles) => `${styles.trim()} ${hash}`),
    );
  return new Response(html, { status: response.status, headers });
}
