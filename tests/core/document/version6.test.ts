import { readFileSync } from "node:fs";
import { expect, it } from "vitest";
import { MIGRATIONS, migrate } from "../../../src/core/document/migrations";
import { readPlan } from "../../../src/core/document/read";
import { SCHEMA_VERSION } from "../../../src/core/document/schema";

const old = () => JSON.parse(readFileSync("tests/fixtures/batch-v5.json", "utf8"));

it("version 6 says how drops are led and from how high layers are poured, also in what a replanned pour was before", () => {
  const lifted = migrate(old(), MIGRATIONS, 6);
  if (!lifted.ok) throw new Error(lifted.problem.message);
  // biome-ignore lint/suspicious/noExplicitAny: a document not yet checked
  const d = lifted.document as any;
  expect(d.schemaVersion).toBe(6);
  expect(d.design.hand).toBe("even");
  for (const list of [d.operations, d.record.events[0].before]) {
    expect(list.find((o: { kind: string }) => o.kind === "layer").height).toBe("low");
    expect(list.find((o: { kind: string }) => o.kind === "stripe").motion).toBe("line");
  }
  expect(d.operations.map((o: { id: string }) => o.id)).toEqual(old().operations.map((o: { id: string }) => o.id));
});

it("a file of version 5 opens as it was", () => {
  const read = readPlan(old());
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  expect(read.plan.schemaVersion).toBe(SCHEMA_VERSION);
  expect(read.plan.record.events).toHaveLength(1);
});
