import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { derive } from "../../src/core/derive/derive";
import { nextId } from "../../src/core/document/ids";
import { migrate } from "../../src/core/document/migrations";
import { copyPlan, newPlan } from "../../src/core/document/newPlan";
import { readPlan } from "../../src/core/document/read";
import type { Plan } from "../../src/core/document/schema";
import { demoBatches } from "../../src/data/demo/studio";
import { LARGEST_BATCH_FILE, readBatchFile, writeBatchFile } from "../../src/formats/batchFile";
import { arbitraryPlan } from "../support/arbitraryPlan";
import { between } from "../support/between";
import { tries } from "../support/tries";

const refusal = (text: string) => {
  const read = readBatchFile(text);
  return read.ok ? null : read.problems[0];
};
const changed = (change: (plan: Plan & Record<string, unknown>) => void) => {
  const plan = structuredClone(newPlan("Changed", 1)) as Plan & Record<string, unknown>;
  change(plan);
  return refusal(JSON.stringify(plan));
};

describe("a batch file", () => {
  it("import(export(plan)) is the plan, byte for byte", () => {
    fc.assert(
      fc.property(arbitraryPlan, (plan) => {
        const text = writeBatchFile(plan);
        const read = readBatchFile(text);
        expect(read.ok && writeBatchFile(read.plan)).toBe(text);
        expect(read.ok && read.plan).toEqual(plan);
      }),
    );
  });

  it("holds every demo batch, poured ones with their record", () => {
    for (const { plan } of demoBatches("2026-11-24")) {
      const text = writeBatchFile(plan);
      const read = readBatchFile(text);
      expect(read.ok && writeBatchFile(read.plan)).toBe(text);
    }
  });

  it("keys in another order come out in the schema's order", () => {
    const plan = newPlan("Order", 1);
    const reversed = Object.fromEntries(Object.entries(plan).reverse());
    const read = readBatchFile(JSON.stringify(reversed));
    expect(read.ok && writeBatchFile(read.plan)).toBe(writeBatchFile(plan));
  });

  it.each([
    ["a share that is text", (p: Plan) => Object.assign(p.portions[1], { sharePct: "20" }), "portions[1].sharePct"],
    ["a mould without width", (p: Plan) => Object.assign(p.moulds[0], { widthMm: undefined }), "moulds[0].widthMm"],
    ["a length of a kilometre", (p: Plan) => Object.assign(p.moulds[0], { lengthMm: 1e6 }), "moulds[0].lengthMm"],
    ["a field nobody knows", (p: Plan) => Object.assign(p.portions[0], { html: "<b>" }), "portions[0].html"],
    [
      "a pour of a cup that is not there",
      (p: Plan) => Object.assign(p.operations[2], { portionId: "p9" }),
      "operations[2].portionId",
    ],
    ["the same id twice", (p: Plan) => Object.assign(p.operations[3], { id: "o1" }), "operations[3].id"],
    ["two that take the rest", (p: Plan) => Object.assign(p.portions[1], { takesRest: true }), "portions[1].takesRest"],
    ["control characters", (p: Plan) => Object.assign(p, { title: "a\u0000b" }), "title"],
    ["half a surrogate", (p: Plan) => Object.assign(p, { notes: "\ud800" }), "notes"],
    [
      "a swatch that is a script",
      (p: Plan) => Object.assign(p.portions[1].colourants[0], { swatchHex: "url(x)" }),
      "portions[1].colourants[0].swatchHex",
    ],
    ["a date that is none", (p: Plan) => Object.assign(p, { pourOn: "2026-02-31" }), "pourOn"],
    ["a version to come", (p: Plan) => Object.assign(p, { schemaVersion: 99 }), "schemaVersion"],
    ["no version", (p: Plan) => Object.assign(p, { schemaVersion: undefined }), "schemaVersion"],
  ])("with %s is refused with the field", (_name, change, field) => {
    expect(changed(change)?.field).toBe(field);
  });

  it("that is no JSON, no object, or too large is refused", () => {
    expect(refusal("{")).toMatchObject({ field: "document" });
    expect(refusal("[]")).toMatchObject({ field: "document" });
    expect(refusal("null")).toMatchObject({ field: "document" });
    expect(refusal(`"${"x".repeat(LARGEST_BATCH_FILE)}"`)?.message).toContain("larger");
  });

  it("never throws, and never pollutes a prototype", () => {
    fc.assert(
      fc.property(fc.json(), (text) => {
        expect(readBatchFile(text).ok).toBe(false);
      }),
    );
    expect(changed((p) => Object.assign(p, JSON.parse('{"__proto__": {"polluted": 1}}')))).toBeNull();
    expect(refusal(JSON.stringify(newPlan("P", 1)).replace("{", '{"__proto__": {"polluted": 1},'))?.field).toBe(
      "__proto__",
    );
    expect(({} as { polluted?: number }).polluted).toBeUndefined();
  });
});

describe("migrations", () => {
  const chain = [
    { from: 1, up: (d: Record<string, unknown>) => ({ ...d, added: true }) },
    { from: 2, up: ({ old, ...d }: Record<string, unknown>) => ({ ...d, renamed: old }) },
  ];

  it("lead a document from its own version to the present one, without touching it", () => {
    const document = { schemaVersion: 1, old: "x" };
    expect(migrate(document, chain, 3)).toEqual({
      ok: true,
      document: { schemaVersion: 3, added: true, renamed: "x" },
    });
    expect(document).toEqual({ schemaVersion: 1, old: "x" });
    expect(migrate({ schemaVersion: 3 }, chain, 3)).toEqual({ ok: true, document: { schemaVersion: 3 } });
  });

  it("of version 7: a design as it was planned becomes the whole course of the pour, and no care is answered yet", () => {
    const plan = newPlan("Older", 1);
    const { care: _, ...record } = plan.record;
    const { design, schedule, operations } = plan;
    const older = (planned: unknown) => ({ ...plan, schemaVersion: 7, record: { ...record, planned } });
    const lifted = (planned: unknown) => {
      const read = migrate(older(planned));
      return read.ok ? (read.document as Plan).record : null;
    };
    expect(lifted(operations)).toMatchObject({ planned: { design, schedule, operations }, care: [] });
    expect(lifted(null)).toMatchObject({ planned: null, care: [] });
    expect(readPlan(older(null)).ok).toBe(true);
  });

  it("of version 8: the cups join what a pour goes by, and no step has words of its own yet", () => {
    const { stepWords: _, ...plan } = newPlan("Older", 1);
    const { design, schedule, operations, portions, moulds } = plan;
    const lifted = (planned: unknown) => {
      const read = migrate({ ...plan, schemaVersion: 8, record: { ...plan.record, planned } });
      return read.ok ? (read.document as Plan) : null;
    };
    expect(lifted({ design, schedule, operations })?.record.planned).toEqual({
      design,
      schedule,
      operations,
      portions,
      moulds,
    });
    expect(lifted(null)).toMatchObject({ stepWords: {}, record: { planned: null } });
  });

  it("version 13 says of older photos that nothing white was ringed, and that what was measured was a whole section", () => {
    const photo = { id: "q1", measured: { version: 1, shares: [1] } };
    const photos = [photo, { id: "q2", measured: null }];
    const read = migrate({ schemaVersion: 12, record: { photos } });
    if (!read.ok) throw new Error(read.problem.message);
    expect(read.document).toMatchObject({
      record: {
        photos: [
          { ...photo, whiteAt: null, measured: { ...photo.measured, isWhole: true } },
          { id: "q2", whiteAt: null, measured: null },
        ],
      },
    });
  });

  it("version 14: of an older cutter neither heights nor the hardest soap are known, nothing is planed, the floor stays", () => {
    const now = newPlan("Older cuts", 1);
    const { heightStepMm: _, hardest: __, ...cutter } = now.cutting.cutter;
    const { skimFloorMm: ___, ...wanted } = now.cutting.wanted;
    const step = {
      ...{ id: "k1", ofId: null, pieces: null, axis: "length", trimStartMm: 1, trimEndMm: 0 },
      division: { kind: "parts", count: 10 },
    };
    const laid = { mouldId: now.moulds[0].id, kerfMm: 0.5, shows: "length", steps: [step] };
    const tool = { id: "e1", libraryId: null, name: "Ten wires", use: "design", servesId: null };
    const spec = { kind: "cutter", kerfMm: 0.5, throatMm: 95, pitchMm: 25 };
    const older = {
      ...{ ...now, schemaVersion: 13, cutting: { wanted, cutter, moulds: [laid] } },
      equipment: [{ ...tool, spec }],
    };
    const read = readPlan(older);
    if (!read.ok) throw new Error(JSON.stringify(read.problems));
    expect(read.plan.cutting).toEqual({
      wanted: { ...wanted, skimFloorMm: 0 },
      cutter: { ...cutter, heightStepMm: null, hardest: null },
      planer: null,
      moulds: [{ ...laid, heightStepMm: null, steps: [{ ...step, isPlaned: false }] }],
    });
    expect(read.plan.equipment[0].spec).toEqual({ ...spec, heightStepMm: null, hardest: null });
  });

  it("a gap in the chain is said", () => {
    expect(migrate({ schemaVersion: 1 }, chain.slice(1), 3)).toMatchObject({
      ok: false,
      problem: { field: "schemaVersion" },
    });
  });
});

describe("derive", () => {
  it("gives figures or reasons for any plan that can be read, also one that does not close", () => {
    fc.assert(
      fc.property(arbitraryPlan, between(0, 100), (plan, sharePct) => {
        const odd = {
          ...plan,
          portions: plan.portions.map((p, i) =>
            i === plan.portions.length - 1 ? { ...p, takesRest: false, sharePct } : p,
          ),
        };
        const derived = derive(odd);
        expect(derived.masses).not.toBeNull();
        for (const p of derived.masses!.portions) expect(Number.isFinite(p.finishedG)).toBe(true);
      }),
      { numRuns: tries(50) },
    );
    const { oils, ...batter } = newPlan("No oils", 1).batters[0];
    expect(oils.length).toBeGreaterThan(0);
    const empty = derive({ ...newPlan("No oils", 1), batters: [{ ...batter, oils: [] }] });
    expect(empty.masses).toBeNull();
    expect(empty.notices.some((n) => n.level === "block" && n.field === "batters.b1.oils")).toBe(true);
  });

  const notices = (change: (p: Plan) => void) => {
    const plan = structuredClone(newPlan("Notices", 1));
    change(plan);
    return derive(plan).notices;
  };

  it("shares that do not close are answered beside the cups, with how much is missing", () => {
    const open = notices((p) => Object.assign(p.portions[0], { takesRest: false, sharePct: 50 }));
    expect(open).toContainEqual(
      expect.objectContaining({ level: "block", field: "portions", message: expect.stringContaining("90 %") }),
    );
    const over = notices((p) => Object.assign(p.portions[1], { sharePct: 85 }));
    expect(over).toContainEqual(expect.objectContaining({ level: "block", field: "portions.p1.sharePct" }));
  });

  it("lye above 50 % and superfat of zero block the pour; a low or high superfat asks", () => {
    const levels = (change: (p: Plan) => void, field: string) => notices(change).find((n) => n.field === field)?.level;
    expect(levels((p) => Object.assign(p.batters[0].water, { value: 55 }), "batters.b1.water")).toBe("block");
    expect(levels((p) => Object.assign(p.batters[0].water, { value: 50 }), "batters.b1.water")).toBe("ask");
    expect(levels((p) => Object.assign(p.batters[0], { superfatPct: 0 }), "batters.b1.superfatPct")).toBe("block");
    expect(levels((p) => Object.assign(p.batters[0], { superfatPct: 2 }), "batters.b1.superfatPct")).toBe("ask");
    expect(levels((p) => Object.assign(p.batters[0], { superfatPct: 12 }), "batters.b1.superfatPct")).toBe("ask");
    expect(levels(() => {}, "batters.b1.superfatPct")).toBeUndefined();
  });

  it("a bowl weighed without its tare is asked for the tare", () => {
    const found = notices((p) => Object.assign(p.batters[0].bowl, { grossG: 1884 }));
    expect(found).toContainEqual(expect.objectContaining({ field: "batters.b1.bowl.tareG" }));
  });
});

describe("copies and ids", () => {
  it("a copy keeps the sheet and drops what happened", () => {
    const [, , , poured] = demoBatches("2026-11-24");
    const copy = copyPlan(poured.plan, "Again", 77, "first");
    expect(copy.record).toEqual(newPlan("New", 1).record);
    expect(copy.operations).toEqual(poured.plan.operations);
    expect(copy.design.seed).toBe(77);
    expect(readPlan(copy).ok).toBe(true);
  });

  it("a new id is free", () => {
    expect(nextId([{ id: "o1" }, { id: "o7" }, { id: "x9" }], "o")).toBe("o8");
    expect(nextId([], "o")).toBe("o1");
  });
});
