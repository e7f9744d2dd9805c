import { cleanup, configure } from "@testing-library/react";
import { afterEach, beforeAll } from "vitest";

/** What a browser has and the document of the tests lacks. */
Object.assign(HTMLDialogElement.prototype, {
  showModal(this: HTMLDialogElement) {
    this.open = true;
    this.querySelector<HTMLElement>("[tabindex], input, button")?.focus();
  },
  close(this: HTMLDialogElement) {
    this.open = false;
  },
});
Object.assign(Element.prototype, { scrollIntoView: () => {} });
Object.assign(globalThis, {
  ResizeObserver: class {
    observe() {}
    unobserve() {}
    disconnect() {}
  },
});
// A busy machine may take seconds over what takes a moment: what is waited for comes, or the test fails in the end.
configure({ asyncUtilTimeout: 10_000 });
// The modules of a page are shared by the files of tests, what is set about them is not.
beforeAll(() => {
  Object.assign(globalThis, { IS_REACT_ACT_ENVIRONMENT: true });
});
afterEach(cleanup);

/** The page follows nobody here. */
if (typeof EventSource === "undefined") Object.assign(globalThis, { EventSource: class extends EventTarget {} });
