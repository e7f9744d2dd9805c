import { act, fireEvent, render } from "@testing-library/react";
import { createElement } from "react";
import { hydrateRoot } from "react-dom/client";
import { renderToString } from "react-dom/server";
import { beforeEach, describe, expect, it, vi } from "vitest";

const few = ["one", "two", "three"].map((v) => ({ value: v, label: v }));
const many = Array.from({ length: 40 }, (_, i) => ({ value: `v${i}`, label: "m".repeat(1 + (i % 9)) + i }));

/** The list in a page that has not been at rest yet, and what brings it to rest. */
async function freshly() {
  vi.resetModules();
  let rest = () => {};
  vi.stubGlobal("requestIdleCallback", (does: () => void) => {
    rest = does;
  });
  const { Choose } = await import("../../src/views/parts/Choose");
  const list = (options: typeof few, value: string) =>
    createElement(Choose, { label: "Oil", options, value, onChoose: () => {} });
  return { list, rest: () => act(() => rest()) };
}
const labels = (root: ParentNode = document) => [...root.querySelectorAll("option")].map((o) => o.value);

describe("a long list", () => {
  beforeEach(() => {
    document.body.innerHTML = "";
  });

  it("is written with what is chosen and what makes it wide; the rest comes once the page is at rest", async () => {
    const { list, rest } = await freshly();
    document.body.innerHTML = renderToString(list(many, "v3"));
    const widest = Math.max(...many.map((o) => o.label.length));
    expect(labels()).toContain("v3");
    expect(labels().length).toBeLessThanOrEqual(4);
    const written = [...document.querySelectorAll("option")].map((o) => o.label.length);
    expect(Math.max(...written)).toBe(widest);
    const complaints = vi.spyOn(console, "error");
    const root = await act(() => hydrateRoot(document.body, list(many, "v3")));
    expect(complaints).not.toHaveBeenCalled();
    expect(labels().length).toBeLessThanOrEqual(4);
    rest();
    expect(labels()).toEqual(many.map((o) => o.value));
    expect(document.querySelector("select")?.value).toBe("v3");
    await act(() => root.unmount());
  });

  it.each(["pointerDown", "focus"] as const)("is whole as soon as it is touched: %s", async (touch) => {
    const { list } = await freshly();
    const { container, unmount } = render(list(many, "v3"));
    expect(labels(container).length).toBeLessThanOrEqual(4);
    fireEvent[touch](container.querySelector("select")!);
    expect(labels(container)).toHaveLength(40);
    unmount();
  });

  it("a short one is whole from the first", async () => {
    const { list } = await freshly();
    const { container, unmount } = render(list(few, "two"));
    expect(labels(container)).toEqual(["one", "two", "three"]);
    unmount();
  });
});
