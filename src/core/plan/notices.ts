import { findOil } from "../formula/oils";
import type { Timeline } from "../schedule/timeline";
import { pourName } from "../schedule/words";
import type { Masses } from "./masses";
import type { Batter, Plan } from "./schema";

/**
 * Something that the plan's maker must hear, next to its cause.
 * - block: the pour cannot start. - ask: go on only knowingly. - hint: worth knowing.
 */
export interface Notice {
  level: "block" | "ask" | "hint";
  /** Field of the document that it stands next to, e.g. `portions.p2.sharePct`. */
  field: string;
  message: string;
}

const CLOSES_WITHIN_PCT = 0.05;
const pct = (v: number) => `${Math.round(v * 10) / 10} %`;
const grams = (v: number) => `${Math.round(v)} g`;

function batterNotices(batter: Batter, masses: Masses | null): Notice[] {
  const at = (field: string) => `batters.${batter.id}.${field}`;
  const notices: Notice[] = [];
  const say = (level: Notice["level"], field: string, message: string) =>
    notices.push({ level, field: at(field), message });
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
  for (const o of batter.oils) {
    if (!findOil(o.oilId))
      say("block", `oils.${o.id}`, `No SAP value is known for "${o.oilId}": choose an oil of the list.`);
  }
  if (batter.superfatPct < 3) {
    say(
      batter.superfatPct <= 0 ? "block" : "ask",
      "superfatPct",
      `Superfat ${pct(batter.superfatPct)}: SAP values vary by some percent, so lye may be left over. Use 3 % or more.`,
    );
  } else if (batter.superfatPct > 10) {
    say(
      "ask",
      "superfatPct",
      `Superfat ${pct(batter.superfatPct)}: more than about 10 % makes a soft bar that may go rancid (salt bars apart).`,
    );
  }
  const m = masses?.batters.find((b) => b.id === batter.id);
  if (!m) return notices;
  const c = m.formula.lyeConcentrationPct;
  if (m.waterG < m.lyeG - 1e-9) {
    say(
      "block",
      "water",
      `Lye at ${pct(c)}: less water than lye (${grams(m.waterG)} for ${grams(m.lyeG)}). It may not dissolve and is dangerously strong. Use at least as much water as lye.`,
    );
  } else if (c > 40)
    say("ask", "water", `Lye at ${pct(c)} is a strong water discount: it shortens the working time a good deal.`);
  else if (c < 25)
    say(
      "ask",
      "water",
      `Lye at ${pct(c)}: so much water gives time, but a slow unmould, and ash and warping are likelier.`,
    );
  if (batter.superfatPct > 0 && m.effectiveSuperfatPct <= 0) {
    say("block", "superfatPct", "Effective superfat is zero or below: more alkali than all fats need.");
  }
  const melt = m.formula.meltsAboveC;
  if (melt !== null && batter.startTemperatureC < melt - 8) {
    say(
      "ask",
      "startTemperatureC",
      `${batter.startTemperatureC} C is well under the melting range of the hard fats (about ${melt} C): they can stiffen without reacting (false trace), then part or spot.`,
    );
  }
  if (batter.startTemperatureC > 60)
    say("ask", "startTemperatureC", "Above 60 C a batch can overheat, crack or rise out of the mould.");
  const { tareG, grossG } = batter.bowl;
  if (grossG !== null && tareG === null)
    say("ask", "bowl.tareG", "Weigh the empty bowl too: without its tare the batter mass is not known.");
  else if (grossG !== null && tareG !== null && grossG <= tareG) {
    say(
      "ask",
      "bowl.grossG",
      `Bowl with batter (${grams(grossG)}) must weigh more than the bowl (${grams(tareG)}). The planned mass is used until then.`,
    );
  } else if (m.measuredBaseG !== null) {
    const off = (m.measuredBaseG / m.plannedBaseG - 1) * 100;
    if (Math.abs(off) > 3) {
      say(
        "ask",
        "bowl.grossG",
        `${grams(m.measuredBaseG)} of batter is ${pct(Math.abs(off))} ${off < 0 ? "less" : "more"} than the ${grams(m.plannedBaseG)} weighed up: check the tare and that nothing was left out.`,
      );
    }
  }
  return notices;
}

function portionNotices(plan: Plan, masses: Masses): Notice[] {
  const notices: Notice[] = [];
  for (const batter of plan.batters) {
    const own = plan.portions.filter((p) => p.batterId === batter.id);
    const rest = own.find((p) => p.takesRest);
    const stated = own.filter((p) => !p.takesRest).reduce((sum, p) => sum + p.sharePct, 0);
    if (own.length === 0) {
      notices.push({ level: "block", field: "portions", message: `${batter.name} has no portion.` });
    } else if (rest && stated >= 100 - CLOSES_WITHIN_PCT) {
      notices.push({
        level: "block",
        field: `portions.${rest.id}.sharePct`,
        message: `The others already take ${pct(stated)}: nothing is left for ${rest.name}.`,
      });
    } else if (!rest && Math.abs(stated - 100) > CLOSES_WITHIN_PCT) {
      const gap = 100 - stated;
      notices.push({
        level: "block",
        field: "portions",
        message: `Shares add up to ${pct(stated)}: ${gap > 0 ? `${pct(gap)} of the batter has no cup` : `${pct(-gap)} more than there is`}. Change one, or let one take the rest.`,
      });
    }
  }
  for (const p of plan.portions) {
    const pours = plan.operations.filter((o) => o.portionId === p.id);
    const used = pours.reduce((sum, o) => sum + (o.kind === "topLine" ? 0 : o.cupPct), 0);
    const cup = masses.portions.find((m) => m.id === p.id)!;
    if (used > 100 + CLOSES_WITHIN_PCT) {
      notices.push({
        level: "ask",
        field: `portions.${p.id}.pours`,
        message: `${p.name}: the pours ask for ${pct(used)} of the cup.`,
      });
    } else if (used < 100 - CLOSES_WITHIN_PCT && cup.pourG > 0.5) {
      notices.push({
        level: "ask",
        field: `portions.${p.id}.pours`,
        message: `${p.name}: ${grams(((100 - used) / 100) * cup.pourG)} (${pct(100 - used)} of the cup) is not poured yet.`,
      });
    }
    const onTop = pours.reduce((sum, o) => sum + (o.kind === "topLine" ? o.keptBackPct : 0), 0);
    if (cup.keptBackG > 0.5 && onTop < 100 - CLOSES_WITHIN_PCT) {
      notices.push({
        level: "hint",
        field: `portions.${p.id}.keptBackPct`,
        message: `${p.name}: ${grams(((100 - onTop) / 100) * cup.keptBackG)} kept back has no line on the top yet.`,
      });
    } else if (onTop > 0 && cup.keptBackG <= 0.5) {
      notices.push({
        level: "ask",
        field: `portions.${p.id}.keptBackPct`,
        message: `${p.name}: a top line is planned but nothing is kept back for it.`,
      });
    }
    if (p.scent && p.scent.dosePctOfOils > 6) {
      notices.push({
        level: "ask",
        field: `portions.${p.id}.scent`,
        message: `${p.name}: ${pct(p.scent.dosePctOfOils)} of oils is a high load. The supplier's certificate sets the limit for the cured bar.`,
      });
    }
  }
  return notices;
}

function mouldNotices(plan: Plan, masses: Masses): Notice[] {
  const notices: Notice[] = [];
  for (const mould of plan.moulds) {
    const m = masses.moulds.find((x) => x.id === mould.id)!;
    if (m.levelMm > mould.heightMm + 0.05) {
      notices.push({
        level: "ask",
        field: `moulds.${mould.id}.fillPct`,
        message: `The pours would stand ${Math.round(m.levelMm - mould.heightMm)} mm above the rim.`,
      });
    }
  }
  for (const o of plan.operations) {
    const mould = plan.moulds.find((m) => m.id === o.mouldId)!;
    if (o.kind !== "layer" && o.acrossMm > mould.widthMm) {
      notices.push({
        level: "ask",
        field: `operations.${o.id}.acrossMm`,
        message: `${Math.round(o.acrossMm)} mm is outside the mould, which is ${Math.round(mould.widthMm)} mm wide.`,
      });
    }
  }
  return notices;
}

function timeNotices(plan: Plan, timeline: Timeline): Notice[] {
  return timeline.steps.flatMap((s) => {
    if (!s.missed || !s.window || s.done) return [];
    const why = s.missed === "too thin" ? s.window.tooThin : s.window.tooThick;
    return [
      {
        level: "ask" as const,
        field: `operations.${s.id}`,
        message: `${pourName(plan, s.operationId!)}: ${s.missed} when its turn comes: ${why}.`,
      },
    ];
  });
}

/** Everything that the plan's maker must hear. Estimates are marked as such where they are shown. */
export function noticesOf(plan: Plan, masses: Masses | null, timeline: Timeline | null): Notice[] {
  return [
    ...plan.batters.flatMap((b) => batterNotices(b, masses)),
    ...(masses ? [...portionNotices(plan, masses), ...mouldNotices(plan, masses)] : []),
    ...(timeline ? timeNotices(plan, timeline) : []),
  ];
}
