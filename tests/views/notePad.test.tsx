import { fireEvent, render, screen } from "@testing-library/react";
import { useState } from "react";
import { expect, it } from "vitest";
import { SIGN_WORDS } from "../../src/core/advise/signs";
import { SIGNS } from "../../src/core/document/logSchema";
import { newPlan } from "../../src/core/document/newPlan";
import { NotePad, type Pad } from "../../src/views/pour/NotePad";

const plan = newPlan("Evening", 1);
function HeldPad({ first, said }: { first: Pad; said: (...what: unknown[]) => void }) {
  const [pad, setPad] = useState<Pad | null>(first);
  return pad === null ? (
    <p>left</p>
  ) : (
    <NotePad
      pad={pad}
      plan={plan}
      bowls={[plan.batters[0].id]}
      onAdded={(eventId) => said("added", eventId)}
      onWords={(eventId) => said("words", eventId)}
      palette={plan.portions.map(() => "#2a4858")}
      onPad={setPad}
      onCheck={(portionId, trace) => said("check", portionId, trace)}
      onDeviation={(eventId, what) => said("deviation", eventId, what)}
      onAnswer={(eventId, answer) => said("answer", eventId, answer)}
      onSign={(sign) => {
        said("sign", sign);
        setPad({ kind: "advice", sign });
      }}
    />
  );
}
function shown(first: Pad) {
  const said: unknown[][] = [];
  render(<HeldPad first={first} said={(...what) => said.push(what)} />);
  return said;
}
const press = (key: string) => fireEvent.keyDown(window, { key });

it("what is seen is one key; its advice stays until it is left, and no other key notes anything then", () => {
  const said = shown({ kind: "sign" });
  expect(screen.getAllByRole("button")).toHaveLength(SIGNS.length + 1);
  press("2");
  expect(said).toEqual([["sign", "riced"]]);
  expect(screen.getByRole("status").textContent).toBe(SIGN_WORDS.riced.advice);
  press("2");
  expect(said).toHaveLength(1);
  press("Escape");
  expect(screen.getByText("left")).toBeTruthy();
});

it("a trace check is two keys: the cup, then how it stands; a held key is one press", () => {
  const said = shown({ kind: "check", portionId: null });
  fireEvent.keyDown(window, { key: "1", repeat: true });
  expect(screen.getByRole("heading", { name: "Trace check: which cup?" })).toBeTruthy();
  press("2");
  press("3");
  expect(said).toHaveLength(1);
  expect(said[0].slice(0, 2)).toEqual(["check", plan.portions[1].id]);
});

it("the bowl is looked at while it is one, after the cups in the list; what was added is noted with its amount instead", () => {
  const said = shown({ kind: "check", portionId: null });
  press(String(plan.portions.length + 1));
  expect(screen.getByRole("heading", { name: "the bowl: what do you see?" })).toBeTruthy();
  press("2");
  expect(said[0].slice(0, 2)).toEqual(["check", plan.batters[0].id]);
  const more = shown({ kind: "deviation", eventId: "e7" });
  fireEvent.click(screen.getByRole("button", { name: /something added/ }));
  expect(more).toEqual([["added", "e7"]]);
});

it("each question offers its answers, and every sign has its own advice", () => {
  const question = { eventId: "e1", portionId: plan.portions[0].id, seen: 3, expected: 1.5 };
  const said = shown({ kind: "question", question });
  expect(screen.getByRole("heading").textContent).toMatch(/^Moon was expected at .*\. What was it\?$/);
  press("1");
  expect(said).toEqual([["answer", "e1", "as-seen"]]);
  expect(new Set(SIGNS.map((s) => SIGN_WORDS[s].advice)).size).toBe(SIGNS.length);
});

it("what is none of the choices is said in words: the note gives way to them", () => {
  const said = shown({ kind: "deviation", eventId: "e7" });
  fireEvent.click(screen.getByRole("button", { name: /in your own words/ }));
  expect(said).toEqual([["words", "e7"]]);
});
