import type { Masses } from "../batter/masses";
import type { Edit } from "../document/edits/edit";
import { idMaker } from "../document/ids";
import type { Plan } from "../document/schema";
import type { Thumb } from "../mould/cutDaySchema";
import {
  type CutStep,
  type Cutter,
  type Cutting,
  OPEN_CUTTING,
  type Planer,
  UNTRIMMED,
  type WantedBars,
} from "../mould/cutSchema";
import type { LibraryTool, ToolKind, ToolSpec } from "../mould/toolSchema";
import { byId } from "../units/byId";
import { acrossOf } from "./bars";
import { type Block, type CutUp, cutUp, loafBlock, volumeMm3 } from "./leaves";
import { curedShare } from "./order";
import type { Proposal, SoapDensity } from "./propose";
import type { CutTools } from "./ways";

/** A loaf that is to be cut, and how. */
export interface PlannedCut {
  loaf: Block;
  soap: SoapDensity;
  cutting: Cutting;
  /** False where no cuts were laid out: bars as thick as the plan says. */
  isLaidOut: boolean;
  up: CutUp;
}

/** Bars across, as thick as the plan says, with what the wire takes; of a slab or a tray out of the loaves or strips that it is cut into first. */
export function plainCutting(
  plan: Pick<Plan, "barThicknessMm" | "trimMm" | "cutting" | "moulds">,
  mouldId: string,
): Cutting {
  const { cutInto } = byId(plan.moulds, mouldId);
  const axis = cutInto?.along === "length" ? "width" : "length";
  const loaves: CutStep[] = cutInto
    ? [
        {
          ...{ id: "k0", ofId: null, pieces: null, axis: cutInto.along, ...UNTRIMMED },
          division: { kind: "parts", count: cutInto.loaves },
        },
      ]
    : [];
  const bars: CutStep = {
    ...{ id: "k1", ofId: loaves[0]?.id ?? null, pieces: null, axis },
    ...acrossOf(plan),
  };
  const { kerfMm, heightStepMm } = plan.cutting.cutter;
  return { mouldId, kerfMm, heightStepMm, shows: axis, steps: [...loaves, bars] };
}

/** The studio's tools of a kind: what each can do, with its name. */
function ofKind<K extends ToolKind>(tools: readonly { document: LibraryTool }[], kind: K) {
  type Own = Extract<ToolSpec, { kind: K }>;
  return tools.flatMap(({ document: { name, spec } }): (Omit<Own, "kind"> & { name: string })[] => {
    if (spec.kind !== kind) return [];
    const { kind: _, ...own } = spec as Own;
    return [{ name, ...own }];
  });
}

/** Cutters to choose from: the studio's, and the batch's own where it is none of them. */
export function cuttersAtHand(plan: Pick<Plan, "cutting">, tools: readonly { document: LibraryTool }[]): Cutter[] {
  const own: Cutter[] = ofKind(tools, "cutter");
  const { cutter } = plan.cutting;
  const isSame = (c: Cutter) => JSON.stringify(Object.values(c)) === JSON.stringify(Object.values(cutter));
  // Nobody has chosen the cutter that a batch begins with.
  const isUnchosen = JSON.stringify(cutter) === JSON.stringify(OPEN_CUTTING.cutter);
  return own.length === 0 ? [cutter] : own.some(isSame) || isUnchosen ? own : [cutter, ...own];
}

/** What skims a loaf: the batch's own planer, else the first of the studio's that is wide enough; null where there is none. */
function planerAtHand(
  plan: Pick<Plan, "cutting">,
  tools: readonly { document: LibraryTool }[],
  loafWidthMm: number,
): Planer | null {
  const own = plan.cutting.planer;
  const studio: Planer[] = ofKind(tools, "planer");
  return [...(own ? [own] : []), ...studio].find((p) => p.widthMm >= loafWidthMm) ?? null;
}

/** Whether a cutter takes soap as firm as a thumb told; true where nobody has told it, or it is not known of the cutter. */
export const takesThumb = ({ hardest }: Cutter, thumb: Thumb | null): boolean =>
  thumb === null || hardest === null || thumb <= hardest;

/** Each cutter at hand that takes the loaf as firm as a thumb told, with what skims the loaf; and those that it is too hard for. */
export function cutToolsFor(
  plan: Plan,
  tools: readonly { document: LibraryTool }[],
  loaf: Block,
): { tools: CutTools[]; tooHardFor: Cutter[] } {
  const { thumb } = plan.record.cutDay;
  const all = cuttersAtHand(plan, tools);
  const planer = planerAtHand(plan, tools, loaf.size.width);
  return {
    tools: all.filter((c) => takesThumb(c, thumb)).map((cutter) => ({ cutter, planer })),
    tooHardFor: all.filter((c) => !takesThumb(c, thumb)),
  };
}

/** How what comes out of a mould is cut, and what comes of it; null where nothing is poured into it. */
export function plannedCut(plan: Plan, masses: Masses, mouldId: string): PlannedCut | null {
  const mould = byId(masses.moulds, mouldId);
  if (mould.pouredMl <= 0 || mould.levelMm <= 0) return null;
  const loaf = loafBlock(byId(plan.moulds, mouldId), mould.levelMm);
  const wetGPerMm3 = mould.pouredG / mould.pouredMl / 1000;
  const soap = { wetGPerMm3, curedGPerMm3: wetGPerMm3 * curedShare(plan, masses) };
  const laid = plan.cutting.moulds.find((c) => c.mouldId === mouldId);
  const cutting = laid ?? plainCutting(plan, mouldId);
  return { loaf, soap, cutting, isLaidOut: laid !== undefined, up: cutUp(loaf, cutting) };
}

/** How far a bar may be from the one that the plan has, where nothing is asked of it: of its thickness, mm, and of its mass, part of it. */
const OPEN = { thickMm: 10, massShare: 0.35 } as const;

/** What is wanted of the bars; where neither thickness nor mass is, bars about like those that the plan has. */
export function askedOf(plan: Plan, cut: PlannedCut): WantedBars {
  const { wanted } = plan.cutting;
  if (wanted.thickMm !== null || wanted.curedG !== null) return wanted;
  const [own] = cutUp(cut.loaf, plainCutting(plan, cut.cutting.mouldId)).bars;
  const curedG = own ? volumeMm3(own) * cut.soap.curedGPerMm3 : null;
  return {
    ...wanted,
    ...{ thickMm: plan.barThicknessMm, thickTolMm: OPEN.thickMm },
    ...(curedG === null ? {} : { curedG, curedTolG: OPEN.massShare * curedG }),
  };
}

/** Decimals that the plan's own bar is kept with, mm. */
const DECIMALS = 1;

/** The edit that lays a way to cut out for a mould: its steps with ids of their own, and the plan's bars as thick where they are cut across alone. */
export function layOutCut(plan: Plan, mouldId: string, { cutting, cutter, planer, pattern, sizeMm }: Proposal): Edit {
  const fresh = idMaker(plan);
  const ids = new Map(cutting.steps.map((s) => [s.id, fresh("k")]));
  const steps = cutting.steps.map((s) => ({
    ...s,
    id: ids.get(s.id)!,
    ofId: s.ofId === null ? null : ids.get(s.ofId)!,
  }));
  const laid: Cutting = { ...cutting, mouldId, steps };
  const set = (path: string[], value: unknown) => ({ kind: "set", path, value }) as const;
  const edits = [
    set(["cutting", "moulds"], [...plan.cutting.moulds.filter((c) => c.mouldId !== mouldId), laid]),
    set(["cutting", "cutter"], cutter),
    ...(planer ? [set(["cutting", "planer"], planer)] : []),
    ...(pattern === "across" ? [set(["barThicknessMm"], Number(sizeMm[0].toFixed(DECIMALS)))] : []),
  ];
  return { kind: "all", edits };
}
