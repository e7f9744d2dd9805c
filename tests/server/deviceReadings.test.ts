import { expect, it, vi } from "vitest";
import type { Change } from "../../src/core/practice/change";
import { readTold } from "../../src/core/practice/deviceReading";
import * as readings from "../../src/pages/api/devices/[id]/readings";
import { database } from "../../src/server/database";
import { call, ownDatabase } from "../support/callRoute";

ownDatabase();

const mass = { kind: "mass", value: 12, unit: "oz", isStable: true, at: "2026-11-24T18:00:00.000Z" };
const send = (body: unknown, id = "scale") => call(readings.POST, { params: { id }, body });

it("what a device reads is told to all who follow, in grams and degrees Celsius, and stands nowhere", async () => {
  const { listen } = await database();
  const heard: Change[] = [];
  const leave = await listen({ onChange: (c) => heard.push(c), onGap: () => {} });
  expect((await send(mass)).status).toBe(204);
  expect((await send({ ...mass, kind: "temperature", value: 104, unit: "F" }, "probe-2")).status).toBe(204);
  await vi.waitFor(() => expect(heard).toHaveLength(2));
  expect(heard[0]).toMatchObject({ kind: "reading", version: 0 });
  const [scale, probe] = heard.map((c) => readTold(c.id)!);
  expect(scale).toMatchObject({ deviceId: "scale", kind: "mass", isStable: true, isOverload: false });
  expect(scale.value).toBeCloseTo(340.194, 2);
  expect(probe.value).toBeCloseTo(40, 6);
  await leave();
});

it.each([
  ["a unit of the other kind", { ...mass, unit: "C" }, "scale", "unit"],
  ["no number", { ...mass, value: "heavy" }, "scale", "value"],
  ["more than any scale weighs", { ...mass, value: 1e9 }, "scale", "value"],
  ["no instant", { ...mass, at: "now" }, "scale", "at"],
  ["a field too many", { ...mass, colour: "red" }, "scale", ""],
  ["a name that is none", mass, "My Scale!", "id"],
])("refuses %s, and says where", async (_, body, id, field) => {
  const { status, answer } = await send(body, id);
  expect(status).toBe(422);
  expect(answer.fields[0].field).toContain(field);
});

it("what is told and is none is passed over", () => {
  for (const text of ["", "{", "{}", '{"deviceId":"scale"}']) expect(readTold(text)).toBeNull();
});
