import type { Masses } from "../../batter/masses";
import type { ColourPair } from "../../colour/judge";
import { pairWords } from "../../colour/judge";
import { orderNotices } from "../../cut/order";
import type { Notice } from "../../document/notice";
import type { Plan } from "../../document/schema";
import { fitProblems } from "../../prepare/fit";
import type { Timeline } from "../../prepare/timeline";
import { stepName } from "../../prepare/words";
import { byId } from "../../units/byId";
import type { Sayer } from "../../units/sayer";
import { batterNotices } from "./formula";
import { scentNotices } from "./scent";
import { splitNotices } from "./split";

function fitNotices(plan: Plan, masses: Masses, sayer: Sayer): Notice[] {
  const fits: Notice[] = fitProblems(plan, masses, sayer);
  const places = plan.operations.flatMap((o): Notice[] => {
    const mould = byId(plan.moulds, o.mouldId);
    if (!("acrossMm" in o) || o.acrossMm <= mould.widthMm) return [];
    return [
      {
        level: "ask",
        field: `operations.${o.id}.acrossMm`,
        message: `${sayer.mm(o.acrossMm)} is outside the mould, which is ${sayer.mm(mould.widthMm)} wide.`,
      },
    ];
  });
  return [...fits, ...places];
}

function falseTraceNotices(plan: Plan, timeline: Timeline, sayer: Sayer): Notice[] {
  return timeline.falseTrace.flatMap(({ portionId, atS }): Notice[] => {
    const portion = plan.portions.find((p) => p.id === portionId);
    if (!portion) return [];
    const batter = byId(plan.batters, portion.batterId);
    return [
      {
        level: "hint",
        field: `batters.${batter.id}.startTemperatureC`,
        message: `${portion.name} may cool so far by minute ${Math.round(atS / 60)} that its hard fats set: it then looks thick without having reacted (false trace). Warmer than ${sayer.c(batter.startTemperatureC)} avoids it; stir before judging its trace.`,
      },
    ];
  });
}

function timeNotices(plan: Plan, timeline: Timeline): Notice[] {
  return timeline.steps.flatMap((s) => {
    if (!s.missed || !s.window || s.done) return [];
    const why = s.missed === "too thin" ? s.window.tooThin : s.window.tooThick;
    return [
      {
        level: "ask" as const,
        field: `operations.${s.id}`,
        message: `${stepName(plan, s)}: ${s.missed} when its turn comes: ${why}.`,
      },
    ];
  });
}

function colourNotices(plan: Plan, pairs: readonly ColourPair[]): Notice[] {
  return pairs.flatMap((pair): Notice[] => {
    const worst = [pair.reads.cured, pair.reads.fresh];
    if (!worst.includes("alike") || (!pair.areNeighbours && pair.reads.cured !== "alike")) return [];
    return [
      {
        level: "ask",
        field: "colours",
        message: `${plan.portions[pair.a].name} and ${plan.portions[pair.b].name} ${pairWords(pair)}.`,
      },
    ];
  });
}

/** Everything that the plan's maker must hear. Estimates are marked as such where they are shown. */
export function noticesOf(
  plan: Plan,
  masses: Masses | null,
  timeline: Timeline | null,
  pairs: readonly ColourPair[],
  sayer: Sayer,
): Notice[] {
  return [
    ...plan.batters.flatMap((b) => batterNotices(plan, b, masses, sayer)),
    ...(masses
      ? [
          ...splitNotices(plan, masses, sayer),
          ...scentNotices(plan, masses),
          ...orderNotices(plan, masses, sayer),
          ...fitNotices(plan, masses, sayer),
        ]
      : []),
    ...(timeline ? [...timeNotices(plan, timeline), ...falseTraceNotices(plan, timeline, sayer)] : []),
    ...(masses ? colourNotices(plan, pairs) : []),
  ];
}
