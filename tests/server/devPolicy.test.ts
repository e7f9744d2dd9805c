import { describe, expect, it } from "vitest";
import { withDevPolicy, withNonce } from "../../src/server/devPolicy";
import { withSecurityHeaders } from "../../src/server/guard";

const PAGE = `<!DOCTYPE html><html><head><title>x</title><style data-vite-dev-id="a">b{}</style><script type="module" src="/@vite/client"></script></head><body><script>one()</script><p style="color:red">scripted</p></body></html>`;
const html = (text: string) => new Response(text, { headers: { "content-type": "text/html", "content-length": "9" } });

describe("pages while sources run", () => {
  it("every script and style bears the nonce, and the page tells it to the client that adds styles", () => {
    const marked = withNonce(PAGE, "n1");
    expect(marked.match(/<(script|style) nonce="n1"/g)).toHaveLength(3);
    expect(marked).toContain('<head><meta property="csp-nonce" nonce="n1">');
    expect(marked).toContain('<p style="color:red">scripted</p>');
  });

  it("have a policy as strict as the built ones: no inline script or style without the nonce, nothing from elsewhere", async () => {
    const answer = withSecurityHeaders(await withDevPolicy(html(PAGE), "n2"));
    const policy = answer.headers.get("content-security-policy")!;
    expect(policy).toContain("script-src 'self' 'nonce-n2'");
    expect(policy).toContain("style-src 'self' 'nonce-n2'");
    expect(policy).toContain("default-src 'self'");
    expect(policy).toContain("frame-ancestors 'none'");
    expect(policy).not.toContain("unsafe-inline");
    expect(answer.headers.get("content-length")).toBeNull();
    expect(await answer.text()).toContain('nonce="n2"');
  });

  it("what is no page stays as it is", async () => {
    const json = Response.json({ a: "<script>" });
    expect(await withDevPolicy(json, "n3")).toBe(json);
  });
});
