// Runs before anything else of a page. Schemas are read without made-up code, which the policy forbids; and while the page is not alive yet, a key or a
// press that would be lost is answered.
globalThis.__zod_globalConfig = { jitless: true };
for (const kind of ["keydown", "pointerdown"]) {
  addEventListener(
    kind,
    (event) => {
      const { alive } = document.documentElement.dataset;
      const isOfPage = event.target instanceof Element && !event.target.closest("a[href], summary");
      const isPlain = kind === "pointerdown" || !["Tab", "Shift", "Control", "Alt", "Meta", "F5"].includes(event.key);
      if (alive !== undefined || !isOfPage || !isPlain || event.isTrusted === false) return;
      const mark = document.getElementById("waking");
      if (mark) mark.hidden = false;
    },
    true,
  );
}
// What the page's views bring along is fetched side by side once all of its content is there, not one found by another; sooner, it would keep the painting waiting.
document.addEventListener(
  "readystatechange",
  () => {
    const brought = document.querySelector("meta[name=brought]")?.content ?? "";
    const links = brought.split(" ").filter(Boolean);
    document.head.append(
      ...links.map((href) => Object.assign(document.createElement("link"), { rel: "modulepreload", href })),
    );
  },
  { once: true },
);
