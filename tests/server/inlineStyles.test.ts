import { createHash } from "node:crypto";
import fc from "fast-check";
import { createElement } from "react";
import { renderToStaticMarkup } from "react-dom/server";
import { describe, expect, it } from "vitest";
import { withoutInlineStyles, withStylesAllowed } from "../../src/server/inlineStyles";
import { tries } from "../support/tries";

const page = (body: string) => `<!doctype html><html><head><title>x</title></head><body>${body}</body></html>`;
const written = (style: Record<string, unknown>, children = "text", title?: string) =>
  renderToStaticMarkup(createElement("div", { style, title }, children));
const rules = (html: string) => /<style>(.*?)<\/style>/s.exec(html)?.[1] ?? "";

describe("style attributes of a page that the server wrote", () => {
  it("become rules of one sheet, the same style once, and none is left", () => {
    const body = written({ width: 40 }) + written({ background: "#c8a" }) + written({ width: 40 });
    const { html } = withoutInlineStyles(page(body));
    expect(html).not.toContain("style=");
    expect(rules(html)).toBe('[data-s="0"]{width:40px}[data-s="1"]{background:#c8a}');
    expect(html.match(/data-s="0"/g)).toHaveLength(3);
  });

  it("are known to the policy by the hash of exactly what the sheet says", () => {
    const { html, hash } = withoutInlineStyles(page(written({ transform: "translate(3px, 4px)" })));
    expect(hash).toBe(`'sha256-${createHash("sha256").update(rules(html)).digest("base64")}'`);
  });

  it("of custom properties and quotes come out as they were meant", () => {
    const { html } = withoutInlineStyles(page(written({ "--face-ratio": 1.5, fontFamily: '"Besley", serif' })));
    expect(rules(html)).toBe('[data-s="0"]{--face-ratio:1.5;font-family:"Besley", serif}');
  });

  it("that could end their rule are left away", () => {
    const { html, hash } = withoutInlineStyles(page(written({ background: "red}</style><script>alert(1)</script>" })));
    expect(hash).toBeNull();
    expect(html).not.toContain("<script>");
    expect(html).not.toContain("style=");
  });

  it("law: whatever a page says in words, its words stay, and no rule closes its sheet", () => {
    fc.assert(
      fc.property(fc.string(), fc.string(), fc.string(), (words, title, value) => {
        const body = written({ background: value }, words, title);
        const { html } = withoutInlineStyles(page(body));
        const plain = page(body).replace(/^(.*?<div[^>]*?) style="[^"]*"/s, "$1");
        const without = html.replace(/<style>.*?<\/style>/s, "").replace(/ data-s="\d+"/, "");
        expect(without).toBe(plain);
        expect(rules(html)).not.toMatch(/[<>]/);
      }),
      { seed: 7, numRuns: tries(400) },
    );
  });

  it("words that look like one stay words", () => {
    const { html, hash } = withoutInlineStyles(page(written({}, 'write style="width:4px" here')));
    expect(html).toContain("write style=&quot;width:4px&quot; here");
    expect(hash).toBeNull();
  });
});

describe("an answer", () => {
  const policy = "default-src 'self'; style-src 'self' 'sha256-a'; script-src 'self'";
  const answer = (body: string, type: string) =>
    new Response(body, { status: 404, headers: { "content-type": type, "content-security-policy": policy } });

  it("that is a page keeps its status, and its policy names the sheet beside what it named", async () => {
    const sent = await withStylesAllowed(answer(page(written({ width: 4 })), "text/html"));
    expect(sent.status).toBe(404);
    expect(sent.headers.get("content-security-policy")).toMatch(/; style-src 'self' 'sha256-a' 'sha256-[^']+'; script/);
    expect(await sent.text()).toContain("[data-s=");
  });

  it("that is no page is left as it is", async () => {
    const sent = await withStylesAllowed(answer(' style="x"', "application/json"));
    expect(await sent.text()).toBe(' style="x"');
    expect(sent.headers.get("content-security-policy")).toBe(policy);
  });
});
