import { render } from "@testing-library/react";
import { type ReactNode, useRef, useState } from "react";
import { applyEdit, type Edit } from "../../src/core/document/edits/edit";
import { readPlan } from "../../src/core/document/read";
import type { Plan } from "../../src/core/document/schema";
import type { OpenBatch } from "../../src/views/parts/useBatch";

/** An open batch that nothing saves: edits are checked as the real one checks them, and undone one by one. */
function useHeldBatch(first: Plan, onPlan: (plan: Plan) => void = () => {}): OpenBatch {
  const [plan, setPlan] = useState(first);
  const inverses = useRef<Edit[]>([]);
  onPlan(plan);
  const edit = (e: Edit): string | null => {
    const tried = applyEdit(plan, e);
    if (!tried.ok) return tried.reason;
    const read = readPlan(tried.document);
    if (!read.ok) return read.problems[0].message;
    inverses.current.push(tried.inverse);
    setPlan(tried.document);
    return null;
  };
  const undo = () => {
    const inverse = inverses.current.pop();
    const tried = inverse && applyEdit(plan, inverse);
    if (tried?.ok) setPlan(tried.document);
  };
  const set = (path: readonly string[], value: unknown) => edit({ kind: "set", path, value });
  return { plan, edit, set, undo, seal: () => {}, canUndo: inverses.current.length > 0 } as unknown as OpenBatch;
}

/** What stands on an open batch that nothing saves. */
export const HeldBatch = ({
  first,
  onPlan,
  children,
}: {
  first: Plan;
  onPlan?: (plan: Plan) => void;
  children: (batch: OpenBatch) => ReactNode;
}) => children(useHeldBatch(first, onPlan));

/** Draws what stands on an open batch that nothing saves. `plan` of the answer is the batch as it stands by then. */
export function renderHeld(first: Plan, children: (batch: OpenBatch) => ReactNode) {
  let plan = first;
  const keep = (now: Plan) => {
    plan = now;
  };
  const { container } = render(
    <HeldBatch first={first} onPlan={keep}>
      {children}
    </HeldBatch>,
  );
  return {
    container,
    get plan() {
      return plan;
    },
  };
}
