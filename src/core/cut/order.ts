import { curedMassG, type Masses, waterInCupG } from "../batter/masses";
import type { Edit } from "../document/edits/edit";
import { nextId } from "../document/ids";
import { withMould } from "../document/moulds";
import type { Notice } from "../document/notice";
import type { Plan } from "../document/schema";
import { byId } from "../units/byId";
import type { Sayer } from "../units/sayer";
import { cutTo } from "../units/text";
import { barsOfMould } from "./bars";

/** Bars are cut no thinner, and no thicker, mm. */
const THICK_MM = { least: 8, most: 120 } as const;

/** What an order of bars asks of the first mould. */
export interface OrderPlan {
  batterId: string;
  bars: number;
  curedBarG: number;
  /** Fresh and cured mass of one bar as it is cut now, from the mould filled to its level. */
  barWetG: number;
  barCuredG: number;
  /** Thickness at which a bar cures to what was ordered; the whole millimetres that it is cut at; bars of those from one filling of the mould. */
  thicknessMm: number;
  cutMm: number;
  perFilling: number;
  /** Fillings of the mould that the order takes, and batches with the moulds that this one has. */
  fillings: number;
  batches: number;
}

/** Cured grams per finished gram, over the whole batch. */
export function curedShare(plan: Plan, masses: Masses): number {
  let wet = 0;
  let cured = 0;
  for (const cup of masses.portions) {
    const portion = byId(plan.portions, cup.id);
    const batter = byId(masses.batters, portion.batterId);
    wet += cup.finishedG;
    cured += curedMassG(cup.finishedG, waterInCupG(cup, batter), plan.residualWaterPct);
  }
  return wet > 0 ? cured / wet : 0;
}

/** Orders of the batch, worked out for its first mould. Cured masses are estimates. */
export function ordersOf(plan: Plan, masses: Masses): OrderPlan[] {
  const [mould] = plan.moulds;
  const m = byId(masses.moulds, mould.id);
  const now = barsOfMould(mould, plan);
  const barWetG = m.fillG * now.barShare;
  const barCuredG = barWetG * curedShare(plan, masses);
  return plan.batters.flatMap((b): OrderPlan[] => {
    if (b.size.basis !== "order" || barCuredG <= 0) return [];
    const { bars, curedBarG } = b.size;
    const thicknessMm = (now.thicknessMm * curedBarG) / barCuredG;
    const cutMm = Math.max(THICK_MM.least, Math.round(thicknessMm));
    const barsOf = (x: Plan["moulds"][number]) => barsOfMould(x, { ...plan, barThicknessMm: cutMm }).bars;
    const perFilling = barsOf(mould);
    const perBatch = plan.moulds.reduce((sum, x) => sum + barsOf(x), 0);
    return [
      {
        batterId: b.id,
        bars,
        curedBarG,
        barWetG,
        barCuredG,
        thicknessMm,
        cutMm,
        perFilling,
        fillings: Math.ceil(bars / perFilling),
        batches: Math.ceil(bars / perBatch),
      },
    ];
  });
}

/** How far a bar may miss the mass that was ordered before it is said, share of it. */
const MASS_WITHIN = 0.03;
const MOST_MOULDS = 8;

/** So many moulds more like the first, each with its part of every colour. */
function moreMoulds(plan: Plan, count: number): Edit {
  let moulds = plan.moulds;
  for (let i = 0; i < count; i++) {
    const grown = { ...plan, moulds };
    const item = {
      ...plan.moulds[0],
      id: nextId(grown, "m"),
      name: cutTo(60, `${plan.moulds[0].name} ${moulds.length + 1}`),
    };
    moulds = [...moulds, item];
  }
  const edit: Edit = { kind: "set", path: ["moulds"], value: moulds };
  const spread = withMould({ ...plan, moulds: moulds.slice(0, -1) }, moulds[moulds.length - 1]);
  const last = spread.kind === "all" ? spread.edits[1] : null;
  return last ? { kind: "all", edits: [edit, last] } : edit;
}

/** An order against the mould: the bars' thickness, and how many fillings it takes. */
export function orderNotices(plan: Plan, masses: Masses, sayer: Sayer): Notice[] {
  const [mould] = plan.moulds;
  return ordersOf(plan, masses).flatMap((o): Notice[] => {
    const field = `batters.${o.batterId}.size`;
    const notices: Notice[] = [];
    const isOff =
      Math.abs(o.barCuredG / o.curedBarG - 1) > MASS_WITHIN && Math.abs(plan.barThicknessMm - o.cutMm) >= 0.5;
    if (isOff && o.thicknessMm <= THICK_MM.most) {
      notices.push({
        level: "ask",
        field,
        message: `A bar ${sayer.mm(plan.barThicknessMm)} thick from ${mould.name} cures to about ${sayer.g(o.barCuredG)}; ${sayer.g(o.curedBarG)} are ordered. Cut ${sayer.mm(o.cutMm)} thick it fits: ${o.perFilling} from one filling.`,
        fix: {
          words: `cut bars ${sayer.mm(o.cutMm)} thick`,
          edit: { kind: "set", path: ["barThicknessMm"], value: o.cutMm },
        },
      });
    } else if (isOff) {
      notices.push({
        level: "ask",
        field,
        message: `A bar of ${sayer.g(o.curedBarG)} cured would have to be ${sayer.mm(o.thicknessMm)} thick from ${mould.name}: take a larger mould.`,
      });
    }
    const missing = o.fillings - plan.moulds.length;
    if (missing > 0) {
      notices.push({
        level: "ask",
        field,
        message: `${o.bars} bars take ${o.fillings} fillings of ${mould.name}, ${o.perFilling} bars each; this batch has ${plan.moulds.length === 1 ? "one mould" : `${plan.moulds.length} moulds`}: ${missing} more, or ${o.batches} batches.`,
        ...(o.fillings <= MOST_MOULDS
          ? {
              fix: {
                words: `add ${missing} ${missing === 1 ? "mould" : "moulds"} like it`,
                edit: moreMoulds(plan, missing),
              },
            }
          : {}),
      });
    }
    return notices;
  });
}
