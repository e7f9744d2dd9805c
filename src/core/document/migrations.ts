import { emptyCure } from "../cure/cureSchema";
import { emptyCutDay } from "../mould/cutDaySchema";
import { OPEN_CUTTING } from "../mould/cutSchema";
import { each, from1, from2, from3, from4, isObject, type Json, type Migration } from "./earlyMigrations";
import type { FieldProblem } from "./problems";
import { SCHEMA_VERSION } from "./schema";

/** Version 6: how a drop is led and from how high a layer is poured is said; a hand may be steadier or livelier than most. */
const from5: Migration = {
  from: 5,
  up: (d) => {
    const said = (o: Json): Json =>
      o.kind === "stripe" ? { ...o, motion: "line" } : o.kind === "layer" ? { ...o, height: "low" } : o;
    const design = isObject(d.design) ? { ...d.design, hand: "even" } : d.design;
    const record = isObject(d.record)
      ? {
          ...d.record,
          events: each(d.record.events, (e) => (e.kind === "replanned" ? { ...e, before: each(e.before, said) } : e)),
        }
      : d.record;
    return { ...d, design, record, operations: each(d.operations, said) };
  },
};

/** Version 7: what was noted at the bench stands in a log that only grows; a design as it was before a change follows from it. */
const from6: Migration = {
  from: 6,
  up: (d) => {
    if (!isObject(d.record)) return d;
    const events = each(d.record.events, (e) => {
      const { before: _, ...rest } = e;
      return rest;
    });
    return { ...d, record: { ...d.record, events, log: [], planned: null } };
  },
};

/** Version 8: the order of the steps and the family may change while it is poured, too; what is done after the pour is answered. */
const from7: Migration = {
  from: 7,
  up: (d) => {
    if (!isObject(d.record)) return d;
    const { planned } = d.record;
    const course = Array.isArray(planned) ? { design: d.design, schedule: d.schedule, operations: planned } : planned;
    return { ...d, record: { ...d.record, planned: course, care: [] } };
  },
};

/** Version 9: cups and moulds are part of what may change while it is poured, a step may have words of the maker's own, and the cuts are planned. */
const from8: Migration = {
  from: 8,
  up: (d) => {
    const lifted = { ...d, stepWords: {}, cutting: OPEN_CUTTING };
    if (!isObject(d.record) || !isObject(d.record.planned)) return lifted;
    return {
      ...lifted,
      record: { ...d.record, planned: { ...d.record.planned, portions: d.portions, moulds: d.moulds } },
    };
  },
};

/** Version 10: bars at the cut, weighings and looks in the cure, what is to be otherwise next time, the batch that one was copied from, and the words of its labels. */
const from9: Migration = {
  from: 9,
  up: (d) => {
    const lifted = { ...d, origin: null, heeded: [], label: { ingredients: "", more: "" } };
    if (!isObject(d.record)) return lifted;
    return { ...lifted, record: { ...d.record, cutDay: emptyCutDay(), cure: emptyCure(), nextTimes: [] } };
  },
};

/** Version 11: when a thumb was pressed on the loaf, photos of bars and what they teach, and more that own batches have taught. */
const from10: Migration = {
  from: 10,
  up: (d) => {
    const known = isObject(d.knowledge) ? { ...d.knowledge, firm: {}, ash: {}, hand: {}, hues: {} } : d.knowledge;
    const lifted = { ...d, knowledge: known };
    if (!isObject(d.record)) return lifted;
    const { cutDay } = d.record;
    return {
      ...lifted,
      record: {
        ...d.record,
        cutDay: isObject(cutDay) ? { ...cutDay, pressed: [] } : cutDay,
        photos: [],
        photoLessons: null,
      },
    };
  },
};

/** Version 12: when an item of the weigh-up was ticked off, and its lot. */
const from11: Migration = {
  from: 11,
  up: (d) => {
    if (!isObject(d.weighUp)) return d;
    const ticks = each(d.weighUp.ticks, (t) => ({ ...t, at: null, lot: "" }));
    return { ...d, weighUp: { ...d.weighUp, ticks } };
  },
};

/** Version 13: something white in a photo, and whether a measured face was the whole section of its loaf (until now only such were measured). */
const from12: Migration = {
  from: 12,
  up: (d) => {
    if (!isObject(d.record)) return d;
    const photos = each(d.record.photos, (p) => ({
      ...p,
      whiteAt: null,
      measured: isObject(p.measured) ? { ...p.measured, isWhole: true } : p.measured,
    }));
    return { ...d, record: { ...d.record, photos } };
  },
};

/** A cutter of an older Tundish: heights and the hardest soap are not known of it. */
const withHeights = (cutter: Json): Json => ({ heightStepMm: null, hardest: null, ...cutter });

/** A tool that was kept by an older Tundish as it is now. */
export const liftTool = (tool: Json): Json =>
  isObject(tool.spec) && tool.spec.kind === "cutter" ? { ...tool, spec: withHeights(tool.spec) } : tool;

/** Version 14: heights in steps and the hardest soap of what cuts, planing, and what is taken off the floor. */
const from13: Migration = {
  from: 13,
  up: (d) => {
    const lifted = { ...d, equipment: each(d.equipment, liftTool) };
    const { cutting } = d;
    if (!isObject(cutting)) return lifted;
    const moulds = each(cutting.moulds, (m) => ({
      heightStepMm: null,
      ...m,
      steps: each(m.steps, (s) => ({ isPlaned: false, ...s })),
    }));
    const { cutter, wanted } = cutting;
    return {
      ...lifted,
      cutting: {
        planer: null,
        ...cutting,
        moulds,
        cutter: isObject(cutter) ? withHeights(cutter) : cutter,
        wanted: isObject(wanted) ? { skimFloorMm: 0, ...wanted } : wanted,
      },
    };
  },
};

/** In ascending order, one for every version before the current one. */
export const MIGRATIONS: readonly Migration[] = [
  from1,
  from2,
  from3,
  from4,
  from5,
  from6,
  from7,
  from8,
  from9,
  from10,
  from11,
  from12,
  from13,
];

type Migrated = { ok: true; document: unknown } | { ok: false; problem: FieldProblem };

/** Applies the migrations that lead from the document's own version to `current`. */
export function migrate(value: unknown, migrations = MIGRATIONS, current = SCHEMA_VERSION): Migrated {
  const refuse = (field: string, message: string): Migrated => ({ ok: false, problem: { field, message } });
  if (typeof value !== "object" || value === null || Array.isArray(value)) {
    return refuse("document", "must be a batch document (a JSON object)");
  }
  const version = (value as Json).schemaVersion;
  if (typeof version !== "number" || !Number.isInteger(version) || version < 1) {
    return refuse("schemaVersion", "must be a whole number from 1");
  }
  if (version > current) {
    return refuse("schemaVersion", `is ${version}, written by a newer Tundish; this one reads up to ${current}`);
  }
  let document = version < current ? (structuredClone(value) as Json) : (value as Json);
  for (let v = version; v < current; v++) {
    const step = migrations.find((m) => m.from === v);
    if (!step) return refuse("schemaVersion", `no way leads from version ${v} to ${v + 1}`);
    document = { ...step.up(document), schemaVersion: v + 1 };
  }
  return { ok: true, document };
}
