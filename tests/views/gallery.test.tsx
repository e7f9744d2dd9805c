import { render, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, beforeEach, expect, it, vi } from "vitest";
import { EXPECTED_AT } from "../../src/core/techniques/families/family";
import { FAMILIES, FAMILY_IDS } from "../../src/core/techniques/families/registry";
import Gallery from "../../src/views/gallery/Gallery";
import type { FaceJob } from "../../src/workers/faceProtocol";

const jobs: FaceJob[] = [];
class Painter {
  onmessage = null;
  postMessage(job: FaceJob) {
    jobs.push(job);
  }
  terminate() {}
}
beforeEach(() => {
  jobs.length = 0;
  vi.stubGlobal("Worker", Painter);
  history.replaceState(null, "", "/gallery");
});
afterEach(() => vi.unstubAllGlobals());

it("every family is asked for thin, medium and thick, from four sides, with words", async () => {
  render(<Gallery />);
  await waitFor(() => expect(jobs).toHaveLength(3));
  expect(jobs.map((j) => j.design.pours[0].trace)).toEqual(Object.values(EXPECTED_AT));
  for (const job of jobs)
    expect(job.requests.map((r) => r.view.kind)).toEqual(["across", "level", "lengthwise", "above"]);
  const thin = within(screen.getByTestId("at-thin"));
  expect(thin.getByText(FAMILIES.drop.expect.thin)).toBeTruthy();
  expect(thin.getAllByRole("img")).toHaveLength(4);
});

it("another family is shown by a press, and its address leads to it", async () => {
  const { unmount } = render(<Gallery />);
  await userEvent.setup().click(screen.getByRole("button", { name: FAMILIES.hanger.label }));
  expect(screen.getByRole("heading", { level: 2 }).textContent).toBe(FAMILIES.hanger.label);
  expect(location.hash).toBe("#hanger");
  unmount();
  render(<Gallery />);
  await waitFor(() => expect(screen.getByRole("heading", { level: 2 }).textContent).toBe(FAMILIES.hanger.label));
});

it("no family is without words, and none says the same of thin and thick", () => {
  for (const id of FAMILY_IDS) {
    const said = Object.values(FAMILIES[id].expect);
    expect(new Set(said).size).toBe(3);
    for (const words of said) expect(words).toMatch(/^[A-Z].*\.$/);
  }
});
