import { act, cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, beforeEach, expect, it, vi } from "vitest";
import { newPlan } from "../../src/core/document/newPlan";
import type { Plan } from "../../src/core/document/schema";
import type { DeviceReading } from "../../src/core/practice/deviceReading";
import { Weighings } from "../../src/views/cure/Weighings";
import { tellDevice } from "../../src/views/parts/useDevice";
import { HeldBatch } from "../support/heldBatch";

beforeEach(() => vi.stubGlobal("EventSource", class extends EventTarget {}));
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});
const reads = (value: number, more: Partial<DeviceReading> = {}) =>
  act(() =>
    tellDevice({
      ...{ deviceId: "scale", kind: "mass", value, isStable: true, isOverload: false },
      at: "2026-11-27T10:00:00.000Z",
      ...more,
    }),
  );

it("bars are weighed from the scale, one after the other: never a number that still moves, nor an empty pan", () => {
  let plan: Plan = newPlan("Scale", 1);
  render(
    <HeldBatch
      first={plan}
      onPlan={(p) => {
        plan = p;
      }}
    >
      {(batch) => <Weighings batch={batch} today="2026-11-27" marks={["1", "5"]} />}
    </HeldBatch>,
  );
  expect(screen.queryByRole("button", { name: /g$/ })).toBeNull();
  reads(140.2, { isStable: false });
  const settling = screen.getByRole("button", { name: /settling/ });
  fireEvent.click(settling);
  reads(1);
  fireEvent.click(screen.getByRole("button", { name: /settling|Take/ }));
  reads(190, { isOverload: true });
  fireEvent.click(screen.getByRole("button", { name: /settling|Take/ }));
  expect(plan.record.cure.weighings).toEqual([]);
  reads(140.2);
  fireEvent.click(screen.getByRole("button", { name: /^Take 140/ }));
  reads(138.4);
  fireEvent.click(screen.getByRole("button", { name: /^Take 138/ }));
  expect(plan.record.cure.weighings.map((w) => [w.bar, w.massG])).toEqual([
    ["1", 140.2],
    ["5", 138.4],
  ]);
});
