import { expect, it } from "vitest";
import { withPreloads } from "../../src/server/preloads";

const island = (component: string, renderer = "/_astro/client.js") =>
  `<astro-island component-url="${component}" renderer-url="${renderer}" props="{}"></astro-island>`;
const page = (body: string) => `<html><head><title>x</title></head><body>${body}</body></html>`;
const BROUGHT = {
  "/_astro/Sheet.js": ["/_astro/Sheet.js", "/_astro/base.js", "/_astro/react.js"],
  "/_astro/Stock.js": ["/_astro/Stock.js", "/_astro/base.js"],
  "/_astro/client.js": ["/_astro/client.js", "/_astro/react.js"],
};
const named = (html: string) => /<meta name="brought" content="([^"]*)"><\/head>/.exec(html)?.[1].split(" ") ?? [];

it("a page names each file that its views bring along, once", () => {
  const html = withPreloads(page(island("/_astro/Sheet.js")), BROUGHT);
  expect(named(html)).toEqual(["/_astro/Sheet.js", "/_astro/base.js", "/_astro/react.js", "/_astro/client.js"]);
  const both = withPreloads(page(island("/_astro/Sheet.js") + island("/_astro/Stock.js")), BROUGHT);
  expect(named(both)).toHaveLength(5);
});

it("a page without views, and one whose files are not known, stay as they are", () => {
  for (const html of [page("<p>component-url</p>"), page(island("/src/views/Sheet.tsx", "/src/client.ts"))])
    expect(withPreloads(html, BROUGHT)).toBe(html);
  const odd = page(island("constructor", "toString"));
  expect(withPreloads(odd, BROUGHT)).toBe(odd);
});
