import { formulaAcidShare } from "../../batter/judge";
import type { BatterMasses, Masses } from "../../batter/masses";
import { CLOSES_WITHIN_PCT, type Notice, pct } from "../../document/notice";
import type { Batter, Plan } from "../../document/schema";
import { additiveRow, SALT_BAR_FROM } from "../../formula/additives";
import { liquidRow, MILK_UNDER_C } from "../../formula/liquids";
import { oilLookup } from "../../formula/oils";
import { liquidName } from "../../prepare/lyeJug";
import { byId } from "../../units/byId";
import type { Sayer } from "../../units/sayer";

/** Sodium hydroxide dissolves to about this share of its solution at room temperature, percent. */
const STRONGEST_LYE_PCT = 50;
/** Lauric and myristic share of the fatty acids under which a bar full of salt hardly lathers (Tundish estimate). */
const SALT_LATHER_SHARE = 0.45;
/** Superfat from which it is asked about, percent: below, the spread of SAP values alone may leave lye over; above, soap goes soft and rancid. */
const LEAST_SUPERFAT_PCT = 3;
const MOST_SUPERFAT_PCT = 10;
/** Superfat that salt bars usually have, percent, and below which it is said. */
const SALT_BAR_SUPERFAT_PCT = { asked: 12, low: 15, high: 20 } as const;
/** Lye concentrations in common use, percent of the solution. */
const USUAL_LYE_PCT = { low: 25, high: 40 } as const;
/** Part of the water that is ice from which the lye's first water is the ice's doing. */
const MOSTLY_ICE = 0.6;
/** Times of the usual range beyond which a dose is asked about: a little above it, well below it. */
const OUTSIDE = { above: 1.02, below: 0.5 } as const;
/** A label rounds its parts: so far above 100 % they may add up. */
const COMPOSED_WITHIN_PCT = 0.5;
/** Sugars, g per g of oils, that heat a loaf noticeably, and the start temperature from which it matters, C. */
const SUGAR_HEATS = { fromG: 0.03, aboveC: 38 } as const;
/** So far under the melting range of the hard fats they stiffen without reacting, C; above the other a batch overheats (Tundish estimates). */
const STIFFENS_BELOW_C = 8;
const HOTTEST_C = 60;

type Say = (level: Notice["level"], field: string, message: string) => void;

function oilNotices(plan: Plan, batter: Batter, say: Say): void {
  const total = batter.oils.reduce((sum, o) => sum + o.sharePct, 0);
  if (batter.oils.length === 0 || total <= 0) say("block", "oils", "No oils yet: add one and give it a share.");
  else if (Math.abs(total - 100) > CLOSES_WITHIN_PCT) {
    const gap = 100 - total;
    say(
      "block",
      "oils",
      `Oils add up to ${pct(total)}: ${gap > 0 ? `${pct(gap)} is missing` : `${pct(-gap)} too much`}.`,
    );
  }
  const find = oilLookup(plan.oilRows);
  for (const o of batter.oils) {
    if (!find(o.oilId))
      say("block", `oils.${o.id}`, `No SAP value is known for "${o.oilId}": choose an oil of the list.`);
  }
}

function superfatNotices(batter: Batter, m: BatterMasses | undefined, say: Say, sayer: Sayer): void {
  if (batter.superfatPct < LEAST_SUPERFAT_PCT) {
    say(
      batter.superfatPct <= 0 ? "block" : "ask",
      "superfatPct",
      `Superfat ${pct(batter.superfatPct)}: SAP values vary by some percent, so lye may be left over. Use ${pct(LEAST_SUPERFAT_PCT)} or more.`,
    );
  } else if (batter.superfatPct > MOST_SUPERFAT_PCT && (m?.formula.saltPct ?? 0) < SALT_BAR_FROM) {
    say(
      "ask",
      "superfatPct",
      `Superfat ${pct(batter.superfatPct)}: more than about ${pct(MOST_SUPERFAT_PCT)} makes a soft bar that may go rancid (salt bars apart).`,
    );
  }
  if (!m) return;
  if (batter.superfatPct > 0 && m.effectiveSuperfatPct <= 0) {
    say("block", "superfatPct", "Effective superfat is zero or below: more alkali than all fats need.");
  } else if (batter.superfatPct >= LEAST_SUPERFAT_PCT && m.effectiveSuperfatPct < LEAST_SUPERFAT_PCT) {
    say(
      "ask",
      "superfatPct",
      `Effective superfat is only ${pct(m.effectiveSuperfatPct)}: lye may be left over. Raise the superfat.`,
    );
  }
  if (m.formula.acidAlkaliG > 0 && !batter.lye.coversAcids) {
    say(
      "hint",
      "superfatPct",
      `Acids take ${sayer.g(m.oilsG * m.formula.acidAlkaliG)} of NaOH off the lye: that raises the superfat to ${pct(m.effectiveSuperfatPct)}.`,
    );
  }
}

function waterNotices(batter: Batter, m: BatterMasses, say: Say, sayer: Sayer): void {
  const c = m.formula.lyeConcentrationPct;
  const { solutionPct } = m.formula;
  if (m.allWaterG < m.lyeG - 1e-9) {
    say(
      "block",
      "water",
      `Lye at ${pct(c)}: less water than lye (${sayer.g(m.allWaterG)} for ${sayer.g(m.lyeG)}). It may not dissolve and is dangerously strong. Use at least as much water as lye.`,
    );
  } else if (solutionPct > STRONGEST_LYE_PCT + 1e-9) {
    const held = m.liquids.filter((l) => l.when === "at-emulsion").map((l) => liquidName(batter, l));
    say(
      "block",
      "liquids",
      `With ${held.join(" and ") || "so much water in additives"} held back the lye would be dissolved in ${sayer.g(m.oilsG * (m.formula.liquidAtFirstG + m.formula.frozenG))} of water: ${pct(solutionPct)}, above 50 %. Hold less back, or let the lye go into part of it.`,
    );
  } else if (c > USUAL_LYE_PCT.high + 1e-6)
    say("ask", "water", `Lye at ${pct(c)} is a strong water discount: it shortens the working time a good deal.`);
  else if (c < USUAL_LYE_PCT.low - 1e-6) {
    say(
      "ask",
      "water",
      `Lye at ${pct(c)}: so much water gives time, but a slow unmould, and ash and warping are likelier.`,
    );
  }
  if (m.formula.frozenG > 0 && m.formula.firstSolutionPct > STRONGEST_LYE_PCT && solutionPct <= STRONGEST_LYE_PCT) {
    const { liquidAtFirstG } = m.formula;
    const first =
      liquidAtFirstG * m.oilsG < 1
        ? "Nothing in the jug is liquid when the lye comes"
        : `Until it melts the lye has only ${sayer.g(liquidAtFirstG * m.oilsG)} to dissolve in (${pct(m.formula.firstSolutionPct)})`;
    const isMostlyIce = m.iceG > MOSTLY_ICE * m.waterG && m.iceG > 0;
    say(
      isMostlyIce ? "ask" : "hint",
      isMostlyIce ? "iceSharePct" : "liquids",
      `${first}: add it a spoonful at a time and stir each away, or lumps of lye stay.`,
    );
  }
  const total = batter.liquids.reduce((sum, l) => sum + l.sharePct, 0);
  if (total > 100 + CLOSES_WITHIN_PCT)
    say(
      "ask",
      "liquids",
      `The liquids add up to ${pct(total)}: they are counted as parts of their sum, with no plain water.`,
    );
  for (const l of batter.liquids) {
    const { waterPct, fatPct, sugarPct, saltPct } = l.composition;
    const sum = waterPct + fatPct + sugarPct + saltPct;
    const field = `liquids.${l.id}`;
    if (sum > 100 + COMPOSED_WITHIN_PCT)
      say("ask", field, `${liquidName(batter, l)}: its parts add up to ${pct(sum)}, which cannot be.`);
    if (l.sharePct <= 0) continue;
    if (l.when === "with-lye" && liquidRow(l.kind).isMilk)
      say(
        "ask",
        field,
        `${liquidName(batter, l)} browns and smells in hot lye: freeze it into cubes, or hold it back for the emulsion.`,
      );
    else if (l.when === "frozen-in-lye" && liquidRow(l.kind).isMilk)
      say(
        "hint",
        field,
        `Freeze the ${liquidName(batter, l)} into cubes, add the lye a little at a time and keep it under ${sayer.c(MILK_UNDER_C)}, or it browns.`,
      );
  }
}

function additiveNotices(batter: Batter, m: BatterMasses, say: Say): void {
  for (const a of batter.additives) {
    const row = additiveRow(a.kind);
    const per100 = (100 * byId(m.additives, a.id).massG) / m.oilsG;
    const [low, high] = row.rangeGPer100gOils;
    const field = `additives.${a.id}`;
    if (per100 <= 0) say("hint", field, `${a.label || row.label}: no dose yet.`);
    else if (per100 > high * OUTSIDE.above) {
      say(
        "ask",
        field,
        `${a.label || row.label}: ${Number(per100.toFixed(2))} g per 100 g of oils is above the usual ${low} to ${high}: ${row.outside}. Lower it unless you know why.`,
      );
    } else if (per100 < low * OUTSIDE.below) {
      say(
        "ask",
        field,
        `${a.label || row.label}: ${Number(per100.toFixed(3))} g per 100 g of oils is far below the usual ${low} to ${high}: check which base the rate uses.`,
      );
    }
  }
  if (m.formula.sugarG > SUGAR_HEATS.fromG && batter.startTemperatureC > SUGAR_HEATS.aboveC) {
    say("ask", "startTemperatureC", "Sugars heat the loaf: start cooler and do not insulate, or it may crack or rise.");
  }
}

function saltNotices(plan: Plan, batter: Batter, m: BatterMasses, say: Say): void {
  if (m.formula.saltPct < SALT_BAR_FROM) return;
  const quick = formulaAcidShare(batter.oils, oilLookup(plan.oilRows), ["caprylic", "capric", "lauric", "myristic"]);
  const id = batter.additives.find((a) => a.kind === "salt")?.id;
  if (quick < SALT_LATHER_SHARE)
    say(
      "hint",
      `additives.${id}`,
      `With ${Math.round(m.formula.saltPct)} g of salt per 100 g of oils only coconut and its like lather: salt bars usually take 80 % of it or more.`,
    );
  if (batter.superfatPct < SALT_BAR_SUPERFAT_PCT.asked)
    say(
      "hint",
      "superfatPct",
      `Salt bars are usually made with ${SALT_BAR_SUPERFAT_PCT.low} to ${pct(SALT_BAR_SUPERFAT_PCT.high)} superfat; this one has ${pct(batter.superfatPct)}.`,
    );
}

function temperatureNotices(batter: Batter, m: BatterMasses, say: Say, sayer: Sayer): void {
  const melt = m.formula.meltsAboveC;
  if (melt !== null && batter.startTemperatureC < melt - STIFFENS_BELOW_C) {
    say(
      "ask",
      "startTemperatureC",
      `${sayer.c(batter.startTemperatureC)} is well under the melting range of the hard fats (about ${sayer.c(melt)}): they can stiffen without reacting (false trace), then part or spot.`,
    );
  }
  if (batter.startTemperatureC > HOTTEST_C)
    say(
      "ask",
      "startTemperatureC",
      `Above ${sayer.c(HOTTEST_C)} a batch can overheat, crack or rise out of the mould.`,
    );
}

function bowlNotices(batter: Batter, m: BatterMasses, say: Say, sayer: Sayer): void {
  const { tareG, grossG } = batter.bowl;
  if (grossG !== null && tareG === null)
    say("ask", "bowl.tareG", "Weigh the empty bowl too: without its tare the batter mass is not known.");
  else if (grossG !== null && tareG !== null && grossG <= tareG) {
    say(
      "ask",
      "bowl.grossG",
      `Bowl with batter (${sayer.g(grossG)}) must weigh more than the bowl (${sayer.g(tareG)}). The planned mass is used until then.`,
    );
  } else if (m.measuredBaseG !== null) {
    const off = (m.measuredBaseG / m.plannedBaseG - 1) * 100;
    if (Math.abs(off) > 3) {
      say(
        "ask",
        "bowl.grossG",
        `${sayer.g(m.measuredBaseG)} of batter is ${pct(Math.abs(off))} ${off < 0 ? "less" : "more"} than the ${sayer.g(m.plannedBaseG)} weighed up: check the tare and that nothing was left out.`,
      );
    }
  }
}

/** What a batter's formula must be told, field by field. */
export function batterNotices(plan: Plan, batter: Batter, masses: Masses | null, sayer: Sayer): Notice[] {
  const notices: Notice[] = [];
  const say: Say = (level, field, message) => notices.push({ level, field: `batters.${batter.id}.${field}`, message });
  const m = masses?.batters.find((b) => b.id === batter.id);
  oilNotices(plan, batter, say);
  superfatNotices(batter, m, say, sayer);
  if (!m) return notices;
  waterNotices(batter, m, say, sayer);
  additiveNotices(batter, m, say);
  saltNotices(plan, batter, m, say);
  temperatureNotices(batter, m, say, sayer);
  bowlNotices(batter, m, say, sayer);
  return notices;
}
