import { encode } from "fast-png";
import { computeMasses } from "../../core/batter/masses";
import { type Derived, derive } from "../../core/derive/derive";
import { FIRST_FACES, type Sight } from "../../core/derive/firstFaces";
import type { Plan } from "../../core/document/schema";
import { hasReadings, posteriorOf } from "../../core/prepare/learned";
import { compileDesign, type Design } from "../../core/swirl/design";
import { drawIndices, finish } from "../../core/swirl/face";
import { makePalette, paint } from "../../core/swirl/paint";
import type { UnitPreferences } from "../../core/units/quantities";

/** First pictures of a page by their keys, each as a data address. */
export type Stills = Record<string, string>;

/** What a thread is asked for a page: all figures of a batch with the first pictures of its sheet, or the faces of bars on the shelf. */
export type PageJob =
  | { kind: "figures"; plan: Plan; units: UnitPreferences; atMs: number | null; faces: keyof typeof FIRST_FACES | null }
  | { kind: "bars"; bars: BarStill[] };
export interface BarStill {
  key: string;
  design: Design;
  palette: string[];
  atMm: number;
  width: number;
  height: number;
}
export type PageDone = { kind: "figures"; derived: Derived; stills: Stills } | { kind: "bars"; stills: Stills };

/** The pictures of a page have half the samples of a full one each way. */
const COARSE = 2;
const FINENESS = 0.25;
/** Time for the first pictures of one page, ms: what is not drawn by then the browser draws. */
const DRAWING_MS = 120;
const ALPHA = 4;

function draw(design: ReturnType<typeof compileDesign>, palette: string[], request: Omit<Sight, "key">): string {
  const width = Math.max(1, Math.round(request.width / COARSE));
  const height = Math.max(1, Math.round(request.height / COARSE));
  const image = finish(drawIndices(design, request.view, width, height, FINENESS));
  const rgba = paint(image, makePalette(palette));
  const data = rgba.filter((_, i) => i % ALPHA !== ALPHA - 1);
  return `data:image/png;base64,${Buffer.from(encode({ width, height, data, channels: 3 })).toString("base64")}`;
}

function stillsOf(plan: Plan, derived: Derived, page: keyof typeof FIRST_FACES): Stills {
  const design = derived.designs.get(plan.moulds[0].id);
  if (!design || design.pours.every((p) => p.volumeMm3 <= 0)) return {};
  const compiled = compileDesign(design);
  const startMs = performance.now();
  const stills: Stills = {};
  for (const request of FIRST_FACES[page](plan, derived)) {
    // The first one always: it is what the page is opened for.
    if (Object.keys(stills).length > 0 && performance.now() - startMs > DRAWING_MS) break;
    stills[request.key] = draw(compiled, derived.palette, request);
  }
  return stills;
}

/** All figures of a batch as its page opens with them: as planned, or on the page of its pour those of the very moment. */
function derivedAt(plan: Plan, units: UnitPreferences, atMs: number | null): Derived {
  const { startedAt, finishedAt } = plan.record;
  if (startedAt === null || atMs === null) return derive(plan, undefined, units);
  const untilMs = finishedAt === null ? atMs : Date.parse(finishedAt);
  const masses = hasReadings(plan) ? computeMasses(plan) : null;
  const belief = masses ? posteriorOf(plan, masses) : undefined;
  return derive(plan, Math.floor(Math.max(0, (untilMs - Date.parse(startedAt)) / 1000)), units, belief);
}

/** Does the work of a page. Pure but for the clock that it holds its time by. */
export function runPageJob(job: PageJob): PageDone {
  if (job.kind === "bars") {
    const startMs = performance.now();
    const stills: Stills = {};
    for (const b of job.bars)
      if (performance.now() - startMs < DRAWING_MS)
        stills[b.key] = draw(compileDesign(b.design), b.palette, { ...b, view: { kind: "across", atMm: b.atMm } });
    return { kind: "bars", stills };
  }
  const derived = derivedAt(job.plan, job.units, job.atMs);
  return { kind: "figures", derived, stills: job.faces ? stillsOf(job.plan, derived, job.faces) : {} };
}
