import { fireEvent, render, screen, within } from "@testing-library/react";
import { useState } from "react";
import { renderToString } from "react-dom/server";
import { describe, expect, it } from "vitest";
import { computeMasses } from "../../src/core/batter/masses";
import { loafBlock } from "../../src/core/cut/leaves";
import type { Pictured } from "../../src/core/cut/picture";
import { plannedCut } from "../../src/core/cut/planned";
import { type Proposal, proposeCuts } from "../../src/core/cut/propose";
import { derive } from "../../src/core/derive/derive";
import { applyEdit } from "../../src/core/document/edits/edit";
import { newPlan } from "../../src/core/document/newPlan";
import type { Plan } from "../../src/core/document/schema";
import { OPEN_CUTTING } from "../../src/core/mould/cutSchema";
import { BarStrip, barSights, ColoursShown, sightOf } from "../../src/views/cut/BarStrip";
import { LoafCuts } from "../../src/views/cut/LoafCuts";
import { Proposals } from "../../src/views/cut/Proposals";
import { Sums } from "../../src/views/cut/Sums";
import { WantedFields } from "../../src/views/cut/WantedFields";
import { When } from "../../src/views/cut/When";
import type { OpenBatch } from "../../src/views/parts/useBatch";

const plan = newPlan("Cut", 1);
const masses = computeMasses(plan)!;
const cut = plannedCut(plan, masses, plan.moulds[0].id)!;
const asked = { ...OPEN_CUTTING.wanted, thickMm: 25 };
const soap = { wetGPerMm3: 1e-3, curedGPerMm3: 0.87e-3 };
const noFaces = new Map();

const pictured = (list: readonly Proposal[]): Pictured[] =>
  list.map((p) => ({ ...p, picture: { missing: 0, linesPerCm: 1.25, turns: 0.2, worth: 0.5 } }));

describe("ways to cut", () => {
  it("stand under their digits with what comes out, what is lost and what is wrong; one press lays one out", () => {
    const { list: found, tried } = proposeCuts(
      cut.loaf,
      { ...asked, bars: 30 },
      [{ cutter: plan.cutting.cutter, planer: null }],
      soap,
    );
    const list = pictured(found);
    const laid: Pictured[] = [];
    render(
      <Proposals
        list={list}
        tried={tried}
        chosen={1}
        sights={list.map((p) => sightOf(cut.loaf, p.up.bars[0]))}
        faces={noFaces}
        onLayOut={(p) => laid.push(p)}
      />,
    );
    const ways = within(screen.getByRole("list", { name: "Ways to cut it" })).getAllByRole("button");
    expect(ways).toHaveLength(list.length);
    expect(ways.map((w) => w.getAttribute("aria-pressed"))).toEqual(list.map((_, i) => String(i === 1)));
    expect(ways[0].textContent).toMatch(/bars? short/);
    expect(ways[0].textContent).toMatch(/a border every 8 mm, stripes that run through/);
    expect(within(ways[0]).getByRole("img", { name: /^Predicted face: / })).toBeTruthy();
    fireEvent.click(ways[2]);
    expect(laid).toEqual([list[2]]);
    expect(screen.getByText(new RegExp(`best of ${tried} tried`))).toBeTruthy();
  });

  it("none is said with its reason", () => {
    const { list, tried } = proposeCuts(
      loafBlock({ lengthMm: 250, widthMm: 90 }, 66),
      asked,
      [{ cutter: { ...plan.cutting.cutter, throatMm: 30 }, planer: null }],
      soap,
    );
    render(
      <Proposals list={pictured(list)} tried={tried} chosen={-1} sights={[]} faces={noFaces} onLayOut={() => {}} />,
    );
    expect(screen.getByText(/No way to cut/)).toBeTruthy();
  });
});

it("cutters that the loaf is too hard for are named; how each way is planed is said", () => {
  const planer = { name: "Bench Planer", passMm: 1, widthMm: 110 };
  const { list } = proposeCuts(cut.loaf, { ...asked, skimMm: 2 }, [{ cutter: plan.cutting.cutter, planer }], cut.soap);
  const hard = { ...plan.cutting.cutter, name: "Ten wires", hardest: 2 as const };
  const shown = { tried: 1, chosen: -1, sights: [], faces: noFaces, onLayOut: () => {}, tooHardFor: [hard] };
  const { container, rerender } = render(<Proposals list={pictured(list)} thumb={3} {...shown} />);
  expect(container.textContent).toContain("at thumb 3 of 4: Ten wires cuts soap up to thumb 2.");
  expect(container.textContent).toContain("planed by bench planer");
  rerender(<Proposals list={[]} thumb={3} {...shown} />);
  expect(container.textContent).toBe("Not tried, as the loaf is at thumb 3 of 4: Ten wires cuts soap up to thumb 2.");
});

describe("what comes of the cuts", () => {
  it("bars by their size with fresh and cured grams, and what is lost to what", () => {
    render(<Sums cut={cut} />);
    const said = screen.getByTestId("cut-sums").textContent!;
    expect(said).toMatch(/^10 bars 24.5 × /);
    expect(said).toMatch(/lost .+: wire .+ g$/);
    const [, fresh, cured] = /([\d ]+) g fresh, ([\d ]+) g cured/.exec(said)!.map(Number);
    expect(cured).toBeLessThan(fresh);
  });

  it("every bar with its face, a part of the section that it lies in; the loaf from three sides with its cuts", () => {
    const design = derive(plan).designs.get(plan.moulds[0].id)!;
    const sights = barSights(cut, design);
    expect(sights).toHaveLength(cut.up.bars.length);
    expect(new Set(sights.map((s) => s.sight.key)).size).toBe(sights.length);
    render(<BarStrip sights={sights} faces={noFaces} count={sights.length + 3} />);
    expect(screen.getAllByRole("img", { name: /^Predicted face of bar/ })).toHaveLength(10);
    expect(screen.getByText("and 3 more")).toBeTruthy();
    const { container } = render(<LoafCuts loaf={cut.loaf} up={cut.up} faces={noFaces} />);
    expect(screen.getAllByRole("img", { name: /^The loaf, / })).toHaveLength(3);
    // From above and along: each cut once, white below red; across there is none.
    expect(container.querySelectorAll("svg")[2].querySelectorAll("line")).toHaveLength(0);
    expect(container.querySelectorAll("svg")[0].querySelectorAll("line").length).toBeGreaterThan(16);
  });
});

function Held({ onPlan }: { onPlan: (plan: Plan) => void }) {
  const [held, setHeld] = useState(plan);
  onPlan(held);
  const set = (path: readonly string[], value: unknown) => {
    const tried = applyEdit(held, { kind: "set", path, value });
    if (tried.ok) setHeld(tried.document);
    return null;
  };
  return <WantedFields batch={{ plan: held, set, seal: () => {} } as unknown as OpenBatch} />;
}

it("says which colours every bar shows, once all of them are drawn, and when it is cut", () => {
  const design = derive(plan).designs.get(plan.moulds[0].id)!;
  const sights = barSights(cut, design).slice(0, 2);
  const face = (colours: number[]) => ({
    ...{ generation: 1, key: "", stage: "full" as const, width: 2, height: 2, afterMs: 0 },
    rgba: new Uint8ClampedArray(16),
    colour: Uint8Array.from(colours),
  });
  const all = plan.portions.map((_, i) => i);
  const faces = new Map([[sights[0].sight.key, face([...all, 0].slice(0, 4))]]);
  const shown = (of: typeof faces) =>
    render(<ColoursShown plan={plan} sights={sights} faces={of} />).container.textContent;
  expect(shown(faces)).toBe("");
  expect(shown(new Map(faces).set(sights[1].sight.key, face([0, 0, 1, 1])))).toMatch(
    new RegExp(`^${plan.portions[2].name} in 1 of 2\\.`),
  );
  const { after } = derive({ ...plan, pourOn: "2026-11-28" }).dates!;
  const soft = { ...plan.cutting.cutter, hardest: 3 as const };
  const { unmount } = render(<When after={after} finishedAt={null} cutter={soft} />);
  expect(screen.getByTestId("cut-when").textContent).toContain("Single wire cuts up to thumb 3 (a print): no later");
  unmount();
  render(<When after={after} finishedAt={null} cutter={{ ...soft, hardest: 4 }} />);
  expect(screen.getByTestId("cut-when").textContent).not.toContain("Single wire");
  expect(screen.getByTestId("cut-when").textContent).toMatch(/^Cut best after \d+ h/);
  expect(render(<When after={null} finishedAt={null} />).container.textContent).toBe("");
  // The page that the server wrote says hours, and leaves room for the times that take their place.
  const poured = <When after={after} finishedAt="2026-03-01T10:00:00.000Z" />;
  const box = document.createElement("div");
  box.innerHTML = renderToString(poured);
  expect(box.textContent).toMatch(/^Cut best after \d+ h \(/);
  const alive = render(poured).container.textContent ?? "";
  expect(alive).toMatch(/^Cut best at \w{3} \d+ Mar, /);
  expect(Math.abs((box.textContent ?? "").length - alive.length)).toBeLessThanOrEqual(9);
});

it("what is wanted is set field by field; a box is three sizes, and can be left open again", () => {
  let now: Plan = plan;
  render(
    <Held
      onPlan={(held) => {
        now = held;
      }}
    />,
  );
  fireEvent.change(screen.getByLabelText(/^cured/), { target: { value: "120" } });
  expect(now.cutting.wanted.curedG).toBe(120);
  expect(screen.getByLabelText(/^thick/).getAttribute("placeholder")).toBe("any");
  fireEvent.click(screen.getByLabelText("box"));
  fireEvent.change(screen.getByLabelText(/^deep/), { target: { value: "30" } });
  expect(now.cutting.wanted.boxMm).toEqual([95, 68, 30]);
  fireEvent.click(screen.getByLabelText("box"));
  expect(now.cutting.wanted.boxMm).toBeNull();
  // What cuts, and what planes.
  fireEvent.change(screen.getByLabelText("Wire by its gauge"), { target: { value: "26" } });
  expect(now.cutting.cutter.kerfMm).toBe(0.4);
  fireEvent.change(screen.getByLabelText(/^height goes in steps of/), { target: { value: "2.5" } });
  fireEvent.change(screen.getByLabelText("cuts soap up to"), { target: { value: "3" } });
  expect(now.cutting.cutter).toMatchObject({ heightStepMm: 2.5, hardest: 3 });
  fireEvent.change(screen.getByLabelText("cuts soap up to"), { target: { value: "" } });
  expect(now.cutting.cutter.hardest).toBeNull();
  expect(screen.queryByLabelText(/^a pass takes/)).toBeNull();
  fireEvent.click(screen.getByLabelText(/^a planer takes/));
  fireEvent.change(screen.getByLabelText(/^a pass takes/), { target: { value: "0.5" } });
  expect(now.cutting.planer).toMatchObject({ passMm: 0.5, widthMm: 110 });
  fireEvent.click(screen.getByLabelText(/^a planer takes/));
  expect(now.cutting.planer).toBeNull();
});
