import { expect, it } from "vitest";
import { WIRE_GAUGES, wireMm } from "../../../src/core/units/wireGauge";

it("wires by their gauge, as the published table has them", () => {
  expect(WIRE_GAUGES.map(wireMm)).toEqual([1.02, 0.81, 0.64, 0.51, 0.4, 0.32, 0.25, 0.2]);
});
