import { act, cleanup, fireEvent, render, screen, waitFor } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { computeMasses } from "../../src/core/batter/masses";
import { newPlan } from "../../src/core/document/newPlan";
import type { Plan } from "../../src/core/document/schema";
import {
  addPhoto,
  areLessonsStale,
  countingPhotos,
  huesOf,
  setCorners,
  setLeftOut,
  setMeasured,
} from "../../src/core/hand/batchPhotos";
import { figureCount } from "../../src/core/photo/figures";
import { MEASURE_VERSION } from "../../src/core/photo/measure";
import type { MeasuredFace } from "../../src/core/photo/photoSchema";
import { poured } from "../../src/data/demo/parts";
import type { OpenBatch } from "../../src/views/parts/useBatch";
import { CornerPicker } from "../../src/views/photos/CornerPicker";
import { PhotoInHand } from "../../src/views/photos/PhotoInHand";
import { PhotoList } from "../../src/views/photos/PhotoList";
import { Taught } from "../../src/views/photos/Taught";
import { usePhotoDesk } from "../../src/views/photos/usePhotoDesk";
import type { PhotoAnswer, PhotoJob } from "../../src/workers/photoProtocol";
import { editedAndKept } from "../support/edited";
import { HeldBatch } from "../support/heldBatch";

const base = poured(newPlan("Photos", 3), "2026-11-01", 1, null, "", {});
const NOW = "2026-11-04T10:00:00.000Z";
const face: MeasuredFace = {
  ...{
    version: MEASURE_VERSION,
    isWhole: true,
    shares: [0.6, 0.2, 0.2],
    unknownShare: 0.01,
    seenHex: ["#f4efdd", "#3a5a6c", null],
  },
  figures: new Array(figureCount(3)).fill(0.5),
};
const withPhoto = (plan: Plan, number: number): { plan: Plan; id: string } => {
  const photo = { hash: "a".repeat(64), widthPx: 800, heightPx: 600, bar: { mouldId: "m1", number }, takenOn: null };
  const added = addPhoto(plan, photo, NOW)!;
  return { plan: editedAndKept(plan, added.edit), id: added.id };
};
const CORNERS = [
  [0.2, 0.2],
  [0.8, 0.2],
  [0.8, 0.8],
  [0.2, 0.8],
] as [[number, number], [number, number], [number, number], [number, number]];

const MARKS = { corners: CORNERS, whiteAt: null };

const STEP = { ofId: null, pieces: null, trimStartMm: 0, trimEndMm: 0, isPlaned: false };

/** A worker that answers what it is told to. */
class FakeWorker extends EventTarget {
  static jobs: PhotoJob[] = [];
  /** Answers that are held back; null where each comes at once. */
  static late: (() => void)[] | null = null;
  static answer: (job: PhotoJob) => PhotoAnswer[] = () => [];
  onmessage: ((e: { data: PhotoAnswer }) => void) | null = null;
  postMessage(job: PhotoJob) {
    FakeWorker.jobs.push(job);
    const tell = () => {
      for (const data of FakeWorker.answer(job)) this.onmessage?.({ data });
    };
    if (FakeWorker.late) FakeWorker.late.push(tell);
    else tell();
  }
  terminate() {}
}
beforeEach(() => {
  FakeWorker.jobs = [];
  FakeWorker.late = null;
  vi.stubGlobal("Worker", FakeWorker);
  vi.spyOn(HTMLCanvasElement.prototype, "getContext").mockReturnValue(null);
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
  vi.restoreAllMocks();
});

describe("photos of a batch", () => {
  it("count when they are measured, of a bar, not left out, and the first of their bar", () => {
    const first = withPhoto(base, 2);
    expect(countingPhotos(first.plan)).toEqual([]);
    const measured = editedAndKept(first.plan, setMeasured(first.id, MARKS, face));
    expect(countingPhotos(measured).map((p) => p.id)).toEqual([first.id]);
    const again = withPhoto(measured, 2);
    const both = editedAndKept(again.plan, setMeasured(again.id, MARKS, face));
    expect(countingPhotos(both)).toHaveLength(1);
    expect(countingPhotos(editedAndKept(both, setLeftOut(first.id, true))).map((p) => p.id)).toEqual([again.id]);
    expect(countingPhotos(editedAndKept(measured, setCorners(first.id, CORNERS)))).toEqual([]);
    expect(areLessonsStale(measured)).toBe(true);
    expect(areLessonsStale(base)).toBe(false);
  });

  it("tell how far a colour cured from its patch, and nothing of that by which the light was taken", () => {
    const plan: Plan = {
      ...base,
      portions: base.portions.map((p, i) => ({
        ...p,
        colourants: p.colourants.map((c) => ({ ...c, libraryId: i === 1 ? "c-ink" : null })),
      })),
    };
    const { plan: one, id } = withPhoto(plan, 2);
    const counting = countingPhotos(
      editedAndKept(one, setMeasured(id, MARKS, { ...face, seenHex: ["#f4efdd", "#456a80", null] })),
    );
    const [hue, ...more] = huesOf(plan, counting, ["#f4efdd", "#24475a", "#e3a83f"]);
    expect(more).toEqual([]);
    expect(hue.colourantId).toBe("c-ink");
    expect(hue.offset[0]).toBeGreaterThan(0.1);
    // What was known already is not counted twice.
    const knowing: Plan = {
      ...plan,
      knowledge: { ...plan.knowledge, hues: { "c-ink": { offset: [0.05, 0, 0], sd: 0.03 } } },
    };
    const [other] = huesOf(knowing, counting, ["#f4efdd", "#24475a", "#e3a83f"]);
    expect(other.offset[0] - hue.offset[0]).toBeCloseTo(0.05, 9);
  });
});

const PhotoDeskOf = ({ batch }: { batch: OpenBatch }) => {
  const desk = usePhotoDesk(batch, null);
  return desk.photo ? <PhotoInHand plan={batch.plan} photo={desk.photo} desk={desk} /> : null;
};

/** The first photo of a batch at its desk; every change is told. */
const atDesk = (first: Plan, onPlan?: (plan: Plan) => void) =>
  render(
    <HeldBatch first={first} onPlan={onPlan}>
      {(batch) => <PhotoDeskOf batch={batch} />}
    </HeldBatch>,
  );

describe("the photo in hand", () => {
  const small = { width: 2, height: 2, rgba: new Uint8ClampedArray(16) };
  const read = { picture: small, shares: [0.6, 0.2, 0.2], lineMm: 6, heights: [0.5, 0.4, 0.6] };

  it("is measured by the corners that were set, not by those that were proposed", async () => {
    expect(computeMasses(base)).not.toBeNull();
    let plan = withPhoto(base, 2).plan;
    FakeWorker.answer = (job) =>
      job.kind !== "measure"
        ? []
        : job.corners === null
          ? [
              { kind: "proposed", id: job.id, corners: CORNERS },
              { kind: "refused", id: job.id, corners: CORNERS, why: "other", words: "These are not its colours." },
            ]
          : [
              {
                kind: "measured",
                id: job.id,
                corners: job.corners,
                face,
                even: small,
                seen: read,
                predicted: read,
                afterMs: 1,
              },
            ];
    atDesk(plan, (p) => {
      plan = p;
    });
    await screen.findByText("These are not its colours.");
    expect(plan.record.photos[0].measured).toBeNull();
    const corner = screen.getByRole("button", { name: /^Corner top left: 20 % from the left/ });
    fireEvent.keyDown(corner, { key: "ArrowLeft", shiftKey: true });
    fireEvent.keyDown(corner, { key: "ArrowDown" });
    fireEvent.click(screen.getByRole("button", { name: /These are its corners/ }));
    await waitFor(() => expect(plan.record.photos[0].measured).toEqual(face));
    const [x, y] = plan.record.photos[0].corners![0];
    expect([x, y]).toEqual([expect.closeTo(0.18, 9), expect.closeTo(0.202, 9)]);
    expect(screen.getByTestId("compared").textContent).toContain("60 %");
    // Something white in it tells the light: the ring starts off the bar, and is kept with what was measured by it.
    fireEvent.click(screen.getByRole("checkbox", { name: /something white/ }));
    fireEvent.keyDown(screen.getByRole("button", { name: /^Ring on something white/ }), { key: "ArrowDown" });
    expect(plan.record.photos[0].whiteAt).toBeNull();
    fireEvent.click(screen.getByRole("button", { name: /These are its corners/ }));
    await waitFor(() => expect(plan.record.photos[0].whiteAt).toEqual([0.06, expect.closeTo(0.062, 9)]));
    expect(FakeWorker.jobs.at(-1)).toMatchObject({
      whiteAt: [0.06, expect.closeTo(0.062, 9)],
      face: { isWhole: true },
    });
    fireEvent.change(screen.getByRole("textbox", { name: "Note on this photo" }), {
      target: { value: "by the window" },
    });
    expect(plan.record.photos[0]).toMatchObject({ note: "by the window", measured: face });
    // Another bar is another prediction: it has to be measured anew.
    fireEvent.change(screen.getByRole("combobox"), { target: { value: "m1:4" } });
    expect(plan.record.photos[0]).toMatchObject({ bar: { number: 4 }, measured: null });
    fireEvent.change(screen.getByRole("combobox"), { target: { value: "none" } });
    expect(screen.queryByRole("button", { name: /^Corner/ })).toBeNull();
  });

  it("keeps the marks that it was measured by; one that is moved meanwhile stays where it was put", async () => {
    const first = withPhoto(base, 2);
    let plan = editedAndKept(first.plan, setCorners(first.id, CORNERS));
    FakeWorker.answer = (job) =>
      job.kind === "measure" && job.corners
        ? [
            {
              ...{ kind: "measured", id: job.id, corners: job.corners, face },
              ...{ even: small, seen: read, predicted: read, afterMs: 1 },
            },
          ]
        : [];
    atDesk(plan, (p) => {
      plan = p;
    });
    const corner = () => screen.getByRole("button", { name: /^Corner top left/ });
    const measure = () => fireEvent.click(screen.getByRole("button", { name: /These are its corners/ }));
    fireEvent.keyDown(corner(), { key: "ArrowLeft" });
    FakeWorker.late = [];
    measure();
    fireEvent.keyDown(corner(), { key: "ArrowLeft" });
    act(() => {
      for (const tell of FakeWorker.late ?? []) tell();
    });
    await waitFor(() => expect(plan.record.photos[0].measured).toEqual(face));
    expect(plan.record.photos[0].corners![0][0]).toBeCloseTo(0.198, 9);
    // What was moved is not lost: measured once more, it is kept.
    FakeWorker.late = null;
    measure();
    await waitFor(() => expect(plan.record.photos[0].corners![0][0]).toBeCloseTo(0.196, 9));
  });

  it("of a bar that is a part of its section is measured against that part, and teaches no hand", async () => {
    const halves: Plan = {
      ...base,
      cutting: {
        ...base.cutting,
        moulds: [
          {
            ...{ mouldId: "m1", kerfMm: 0.5, heightStepMm: null, shows: "width" },
            steps: [
              { ...STEP, id: "x1", axis: "length", division: { kind: "pitch", thickMm: 50 } },
              { ...STEP, id: "x2", ofId: "x1", axis: "width", division: { kind: "parts", count: 2 } },
            ],
          },
        ],
      },
    };
    const { plan } = withPhoto(halves, 2);
    FakeWorker.answer = () => [];
    atDesk(plan);
    await screen.findByText(/only faces that are the whole section across the loaf teach your hand/);
    const [job] = FakeWorker.jobs;
    expect(job.kind === "measure" && job.face).toMatchObject({
      isWhole: false,
      view: { kind: "lengthwise" },
      part: { fromUp: 0, toUp: 1 },
    });
    const measured = editedAndKept(plan, setMeasured(plan.record.photos[0].id, MARKS, { ...face, isWhole: false }));
    expect(countingPhotos(measured)).toEqual([]);
  });

  it("that was measured by older figures counts for nothing until it is measured again, and says so", async () => {
    const { plan, id } = withPhoto(base, 2);
    const older = editedAndKept(plan, setMeasured(id, MARKS, { ...face, version: MEASURE_VERSION - 1 }));
    expect(countingPhotos(older)).toEqual([]);
    FakeWorker.answer = () => [];
    FakeWorker.late = [];
    render(
      <HeldBatch first={older}>
        {(batch) => (
          <>
            <PhotoDeskOf batch={batch} />
            <PhotoList photos={batch.plan.record.photos} chosenId={null} onChoose={() => {}} />
          </>
        )}
      </HeldBatch>,
    );
    expect(screen.getByRole("list", { name: "Photos" }).textContent).toContain("measure again");
    expect(screen.getByRole("button", { name: /^Measure again/ }).className).toContain("button-main");
  });

  it("its corners stay on the photo", () => {
    const { plan } = withPhoto(base, 2);
    const [onMove, onWhite] = [vi.fn(), vi.fn()];
    render(
      <CornerPicker
        photo={plan.record.photos[0]}
        label="Photo"
        corners={[
          [0, 0],
          [1, 0],
          [1, 1],
          [0, 1],
        ]}
        onMove={onMove}
        whiteAt={[0.995, 0.5]}
        onWhite={onWhite}
      />,
    );
    fireEvent.keyDown(screen.getByRole("button", { name: /top left/ }), { key: "ArrowLeft" });
    expect(onMove.mock.calls[0][0][0]).toEqual([0, 0]);
    fireEvent.keyDown(screen.getByRole("button", { name: /Ring on something white: 100 % from the left/ }), {
      ...{ key: "ArrowRight", shiftKey: true },
    });
    expect(onWhite).toHaveBeenCalledWith([1, 0.5]);
    expect(onMove).toHaveBeenCalledTimes(1);
  });
});

it("what photos teach is said with its range, and as old once other photos count", () => {
  const first = withPhoto(base, 2);
  const measured = editedAndKept(first.plan, setMeasured(first.id, MARKS, face));
  const told: Plan = {
    ...measured,
    record: {
      ...measured.record,
      photoLessons: {
        ...{ version: 1, at: NOW, photoIds: [first.id] },
        hand: [{ constant: "depth", mean: 0.25, precision: 75 }],
        hues: [{ colourantId: "c-ink", offset: [0.1, 0, 0], sd: 0.03 }],
      },
    },
  };
  const shown = (plan: Plan) => (
    <Taught plan={plan} names={new Map([["c-ink", "Deep ink"]])} share={null} onLearn={() => {}} onStop={() => {}} />
  );
  const { rerender } = render(shown(told));
  // Prior 0.2 and a lesson three times as sure: three quarters of it, half as wide.
  expect(screen.getByTestId("taught").textContent).toContain(
    "how deep your pours fall: 1.21 times the usual (1.02 to 1.42)",
  );
  expect(screen.getByTestId("taught").textContent).toContain(
    "Deep ink cured lighter than its patch by 10 of 100 (give or take 5)",
  );
  expect(screen.queryByText(/other photos/)).toBeNull();
  rerender(shown(editedAndKept(told, setLeftOut(first.id, true))));
  expect(screen.getByText(/Of other photos than those that count now/)).toBeDefined();
  expect(screen.getByRole("button", { name: /Work it out again/ })).toHaveProperty("disabled", true);
});
