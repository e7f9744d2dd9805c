import { act, render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, beforeEach, expect, it, vi } from "vitest";
import { choiceOf } from "../../src/core/derive/choices";
import { newPlan } from "../../src/core/document/newPlan";
import { FAMILY_IDS } from "../../src/core/techniques/families/registry";
import { Chooser } from "../../src/views/chooser/Chooser";
import NewBatch from "../../src/views/chooser/NewBatch";
import { BenchProvider } from "../../src/views/parts/bench";
import type { ChoiceAnswer, ChoiceJob, OpeningAnswer, OpeningJob } from "../../src/workers/choiceProtocol";
import { EMPTY_BENCH } from "../support/bench";

const bench = {
  ...EMPTY_BENCH,
  tools: [
    {
      id: "t",
      version: 1,
      updatedAt: "",
      isArchived: false,
      document: { name: "Spoon", notes: "", spec: { kind: "spoon", widthMm: 30, lengthMm: 200 } },
    },
  ],
} as never;

/** Workers that answer when they are told to. */
class Held extends EventTarget {
  static all: Held[] = [];
  onmessage: ((e: MessageEvent<ChoiceAnswer | OpeningAnswer>) => void) | null = null;
  jobs: ChoiceJob[] = [];
  openings: OpeningJob[] = [];
  isEnded = false;
  constructor() {
    super();
    Held.all.push(this);
  }
  postMessage(job: ChoiceJob | OpeningJob) {
    if ("before" in job) this.openings.push(job);
    else this.jobs.push(job);
  }
  terminate() {
    this.isEnded = true;
  }
  answer(job: ChoiceJob, isFull = true) {
    for (const family of job.families) {
      const choice = choiceOf(job.plan, family, job.tools, { seed: 1, draws: 30 });
      const data: ChoiceAnswer = { generation: job.generation, family, choice, face: null, isFull };
      this.onmessage?.({ data } as MessageEvent<ChoiceAnswer>);
    }
  }
}
const posted: { url: string; body: { title: string; design: { family: string }; operations: unknown[] } }[] = [];
beforeEach(() => {
  Held.all = [];
  posted.length = 0;
  vi.stubGlobal("Worker", Held);
  vi.stubGlobal("fetch", (url: string, init?: { body?: string }) => {
    if (init?.body) posted.push({ url, body: JSON.parse(init.body) });
    return Promise.resolve({ ok: false, status: 503, json: () => Promise.resolve({ detail: "The server is away." }) });
  });
});
afterEach(() => vi.unstubAllGlobals());
const asked = () => waitFor(() => expect(Held.all.flatMap((w) => w.jobs).length).toBeGreaterThan(0));
const answerAll = (isFull = true) =>
  act(async () => {
    for (const worker of Held.all) for (const job of worker.jobs.splice(0)) worker.answer(job, isFull);
  });

it("every design has its place from the start; what can be done and what is out stand apart once it is known", async () => {
  const plan = newPlan("Evening", 1);
  render(
    <BenchProvider bench={bench}>
      <Chooser plan={plan} wanted={null} given={null} isBusy={false} onLayOut={() => {}} onTry={() => {}} />
    </BenchProvider>,
  );
  await asked();
  expect(document.querySelectorAll("[data-waiting]")).toHaveLength(FAMILY_IDS.length);
  await answerAll(false);
  expect(document.querySelectorAll("[data-waiting]")).toHaveLength(0);
  expect(screen.getByRole("status").textContent).toContain(`working out ${FAMILY_IDS.length} more`);
  expect(screen.getByText("needs a funnel, not among your tools")).toBeTruthy();
  expect(screen.getByTestId("wall").querySelector("[data-family=drop]")?.getAttribute("aria-pressed")).toBe("true");
});

it("arrows take the next design into hand, and Enter lays it out", async () => {
  const laid = vi.fn();
  render(
    <BenchProvider bench={bench}>
      <Chooser
        plan={newPlan("Evening", 1)}
        wanted="spoon"
        given={null}
        isBusy={false}
        onLayOut={laid}
        onTry={() => {}}
      />
    </BenchProvider>,
  );
  await asked();
  expect(Held.all.flatMap((w) => w.jobs)[0].families[0]).toBe("spoon");
  await answerAll();
  const user = userEvent.setup();
  await user.keyboard("{Enter}");
  expect(laid.mock.calls[0][0].family).toBe("spoon");
  await user.keyboard("{ArrowRight}{Enter}");
  expect(laid.mock.calls[1][0].family).not.toBe("spoon");
});

it("what is being worked out can be stopped, and what is there stays", async () => {
  render(
    <BenchProvider bench={bench}>
      <Chooser
        plan={newPlan("Evening", 1)}
        wanted={null}
        given={null}
        isBusy={false}
        onLayOut={() => {}}
        onTry={() => {}}
      />
    </BenchProvider>,
  );
  await asked();
  await act(async () => Held.all[0].answer(Held.all[0].jobs[0]));
  await userEvent.setup().click(screen.getByRole("button", { name: "stop" }));
  expect(Held.all.every((w) => w.isEnded)).toBe(true);
  expect(screen.getByRole("status").textContent).toMatch(/can be done/);
});

it("a new batch is posted laid out as its design; where that fails it is said, and nothing is lost", async () => {
  render(<NewBatch bench={bench} seed={5} />);
  await asked();
  await answerAll();
  const user = userEvent.setup();
  await user.selectOptions(screen.getByRole("combobox", { name: "Technique" }), "plain layers");
  await user.click(screen.getAllByRole("button", { name: /Lay it out/ })[0]);
  expect(posted[0].url).toBe("/api/batches");
  expect(posted[0].body).toMatchObject({ title: "New plain layers", design: { family: "layers", seed: 5 } });
  expect(posted[0].body.operations.length).toBeGreaterThan(1);
  expect((await screen.findByRole("alert")).textContent).toContain("The server is away.");
  expect(screen.getByRole<HTMLSelectElement>("combobox", { name: "Technique" }).value).toBe("layers");
});

it("what opens most is said once all are there, taken up by a press, and taken back", async () => {
  render(<NewBatch bench={bench} seed={5} />);
  await asked();
  await answerAll();
  const worker = Held.all.find((w) => w.openings.length > 0)!;
  const [job] = worker.openings;
  expect(job.before.length).toBeGreaterThan(0);
  expect(job.before.some((b) => b.family === "funnel")).toBe(false);
  const change = {
    id: "cooler:b1",
    words: "start at 28 °C instead of 32 °C",
    cost: "longer to cool",
    edit: { kind: "set", path: ["batters", "#b1", "startTemperatureC"], value: 28 },
  } as const;
  const answer: OpeningAnswer = {
    generation: job.generation,
    opening: { change, opened: ["hanger", "drop"], example: { family: "hanger", before: 0.41, after: 0.81 } },
  };
  act(() => worker.onmessage?.({ data: answer } as MessageEvent<OpeningAnswer>));
  expect(screen.getByTestId("opens").textContent).toContain("rises from 41 % to 81 %, and 1 more design opens");
  const user = userEvent.setup();
  await user.click(screen.getByRole("button", { name: "Try it" }));
  await asked();
  await waitFor(() => expect(Held.all.flatMap((w) => w.jobs)[0].plan.batters[0].startTemperatureC).toBe(28));
  await answerAll();
  expect(screen.queryByTestId("opens")).toBeNull();
  await user.click(screen.getByRole("button", { name: "take the last back" }));
  await waitFor(() => expect(Held.all.flatMap((w) => w.jobs)[0].plan.batters[0].startTemperatureC).toBe(32));
});

it("the cups of the design in hand are drawn with the time that they flow", async () => {
  render(<NewBatch bench={bench} seed={5} />);
  await asked();
  await answerAll();
  const flows = screen.getByRole("region", { name: "How long they flow" });
  expect(flows.querySelectorAll("li").length).toBe(3);
  expect(flows.textContent).toMatch(/medium at \d+|not medium within \d+ min/);
});
