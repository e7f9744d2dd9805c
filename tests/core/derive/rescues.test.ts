import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { restOf } from "../../../src/core/advise/rest";
import { waysOn } from "../../../src/core/advise/ways";
import { computeMasses } from "../../../src/core/batter/masses";
import { latestStartS, MOST_RESCUES, rescuesOf } from "../../../src/core/derive/rescues";
import { applyEdit } from "../../../src/core/document/edits/edit";
import { type BenchEvent, benchEventSchema } from "../../../src/core/document/logSchema";
import { readPlan } from "../../../src/core/document/read";
import { afterBench } from "../../../src/core/document/record";
import type { Plan } from "../../../src/core/document/schema";
import { planOfFamily } from "../../../src/core/library/familyPlan";
import { PLAIN_LOAF } from "../../../src/core/mould/mouldSchema";
import { compileDesign } from "../../../src/core/swirl/design";
import { drawIndices, finish } from "../../../src/core/swirl/face";
import { FAMILY_IDS } from "../../../src/core/techniques/families/registry";
import { isCupPour, isTopPour, portionOf } from "../../../src/core/techniques/operations/registry";
import { between } from "../../support/between";
import { runningPour } from "../../support/runningPour";
import { scented } from "../../support/scentedPlans";
import { tries } from "../../support/tries";

const ASKED = { seed: 3, draws: 60, tools: [] };

const doneIn = (plan: Plan) => new Set(plan.record.events.flatMap((e) => (e.kind === "stepDone" ? [e.stepId] : [])));
const usedOf = (plan: Plan, portionId: string) =>
  plan.operations.reduce((sum, o) => sum + (isCupPour(o) && o.portionId === portionId ? o.cupPct : 0), 0);

describe("the ways to go on", () => {
  it("keep what is done, use up what is left and no more, and can be read, from any moment of any family", () => {
    fc.assert(
      fc.property(fc.constantFrom(...FAMILY_IDS), between(0, 0.95), fc.nat(3), (family, share, cup) => {
        const plan = scented(planOfFamily(family), { p2: "strong" });
        const count = Math.floor(share * plan.operations.length);
        const done = new Set(plan.operations.slice(0, count).map((o) => o.id));
        const rest = restOf(plan, done);
        if (!rest || rest.cupPct.size === 0) return;
        const fastId = [...rest.cupPct.keys()][cup % rest.cupPct.size];
        const { ways } = waysOn(plan, rest, fastId);
        expect(new Set(ways.map((w) => w.id)).size).toBe(ways.length);
        for (const way of ways) {
          const tried = applyEdit(plan, way.edit);
          if (!tried.ok) throw new Error(`${way.id}: ${tried.reason}`);
          // The server takes it as a change in the record.
          const kept = benchEventSchema.safeParse({
            kind: "replanned",
            id: "r",
            at: "2026-11-27T10:00:00.000Z",
            by: "",
            words: way.words,
            edit: way.edit,
          });
          expect(kept.error?.issues, way.id).toBeUndefined();
          const after = tried.document;
          const read = readPlan(after);
          expect(read.ok ? [] : read.problems, way.id).toEqual([]);
          expect(after.operations.slice(0, count)).toEqual(plan.operations.slice(0, count));
          for (const p of plan.portions) {
            const isOut = way.id === "left-out" && p.id === fastId;
            const used = usedOf(after, p.id);
            if (isOut) expect(used, way.id).toBeLessThan(usedOf(plan, p.id));
            else expect(Math.abs(used - usedOf(plan, p.id)), `${way.id} of ${family}`).toBeLessThan(0.06);
          }
          for (const o of after.operations) {
            if (isCupPour(o)) expect(o.cupPct).toBeGreaterThanOrEqual(0);
            if (isTopPour(o)) expect(o.keptBackPct).toBeGreaterThanOrEqual(0);
          }
        }
      }),
      { numRuns: tries(80) },
    );
  });

  it("put nothing onto a floor that is not there, and set nothing up in a mould that is not empty", () => {
    const plan = planOfFamily("drop");
    const none = waysOn(plan, restOf(plan, new Set())!, "p3");
    const floor = plan.operations[0];
    for (const id of ["next", "all-first"]) {
      const way = none.ways.find((w) => w.id === id)!;
      const tried = applyEdit(plan, way.edit);
      if (!tried.ok) throw new Error(tried.reason);
      expect(tried.document.operations[0]).toEqual(floor);
      expect(portionOf(tried.document.operations[1])).toBe("p3");
    }
    const begun = waysOn(plan, restOf(plan, new Set([floor.id]))!, "p2");
    const ids = begun.ways.map((w) => w.id);
    expect(ids).not.toContain("family:crossings");
    expect(begun.barred.map((b) => b.reason)).toContain("wants an empty mould");
    expect(ids).toContain("family:hanger");
  });

  it("pour out what waits in the pot, and pull the plates that stand, before anything else", () => {
    const pot = planOfFamily("in-pot");
    const inPot = new Set(pot.operations.slice(0, 2).map((o) => o.id));
    expect(restOf(pot, inPot)!.first.map((o) => o.kind)).toEqual(["potPour"]);
    const plates = planOfFamily("wide-eights");
    const filled = new Set(
      plates.operations
        .filter((o) => o.kind === "compartment")
        .slice(0, 2)
        .map((o) => o.id),
    );
    expect(restOf(plates, filled)!.first.map((o) => o.kind)).toEqual(["pullDividers"]);
    expect(restOf(pot, new Set(pot.operations.map((o) => o.id)))).toBeNull();
  });
});

describe("rescues", () => {
  it("are at most five, each likelier than out, with its face, its minutes and its cost", () => {
    const { plan, nowS } = runningPour("drop", 0.4);
    const found = rescuesOf(plan, { ...ASKED, nowS })!;
    expect(found.list.length).toBeGreaterThan(1);
    expect(found.list.length).toBeLessThanOrEqual(MOST_RESCUES);
    for (const r of found.list) {
      expect(r.chance).toBeGreaterThanOrEqual(0.3);
      expect(r.low).toBeLessThanOrEqual(r.chance);
      expect(r.cost.length).toBeGreaterThan(5);
      expect(r.goes.length).toBeGreaterThan(0);
      expect(r.leftMin).toBeGreaterThan(0);
      expect(r.levelMm).toBeGreaterThan(found.pouredMm);
    }
    expect(found.pouredMm).toBeGreaterThan(5);
    // Those that keep the design must help; the same question has the same answer.
    for (const r of found.list.filter((x) => !x.id.startsWith("family") && x.id !== "spooned-layers"))
      expect(r.chance).toBeGreaterThan(found.plan.chance);
    expect(rescuesOf(plan, { ...ASKED, nowS })!.list.map((r) => [r.id, r.chance])).toEqual(
      found.list.map((r) => [r.id, r.chance]),
    );
  });

  it("leave what is poured as it is: under the dashed line the faces are the same, where nothing is drawn through", () => {
    const { plan, nowS } = runningPour("drop", 0.5);
    const { list, pouredMm } = rescuesOf(plan, { ...ASKED, nowS })!;
    const frameMm = Math.max(...list.map((r) => r.levelMm));
    const faceOf = (r: (typeof list)[number]) =>
      finish(drawIndices(compileDesign(r.design), { kind: "across", atMm: r.cutMm }, 60, 60, 1, frameMm)).colour;
    const done = doneIn(plan);
    const [first] = list;
    const poured = faceOf({
      ...first,
      design: { ...first.design, pours: first.design.pours.filter((p) => done.has(p.id)) },
    });
    const rows = Math.floor((0.5 * pouredMm * 60) / frameMm);
    for (const r of list.filter((x) => !x.design.pours.some((p) => ["stroke", "wire", "comb"].includes(p.kind)))) {
      const face = faceOf(r);
      let same = 0;
      for (let y = 60 - rows; y < 60; y++)
        for (let x = 2; x < 58; x++) if (face[y * 60 + x] === poured[y * 60 + x]) same++;
      expect(same / (rows * 56), r.id).toBeGreaterThan(0.75);
    }
  });

  it("fall away in time: one that is begun later than it says is out", () => {
    const { plan, nowS } = runningPour("drop", 0.4);
    const found = rescuesOf(plan, { ...ASKED, nowS })!;
    const latest = found.list.map((r) => ({ r, atS: latestStartS(plan, r.edit, { ...ASKED, nowS }) }));
    const gone = latest.find((l) => l.atS !== null)!;
    expect(gone.atS!).toBeGreaterThan(nowS);
    const later = rescuesOf(plan, { ...ASKED, nowS: gone.atS! + 240 });
    expect(later?.list.map((r) => r.id)).not.toContain(gone.r.id);
  });

  it("press in what has set, as steps with a face: ten minutes late first the cup that ran, twenty minutes late all of it", () => {
    const { plan, nowS } = runningPour("drop", 0.4);
    const idsAt = (lateS: number) => rescuesOf(plan, { ...ASKED, nowS: nowS + lateS })!.list.map((r) => r.id);
    expect(idsAt(0)).not.toContain("press-all");
    expect(idsAt(600)).toContain("press-in");
    const found = rescuesOf(plan, { ...ASKED, nowS: nowS + 1200 })!;
    const [best] = found.list;
    expect(best.id).toBe("press-all");
    expect(found.isLump).toBe(false);
    expect(best.goes[0]).toMatch(/^Press in Ink/);
    expect(best.cost).toContain("raw");
    expect(best.unusedG).toBeLessThan(0.5);
    // The lumps of a cup are where it lies: its share of the loaf, in pieces.
    const pressed = best.design.pours.filter((p) => p.kind === "lumps");
    expect(pressed.length).toBeGreaterThan(1);
    // Each cup in turn, what is left of the larger ones in a second round.
    const tried = applyEdit(plan, best.edit);
    const order = tried.ok ? tried.document.operations.flatMap((o) => (o.kind === "lumps" ? [o.portionId] : [])) : [];
    const cups = new Set(order);
    expect(order.slice(0, cups.size)).toEqual([...cups]);
    expect(order.length).toBeGreaterThan(cups.size);
    const shown = compileDesign(best.design);
    const share = new Map<number, number>();
    let all = 0;
    for (let at = 20; at < best.design.lengthMm - 10; at += 20) {
      const { colour } = finish(drawIndices(shown, { kind: "across", atMm: at }, 60, 60, 1, best.levelMm));
      for (const c of colour) share.set(c, (share.get(c) ?? 0) + 1);
      all += colour.length;
    }
    const poured = new Map<number, number>();
    let sum = 0;
    for (const p of best.design.pours) {
      if (!("volumeMm3" in p)) continue;
      poured.set(p.colour, (poured.get(p.colour) ?? 0) + p.volumeMm3);
      sum += p.volumeMm3;
    }
    for (const [colour, volume] of poured)
      expect(Math.abs((share.get(colour) ?? 0) / all - volume / sum)).toBeLessThan(0.05);
  });

  it("press a cup in without the scent that it had not got yet: no lump takes it", () => {
    const { plan, nowS } = runningPour("drop", 0.4);
    const unscented = {
      ...plan,
      record: {
        ...plan.record,
        events: plan.record.events.filter((e) => e.kind !== "stepDone" || !e.stepId.startsWith("scent:")),
      },
    };
    const scentedId = plan.portions.find((p) => p.scent !== null)!.id;
    for (const [given, keeps] of [
      [plan, true],
      [unscented, false],
    ] as const) {
      const way = rescuesOf(given, { ...ASKED, nowS: nowS + 1200 })!.list.find((r) => r.id === "press-all")!;
      const tried = applyEdit(given, way.edit);
      if (!tried.ok) throw new Error(tried.reason);
      expect(tried.document.portions.find((p) => p.id === scentedId)!.scent !== null).toBe(keeps);
      expect(way.cost.includes("without scent")).toBe(!keeps);
      expect(way.unusedG).toBeLessThan(0.5);
    }
  });

  it("a tool that is not there puts a way out, and says so", () => {
    const { plan, nowS } = runningPour("drop", 0.3);
    const found = rescuesOf(plan, { ...ASKED, nowS, tools: ["spoon"] })!;
    expect(found.list.map((r) => r.id)).not.toContain("family:hanger");
  });

  it("is laid out as an event of the log, and taken back by another", () => {
    const { plan, nowS } = runningPour("drop", 0.4);
    const start = Date.parse(plan.record.startedAt!);
    const at = (s: number) => new Date(start + 1000 * s).toISOString();
    const poured = plan.record.events.map((e): BenchEvent => {
      const { atS, ...rest } = e;
      return { ...rest, at: at(atS), by: "", ...(rest.kind === "stepDone" ? { isLast: false } : {}) } as BenchEvent;
    });
    const bare: Plan = { ...plan, record: { ...plan.record, startedAt: null, events: [] } };
    const on = afterBench(bare, { kind: "started", id: "s", at: at(0), by: "" }, ...poured);
    const other = rescuesOf(on, { ...ASKED, nowS })!.list.find(
      (r) => r.id.startsWith("family") || r.id === "spooned-layers",
    )!;
    const laid = afterBench(on, {
      kind: "replanned",
      id: "r",
      at: at(nowS + 5),
      by: "",
      words: other.words,
      edit: other.edit,
    });
    const done = doneIn(on);
    expect(laid.operations).not.toEqual(on.operations);
    expect(laid.design.family).not.toBe("drop");
    expect(laid.operations.filter((o) => done.has(o.id))).toEqual(on.operations.filter((o) => done.has(o.id)));
    expect(laid.record.planned!.design.family).toBe("drop");
    const back = afterBench(laid, { kind: "takenBack", id: "b", at: at(nowS + 9), by: "", eventId: "r" });
    expect(back.operations).toEqual(on.operations);
    expect(back.design).toEqual(on.design);
  });

  it("show what is really in the cups: colour that was put in beyond the plan, too", () => {
    const { plan, nowS } = runningPour("drop", 0.3);
    const [cup] = plan.portions.filter((p) => p.id === "p3");
    const added = { kind: "added" as const, id: "x1", atS: nowS - 5, what: "colour" as const, into: cup.id };
    const more: Plan = {
      ...plan,
      record: {
        ...plan.record,
        events: [...plan.record.events, { ...added, colourantId: cup.colourants[0].id, amount: 6 }],
      },
    };
    const palettes = [plan, more].map((p) => rescuesOf(p, { ...ASKED, nowS })!.list[0].palette);
    const place = plan.portions.indexOf(cup);
    expect(palettes[1][place]).not.toBe(palettes[0][place]);
    expect(palettes[1][0]).toBe(palettes[0][0]);
  });

  it("another mould of the studio takes what is left, where it is lower and holds it: in place of an empty one, else beside it", () => {
    const slab = {
      ...PLAIN_LOAF,
      name: "Tray",
      kind: "slab" as const,
      lengthMm: 320,
      widthMm: 240,
      heightMm: 40,
      notes: "",
    };
    const moulds = [
      { id: "mould-1", document: { ...slab, name: "Too small", lengthMm: 60 } },
      { id: "mould-2", document: slab },
      { id: "mould-3", document: { ...slab, name: "Too high", heightMm: 120 } },
    ];
    const laid = (share: number) => {
      const { plan, nowS } = runningPour("drop", share);
      const rest = restOf(plan, doneIn(plan))!;
      const { ways } = waysOn(plan, rest, "p2", { moulds, leftMl: 700 });
      const way = ways.find((w) => w.id === "other-mould")!;
      const tried = applyEdit(plan, way.edit);
      if (!tried.ok) throw new Error(tried.reason);
      return { plan, nowS, way, after: tried.document };
    };
    const begun = laid(0.4);
    expect(begun.way.words).toBe("what is left into Tray");
    expect(begun.after.moulds.map((m) => m.name)).toEqual(["Loaf", "Tray"]);
    const done = doneIn(begun.plan);
    for (const o of begun.after.operations)
      expect(o.mouldId, o.id).toBe(done.has(o.id) ? begun.plan.moulds[0].id : begun.way.mouldId);
    expect(readPlan(begun.after).ok).toBe(true);

    const fresh = planOfFamily("drop");
    const empty = waysOn(fresh, restOf(fresh, new Set())!, "p2", { moulds, leftMl: 1400 });
    const all = empty.ways.find((w) => w.id === "other-mould")!;
    expect(all.words).toBe("all of it into Tray");
    const moved = applyEdit(fresh, all.edit);
    expect(moved.ok && moved.document.moulds.map((m) => m.name)).toEqual(["Tray"]);
    // Nothing holds so much.
    const none = waysOn(fresh, restOf(fresh, new Set())!, "p2", { moulds, leftMl: 9000 });
    expect(none.ways.some((w) => w.id === "other-mould")).toBe(false);
  });

  it("and the batter that is made is no more for it, nor for more that is kept back of a cup", () => {
    const { plan } = runningPour("drop", 0);
    const started = afterBench(plan, { kind: "started", id: "s", at: "2026-11-27T10:00:00.000Z", by: "" });
    const made = computeMasses(started)!.batters[0].baseG;
    const [mould] = started.moulds;
    const wider: Plan = { ...started, moulds: [{ ...mould, widthMm: 2 * mould.widthMm }] };
    const piped: Plan = { ...started, portions: started.portions.map((p) => ({ ...p, pipingPct: 30 })) };
    for (const changed of [wider, piped]) expect(computeMasses(changed)!.batters[0].baseG).toBeCloseTo(made, 9);
    expect(computeMasses({ ...wider, record: { ...wider.record, planned: null } })!.batters[0].baseG).toBeCloseTo(
      2 * made,
      6,
    );
  });
});
