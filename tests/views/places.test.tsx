import { renderHook } from "@testing-library/react";
import { expect, it } from "vitest";
import { type Choice, type ChoiceOrder, choiceOf } from "../../src/core/derive/choices";
import { newPlan } from "../../src/core/document/newPlan";
import { FAMILY_IDS, type FamilyId } from "../../src/core/techniques/families/registry";
import { usePlaces } from "../../src/views/chooser/usePlaces";

const one = choiceOf(newPlan("Evening", 1), "drop", [], { seed: 1, draws: 30 })!;
/** A design with this chance; out where a reason is given. */
const choice = (family: FamilyId, chance: number, out: string | null = null): Choice => ({
  ...one,
  ...{ family, chance, out, benchMin: 60 * chance },
});
const all = (chanceOf: (k: number) => number, outs = 2) =>
  FAMILY_IDS.map((id, k) => choice(id, chanceOf(k), k < outs ? "needs a wedge" : null));
const names = (choices: readonly Choice[]) => choices.map((c) => c.family);

interface Given {
  choices: Choice[];
  order: ChoiceOrder;
  isWorking: boolean;
}
const placed = (given: Given) =>
  renderHook(({ choices, order, isWorking }: Given) => usePlaces(choices, order, isWorking), { initialProps: given });

it("each design arrives in a fixed place; places by rank are given out once all are there in full", () => {
  const rising = all((k) => k / 100);
  const { result, rerender } = placed({ choices: [rising[4], rising[1]], order: "chance", isWorking: true });
  expect(result.current.arriving?.map(([id]) => id)).toEqual(FAMILY_IDS);
  expect(result.current.arriving?.flatMap(([, c]) => c?.family ?? [])).toEqual([FAMILY_IDS[1], FAMILY_IDS[4]]);
  // Roughly known, all of them: a better figure may still come for each.
  rerender({ choices: rising, order: "chance", isWorking: true });
  expect(result.current.arriving).toHaveLength(FAMILY_IDS.length);
  expect(result.current.can).toEqual([]);
  rerender({ choices: rising, order: "chance", isWorking: false });
  expect(result.current.arriving).toBeNull();
  expect(names(result.current.can)).toEqual(FAMILY_IDS.slice(2).reverse());
  expect(names(result.current.out)).toEqual([FAMILY_IDS[1], FAMILY_IDS[0]]);
});

it("while a change is worked out every design keeps its place, with its new figures; they are ranked anew at the end", () => {
  const { result, rerender } = placed({ choices: all((k) => k / 100), order: "chance", isWorking: false });
  const before = names(result.current.can);
  const changed = all((k) => 1 - k / 100, 0);
  rerender({ choices: changed, order: "chance", isWorking: true });
  expect(names(result.current.can)).toEqual(before);
  expect(result.current.can[0].chance).toBe(changed[FAMILY_IDS.length - 1].chance);
  expect(names(result.current.out)).toHaveLength(2);
  rerender({ choices: changed, order: "chance", isWorking: false });
  expect(names(result.current.can)).toEqual(FAMILY_IDS);
});

it("another order that is asked for takes effect at once, also while a change is worked out", () => {
  const choices = all((k) => k / 100, 0);
  const { result, rerender } = placed({ choices, order: "chance", isWorking: false });
  rerender({ choices, order: "minutes", isWorking: true });
  expect(names(result.current.can)).toEqual(FAMILY_IDS);
  expect(result.current.arriving).toBeNull();
});

it("what was stopped before all were there shows what came; at the next change all have fixed places again", () => {
  const choices = all((k) => k / 100, 0);
  const { result, rerender } = placed({ choices: choices.slice(0, 3), order: "chance", isWorking: true });
  rerender({ choices: choices.slice(0, 3), order: "chance", isWorking: false });
  expect(names(result.current.can)).toEqual(FAMILY_IDS.slice(0, 3).reverse());
  rerender({ choices, order: "chance", isWorking: true });
  expect(result.current.arriving).toHaveLength(FAMILY_IDS.length);
});
