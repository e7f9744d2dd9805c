import type { BatterMasses, Masses } from "../batter/masses";
import { colourantKind } from "../colour/kinds";
import { carrierPerG, dosedDensity } from "../colour/mix";
import { decorationCounts } from "../cut/bars";
import type { Batter, Plan, Portion } from "../document/schema";
import { ADDITIVE_TIMES, type AdditiveTime, additiveRow, isLate } from "../formula/additives";
import { oilLookup } from "../formula/oils";
import { type Compartments, compartmentsOf } from "../mould/compartments";
import { byId } from "../units/byId";
import type { Sayer } from "../units/sayer";
import { fitProblems } from "./fit";
import { liquidName, lyeJugOf } from "./lyeJug";
import { SAFETY_ITEMS } from "./safety";
import { isInOils } from "./steps/make";

export type WeighUpStage = "safety" | "tools" | "colours" | "scents" | "oils" | "lye" | "additives" | "targets";

export const WEIGH_UP_STAGES: Record<WeighUpStage, string> = {
  safety: "Before anything else",
  tools: "Moulds and tools",
  colours: "Colours dispersed",
  scents: "Scents weighed",
  oils: "Oils and butters",
  lye: "Lye water",
  additives: "Additives",
  targets: "Targets at the split",
};

/** One line of the preparation. */
export interface WeighUpItem {
  id: string;
  stage: WeighUpStage;
  words: string;
  detail: string;
  massG: number | null;
  /** Bulk density where the mass may be measured in spoons, g/mL; null where it may not (lye, oils, scents). */
  spoonDensityGPerMl: number | null;
  /** Tare of the vessel it is weighed into, g; null where none is known. */
  tareG: number | null;
  isSafety: boolean;
  /** A caution that belongs to this line. */
  caution: string | null;
  isTicked: boolean;
  /** True when it was ticked at another mass than it has now. */
  isStale: boolean;
}

type Draft = Omit<WeighUpItem, "isTicked" | "isStale">;

const SAME_WITHIN = 0.005;

const draft = (fields: Partial<Draft> & Pick<Draft, "id" | "stage" | "words">): Draft => ({
  detail: "",
  massG: null,
  spoonDensityGPerMl: null,
  tareG: null,
  isSafety: false,
  caution: null,
  ...fields,
});

/** "4 plates 246 x 70 mm and 2 ends 90 x 70 mm, 2 mm thick". */
function plateWords({ plates, ends }: Compartments, sayer: Sayer): string {
  const size = (p: { lengthMm: number; heightMm: number }) => `${sayer.mm(p.lengthMm)} x ${sayer.mm(p.heightMm)}`;
  const cut = `${plates.count} ${plates.count === 1 ? "plate" : "plates"} ${size(plates)}`;
  return `${cut}${ends ? ` and ${ends.count} ends ${size(ends)}` : ""}, ${sayer.mm(plates.thicknessMm)} thick`;
}

function toolItems(plan: Plan, masses: Masses, sayer: Sayer): Draft[] {
  const problems = fitProblems(plan, masses, sayer);
  const said = (field: string) => problems.filter((p) => p.field.startsWith(field)).map((p) => p.message);
  const moulds = plan.moulds.map((m) => {
    const c = compartmentsOf(m);
    const parts = c
      ? ` ${c.widthsMm.length} lanes, ${c.widthsMm.map(sayer.mm).join(", ")} wide and ${sayer.mm(c.lengthMm)} long: ${plateWords(c, sayer)}.`
      : "";
    return draft({
      id: `mould:${m.id}`,
      stage: "tools",
      words: `${m.name}: lined, taped, level`,
      detail:
        `Inside ${sayer.mm(m.lengthMm)} x ${sayer.mm(m.widthMm)} x ${sayer.mm(m.heightMm)}.${parts} ${said(`moulds.${m.id}`).join(" ")}`.trim(),
    });
  });
  const tools = plan.equipment.map((e) =>
    draft({
      id: `tool:${e.id}`,
      stage: "tools",
      words: e.name,
      detail: said(`equipment.${e.id}`).join(" "),
      tareG: "tareG" in e.spec ? e.spec.tareG : null,
    }),
  );
  const rest = draft({
    id: "tools:rest",
    stage: "tools",
    words: "Whisks, spatulas, blender, thermometer, rinse bucket, alcohol spray, covers laid out",
    detail: "Nothing may be missing once lye meets oil.",
  });
  const decorations = decorationCounts(plan).map((d) =>
    draft({
      id: `decoration:${d.id}`,
      stage: "tools",
      words: `${d.pieces} × ${d.name}`,
      detail: d.place === "pressed-in" ? "to press into the top" : "for the top",
    }),
  );
  return [...moulds, ...tools, ...decorations, rest];
}

function colourItems(plan: Plan, masses: Masses, sayer: Sayer): Draft[] {
  return plan.portions.flatMap((p) =>
    p.colourants.map((c) => {
      const cup = byId(masses.portions, p.id);
      const { carrierG, weighedG } = byId(cup.colourants, c.id);
      const kind = colourantKind(c.kind);
      const how = c.isDispersion
        ? `of the stock dispersion (1 : ${carrierPerG(c)})`
        : carrierG > 0
          ? `into ${sayer.g(carrierG)} of ${c.carrier.kind === "oil" ? "light oil" : "water"}; no lump left`
          : "dry";
      return draft({
        id: `colour:${p.id}:${c.id}`,
        stage: "colours",
        words: `${c.name} for ${p.name}`,
        detail: `${how}${kind.stickBlend ? "; will be stick-blended" : ""}`,
        massG: weighedG,
        spoonDensityGPerMl: dosedDensity(c),
      });
    }),
  );
}

function scentItems(plan: Plan, masses: Masses, sayer: Sayer): Draft[] {
  const item = (id: string, where: string, scent: Portion["scent"], massG: number): Draft[] => {
    if (!scent || massG <= 0) return [];
    const total = scent.parts.reduce((sum, p) => sum + p.sharePct, 0) || 1;
    const parts =
      scent.parts.length > 1
        ? scent.parts.map((p) => `${p.name} ${sayer.g((massG * p.sharePct) / total)}`).join(" + ")
        : "in its own small glass, covered";
    const flash = Math.min(...scent.parts.map((p) => p.flashPointC ?? Number.POSITIVE_INFINITY));
    return [
      draft({
        id: `scent:${id}`,
        stage: "scents",
        words: `${scent.name} for ${where}`,
        detail: parts,
        massG,
        caution: Number.isFinite(flash)
          ? `Flash point ${sayer.c(flash)}: no flame near it. Follow its data sheet.`
          : "Follow its data sheet; keep it off skin and eyes.",
      }),
    ];
  };
  return [
    ...plan.batters.flatMap((b) =>
      item(
        b.id,
        isInOils(plan, b) ? `the oils of ${b.name.toLowerCase()}, before the lye` : `the whole ${b.name.toLowerCase()}`,
        b.scent,
        byId(masses.batters, b.id).scentG,
      ),
    ),
    ...plan.portions.flatMap((p) => item(p.id, p.name, p.scent, byId(masses.portions, p.id).scentG)),
  ];
}

function batterItems(plan: Plan, batter: Batter, masses: Masses, sayer: Sayer): Draft[] {
  const m = byId(masses.batters, batter.id);
  const find = oilLookup(plan.oilRows);
  const several = plan.batters.length > 1 ? `${batter.name}: ` : "";
  const bowl = plan.equipment.find((e) => e.use === "batter" && (e.servesId === null || e.servesId === batter.id));
  const tareG = bowl && "tareG" in bowl.spec ? bowl.spec.tareG : batter.bowl.tareG;
  const oils = [...batter.oils]
    .sort((a, b) => Number(find(b.oilId)?.melting !== null) - Number(find(a.oilId)?.melting !== null))
    .map((o) =>
      draft({
        id: `oil:${batter.id}:${o.id}`,
        stage: "oils",
        words: `${several}${find(o.oilId)?.name ?? o.oilId}`,
        detail: find(o.oilId)?.melting ? "melt until clear" : "",
        massG: byId(m.oils, o.id).massG,
        tareG,
      }),
    );
  return [
    ...oils,
    ...additiveItems(batter, m, several, "oils", "oils"),
    ...lyeItems(batter, m, several, plan.roomTemperatureC, sayer),
    ...heldBackItems(batter, m, several, sayer),
    ...additiveItems(batter, m, several, "emulsion", "additives"),
    ...lateItems(plan, batter, masses, several, sayer),
  ];
}

function lyeItems(batter: Batter, m: BatterMasses, several: string, roomC: number, sayer: Sayer): Draft[] {
  const lines = lyeJugOf(batter, m, roomC, sayer).map((l) =>
    draft({
      id: l.id.startsWith("additive:")
        ? `additive:${batter.id}:${l.id.slice("additive:".length)}`
        : `lye:${batter.id}:${l.id}`,
      stage: "lye",
      words: `${several}${l.words}`,
      detail: l.detail,
      massG: l.massG,
      spoonDensityGPerMl: l.spoonDensityGPerMl,
      caution: l.caution,
    }),
  );
  return [
    ...lines,
    draft({
      id: `temperature:${batter.id}`,
      stage: "lye",
      words: `${several}Lye and oils both at about ${sayer.c(batter.startTemperatureC)}, within ${sayer.units.temperature === "C" ? "5 °C" : "10 °F"} of each other`,
      detail: "Lye cools for an hour or more; hard fats must not set again.",
    }),
  ];
}

/** Liquids held back: their moment is the emulsion. */
const heldBackItems = (batter: Batter, m: BatterMasses, several: string, sayer: Sayer): Draft[] =>
  m.liquids
    .filter((l) => l.when === "at-emulsion")
    .map((l) => {
      const name = liquidName(batter, l);
      return draft({
        id: `lye:${batter.id}:${l.id}`,
        stage: "additives",
        words: `${several}${name[0].toUpperCase()}${name.slice(1)}, held back`,
        detail: `at about ${sayer.c(batter.startTemperatureC)}, in at emulsion; never into the lye`,
        massG: l.massG,
      });
    });

const additiveItems = (
  batter: Batter,
  m: BatterMasses,
  several: string,
  when: AdditiveTime,
  stage: WeighUpStage,
): Draft[] =>
  batter.additives
    .filter((a) => additiveRow(a.kind).when === when && m.additives.some((x) => x.id === a.id && x.massG > 0))
    .map((a) => {
      const row = additiveRow(a.kind);
      return draft({
        id: `additive:${batter.id}:${a.id}`,
        stage,
        words: `${several}${a.label || row.label}`,
        detail: ADDITIVE_TIMES[when],
        massG: byId(m.additives, a.id).massG,
        spoonDensityGPerMl: row.bulkDensityGPerMl,
      });
    });

/** What is stirred into the coloured cups: weighed once, with each cup's part of it. */
const lateItems = (plan: Plan, batter: Batter, masses: Masses, several: string, sayer: Sayer): Draft[] =>
  batter.additives
    .filter((a) => isLate(a.kind) && a.dose.amount > 0)
    .map((a) => {
      const row = additiveRow(a.kind);
      const cups = plan.portions.flatMap((p) => {
        if (p.batterId !== batter.id) return [];
        const cup = byId(masses.portions, p.id);
        const massG = cup.additives.find((x) => x.id === a.id && x.from === "batter")?.massG ?? 0;
        return massG > 0 ? [`${p.name} ${sayer.g(massG)}`] : [];
      });
      return draft({
        id: `additive:${batter.id}:${a.id}`,
        stage: "additives",
        words: `${several}${a.label || row.label}`,
        detail: `${ADDITIVE_TIMES["after-colour"]}: ${cups.join(", ")}`,
        massG: byId(byId(masses.batters, batter.id).additives, a.id).massG,
        spoonDensityGPerMl: row.bulkDensityGPerMl,
      });
    });

function portionAdditives(plan: Plan, masses: Masses): Draft[] {
  return plan.portions.flatMap((p) =>
    p.additives.map((a) => {
      const cup = byId(masses.portions, p.id);
      const row = additiveRow(a.kind);
      return draft({
        id: `additive:${p.id}:${a.id}`,
        stage: "additives",
        words: `${a.label || row.label} for ${p.name} only`,
        detail: "into this cup, after its colour",
        massG: cup.additives.find((x) => x.id === a.id && x.from === "cup")!.massG,
        spoonDensityGPerMl: row.bulkDensityGPerMl,
      });
    }),
  );
}

function targetItems(plan: Plan, masses: Masses, sayer: Sayer): Draft[] {
  return plan.portions.map((p) => {
    const cup = byId(masses.portions, p.id);
    const vessel = plan.equipment.find((e) => e.use === "portion" && e.servesId === p.id);
    const kept = [
      cup.keptBackG > 0.5 ? `${sayer.g(cup.keptBackG)} for the top` : "",
      cup.pipingG > 0.5 ? `${sayer.g(cup.pipingG)} for piping` : "",
      cup.sampleG > 0.5 ? `${sayer.g(cup.sampleG)} as a sample` : "",
    ].filter(Boolean);
    return draft({
      id: `target:${p.id}`,
      stage: "targets",
      words: `${p.name}${p.takesRest ? ", what is left in the bowl" : ""}`,
      detail:
        `${vessel ? `${vessel.name}. ` : ""}${kept.length ? `Of the finished cup keep back ${kept.join(", ")}.` : ""}`.trim(),
      massG: cup.baseG,
      tareG: vessel && "tareG" in vessel.spec ? vessel.spec.tareG : null,
    });
  });
}

/** The preparation in the order of the work, with what is ticked. Targets are listed, not ticked off: they are poured later. */
export function weighUpOf(plan: Plan, masses: Masses, sayer: Sayer): WeighUpItem[] {
  const drafts: Draft[] = [
    ...SAFETY_ITEMS.map((s) => draft({ ...s, stage: "safety", isSafety: true })),
    ...toolItems(plan, masses, sayer),
    ...colourItems(plan, masses, sayer),
    ...scentItems(plan, masses, sayer),
    ...plan.batters.flatMap((b) => batterItems(plan, b, masses, sayer)),
    ...portionAdditives(plan, masses),
    ...targetItems(plan, masses, sayer),
  ];
  const order = Object.keys(WEIGH_UP_STAGES);
  drafts.sort((a, b) => order.indexOf(a.stage) - order.indexOf(b.stage));
  const ticks = new Map(plan.weighUp.ticks.map((t) => [t.id, t.massG]));
  return drafts.map((d) => {
    const tickedG = ticks.get(d.id);
    const isSame =
      tickedG !== undefined &&
      (tickedG === d.massG ||
        (tickedG !== null && d.massG !== null && Math.abs(tickedG - d.massG) <= SAME_WITHIN * Math.max(d.massG, 0.01)));
    return { ...d, isTicked: isSame, isStale: tickedG !== undefined && !isSame };
  });
}

/** What is still open before the pour: safety items that bar it, and others that are asked about once. Targets do not count. */
export function openItems(items: readonly WeighUpItem[]): { safety: WeighUpItem[]; others: WeighUpItem[] } {
  const open = items.filter((i) => !i.isTicked && i.stage !== "targets");
  return { safety: open.filter((i) => i.isSafety), others: open.filter((i) => !i.isSafety) };
}
