import { decorationCounts } from "../cut/bars";
import { TOOL_MM } from "../families/registry";
import { additiveRow } from "../formula/additives";
import { tiltedVolumeMl } from "../mould/mould";
import { fillingsOf } from "../mould/vessels";
import type { BatterMasses, Masses, PortionMasses } from "../plan/masses";
import {
  isCupPour,
  isIntoPot,
  type Operation,
  type OperationKind,
  portionOf,
  type StrokeTool,
} from "../plan/operations";
import type { Batter, Plan, Portion } from "../plan/schema";
import { stageName } from "../trace/stages";
import type { Sayer } from "../units/sayer";
import { liquidName, lyeName } from "../weighup/lyeJug";
import type { Step } from "./steps";
import { windowOf } from "./windows";

/** What a person at the bench reads: what to do, and how. */
export interface Instruction {
  title: string;
  detail: string;
  /** Caution that belongs to this step; null where there is none. */
  caution: string | null;
}

/** Shares of a cup that people can see, nearest first match. */
const CUP_WORDS = [
  { pct: 100, words: "the whole cup" },
  { pct: 75, words: "three quarters of the cup" },
  { pct: 66.7, words: "two thirds of the cup" },
  { pct: 50, words: "half the cup" },
  { pct: 40, words: "two fifths of the cup" },
  { pct: 33.3, words: "a third of the cup" },
  { pct: 25, words: "a quarter of the cup" },
  { pct: 20, words: "a fifth of the cup" },
  { pct: 16.7, words: "a sixth of the cup" },
  { pct: 12.5, words: "an eighth of the cup" },
  { pct: 10, words: "a tenth of the cup" },
] as const;

/** "about a third of the cup": the nearest fraction by ratio; "a splash" under 7 %. */
export function cupWords(cupPct: number): string {
  if (cupPct < 7) return "a splash";
  const nearest = CUP_WORDS.reduce((best, w) =>
    Math.abs(Math.log(w.pct / cupPct)) < Math.abs(Math.log(best.pct / cupPct)) ? w : best,
  );
  const isClose = Math.abs(nearest.pct - cupPct) < 0.8;
  return isClose ? nearest.words : `about ${nearest.words}`;
}

const HEIGHT_WORDS = { low: "from low over the batter", mid: "from half height", high: "from high up" } as const;
const PASS_WORDS = { 1: "one way down the loaf", 2: "down the loaf and back", 3: "down, back and down again" } as const;

const cupOf = (plan: Plan, portionId: string): Portion => plan.portions.find((p) => p.id === portionId)!;

const KIND_NAMES: Record<OperationKind, string> = {
  layer: "layer",
  stripe: "drop",
  plop: "single drop",
  wallPour: "wall pour",
  compartment: "compartment",
  funnel: "funnel pour",
  potStack: "into the pot",
  potDrop: "drop into the pot",
  potTurn: "turns in the pot",
  potPour: "pot poured out",
  spoonRow: "spoonfuls",
  bottleLine: "line",
  topLine: "top line",
  drizzle: "drizzle",
  stroke: "stroke",
  wire: "hanger",
  comb: "comb",
  topStroke: "top stroke",
  peaks: "peaks",
  tilt: "tilt",
  tap: "tap",
  pullDividers: "dividers out",
};
export const kindName = (kind: OperationKind): string => KIND_NAMES[kind];

/** "Pour 3 (Ink drop)", "Step 9 (hanger)": names an operation by its place in the list. */
export function pourName(plan: Plan, operationId: string): string {
  const index = plan.operations.findIndex((o) => o.id === operationId);
  const o = plan.operations[index];
  const portionId = portionOf(o);
  const name = o.kind === "layer" && index === 0 ? "floor" : KIND_NAMES[o.kind];
  return portionId ? `Pour ${index + 1} (${cupOf(plan, portionId).name} ${name})` : `Step ${index + 1} (${name})`;
}

/** Name of any step of the schedule. */
export function stepName(plan: Plan, step: Pick<Step, "kind" | "operationId" | "portionIds" | "id">): string {
  if (step.operationId) return pourName(plan, step.operationId);
  const cup = step.portionIds.length ? cupOf(plan, step.portionIds[0]).name : "the batter";
  const names: Record<Step["kind"], string> = {
    lye: "lye into the oils",
    blend: "blending",
    weigh: `weighing out ${cup}`,
    colour: `colouring ${cup}`,
    scent: `scenting ${cup}`,
    bring: `bringing ${cup} up`,
    fill: `filling ${cup}'s bottle`,
    pour: `pouring ${cup}`,
    draw: "drawing",
    pipe: `piping ${cup}`,
    finish: "finishing",
  };
  return names[step.kind];
}

const CLOCK = (hour: number) => `${Math.floor(hour) || 12}${hour % 1 ? ":30" : ""} o'clock`;
const TOOL = (tool: StrokeTool) => TOOL_MM[tool].label;

const STROKE_WORDS: Record<Extract<Operation, { kind: "stroke" }>["path"], string> = {
  crossings: "From a corner across the whole width and back, one small step along each time, to the end",
  "centre-pass": "Down the middle, lengthwise",
  circles: "In long loops around the loaf, without a stop",
  "rim-turns": "Round along the rim",
  "figure-eights": "In wide figure-eights along the loaf, flat of the tool across",
  "s-curves": "In S-curves across the lines, from both sides in turn, touching the floor",
  rakes: "Straight across the lines, side by side",
  "spoon-drags": "Down, along and up, there and back",
  free: "As it is drawn on the picture",
};
const WIRE_WORDS: Record<Extract<Operation, { kind: "wire" }>["path"], string> = {
  "side-to-side": "Down one side wall to the floor, over, up but not out, over, down",
  loops: "In loops from floor to surface, side by side",
  "figure-eights": "In figure-eights from floor to surface",
  free: "As it is drawn on the picture",
};
const COMB_WORDS: Record<Extract<Operation, { kind: "comb" }>["path"], string> = {
  across: "Across the loaf, set on beside the last place each time",
  along: "Along the loaf, all teeth at once",
  waves: "Along the loaf in even waves, all teeth at once",
};
const TOP_WORDS: Record<Extract<Operation, { kind: "topStroke" }>["path"], string> = {
  zigzag: "zigzag across the lines",
  loop: "loops along the top",
  "figure-eight": "figure-eights along the top",
  feather: "across the lines, then back between",
};

/** A pot poured out: all at once, or on a tilt up to the low rim, with what is left in the pot for the next tilt. */
function potPourWords(
  plan: Plan,
  step: Step,
  o: Extract<Operation, { kind: "potPour" }>,
  sayer: Sayer,
  say: (title: string, detail: string) => Instruction,
): Instruction {
  const seconds = `about ${Math.round(step.durationS)} s`;
  const mass = sayer.g(step.massG ?? 0);
  if (o.way === "one-place") return say(`Pour the pot out, ${mass}`, `All in one place, ${seconds}.`);
  if (o.way === "travelling") return say(`Pour the pot out, ${mass}`, `Travelling along the loaf, ${seconds}.`);
  const own = plan.operations.filter((x) => x.mouldId === o.mouldId);
  const index = own.findIndex((x) => x.id === o.id);
  const next = own.slice(index + 1).find((x) => isIntoPot(x) || x.kind === "potPour");
  const strokes = `Along the upper edge, ${o.strokes} fast, narrow ${o.strokes === 1 ? "stroke" : "strokes"}, ${seconds}.`;
  return next?.kind === "potPour"
    ? say(
        `Pour from the pot, about ${mass}`,
        `${strokes} Stop when it comes back to the low rim; the rest stays in the pot.`,
      )
    : say(`Pour out what is left, ${mass}`, strokes);
}

function designInstruction(plan: Plan, step: Step, o: Operation, sayer: Sayer): Instruction {
  const portionId = portionOf(o);
  const name = portionId ? cupOf(plan, portionId).name : "";
  const seconds = `about ${Math.round(step.durationS)} s`;
  const part = isCupPour(o) ? cupWords(o.cupPct) : "";
  const pour = `Pour ${name}, ${sayer.g(step.massG ?? 0)}`;
  const mould = plan.moulds.find((m) => m.id === o.mouldId)!;
  const loaf =
    plan.moulds.length > 1
      ? `${isIntoPot(o) ? " for" : portionId || o.kind === "potPour" ? " into" : ":"} ${mould.name}`
      : "";
  const say = (title: string, detail: string): Instruction => ({ title: `${title}${loaf}`, detail, caution: null });
  const wall = "acrossMm" in o ? `${sayer.place(o.acrossMm)} from the near wall` : "";
  switch (o.kind) {
    case "layer":
      return say(pour, `Over the whole surface, low, over a spatula: ${part}, ${seconds}.`);
    case "stripe":
      return say(pour, `${wall}, ${HEIGHT_WORDS[o.height]}, ${PASS_WORDS[o.passes]}: ${part}, ${seconds}.`);
    case "plop":
      return say(
        pour,
        `In one place, ${sayer.place(o.alongMm)} from the left, ${wall}, ${HEIGHT_WORDS[o.height]}: ${part}.`,
      );
    case "wallPour":
      return say(pour, `Along the upper edge, ${o.strokes} narrow, even strokes back and forth: ${part}, ${seconds}.`);
    case "compartment":
      return say(
        pour,
        `Compartment ${o.index + 1} from the near wall: ${part}. Keep the levels even; hold the plates down.`,
      );
    case "funnel":
      return say(pour, `Count to three into the funnel, by the side of the lip: ${part}.`);
    case "potStack":
      return say(
        `${name} into the pot, ${sayer.g(step.massG ?? 0)}`,
        `Down the wall of the pot, gently: ${part}, ${seconds}.`,
      );
    case "potDrop":
      return say(
        `${name} into the pot, ${sayer.g(step.massG ?? 0)}`,
        `At ${CLOCK(o.clock)}, ${HEIGHT_WORDS[o.height]}: ${part}, ${seconds}.`,
      );
    case "potTurn":
      return say(
        `${o.turns} ${o.turns === 1 ? "turn" : "turns"} in the pot`,
        "With the spatula, slowly, then stop: one more greys it.",
      );
    case "potPour":
      return potPourWords(plan, step, o, sayer, say);
    case "spoonRow":
      return say(
        `Spoon ${name}, ${sayer.g(step.massG ?? 0)}`,
        `Spoonfuls along the mould, ${wall}: ${part}, ${seconds}.`,
      );
    case "bottleLine":
      return say(
        `Line of ${name}, ${sayer.g(step.massG ?? 0)}`,
        `${wall}, ${o.strokes} strokes back and forth, nozzle low: ${part}, ${seconds}.`,
      );
    case "topLine":
      return say(pour, `A line on the top, ${wall}, from what was kept back, ${seconds}.`);
    case "drizzle":
      return say(
        `Drizzle ${name}, ${sayer.g(step.massG ?? 0)}`,
        `Freely over the top, from what was kept back, ${seconds}.`,
      );
    case "stroke":
      return say(
        `Draw with the ${TOOL(o.tool)}`,
        `${STROKE_WORDS[o.path]}, ${o.depthMm === null ? "to the floor" : `${sayer.mm(o.depthMm)} deep`}. ${seconds}.`,
      );
    case "wire":
      return say(
        `Hanger, ${o.loops} ${o.loops === 1 ? "loop" : "loops"}`,
        `${WIRE_WORDS[o.path]}; then out and wipe. ${seconds}.`,
      );
    case "comb":
      return say(
        `Comb, ${o.teeth} teeth`,
        `${COMB_WORDS[o.path]}, ${o.passes === 1 ? "once" : `${o.passes} times, there and back between`}, ${o.depthMm === null ? "to the floor" : `${sayer.mm(o.depthMm)} deep`}. ${seconds}.`,
      );
    case "topStroke":
      return say(
        "Draw the top",
        `With the ${TOOL(o.tool)}, ${TOP_WORDS[o.path]}, not deeper than ${sayer.mm(o.depthMm)}.`,
      );
    case "peaks":
      return say("Peaks on the top", `With the ${TOOL(o.tool)}, shallow. Wait until they stand.`);
    case "tilt":
      return say(
        o.angleDeg > 0 ? `Tilt to ${o.angleDeg}°` : "Mould level",
        o.angleDeg > 0
          ? `Slowly: a sudden change makes a shelf. To its low rim it holds ${sayer.ml(tiltedVolumeMl(mould, o.angleDeg))} now.`
          : "Slowly: a sudden change makes a shelf.",
      );
    case "tap":
      return say("Tap the mould", "A few firm taps, to settle it and let the air out.");
    case "pullDividers":
      return say("Pull the dividers", "Straight up, slowly: they suck. Scrape them into the mould, bang it level.");
  }
}

function decorateInstruction(plan: Plan): Instruction {
  const counts = decorationCounts(plan);
  const list = (place: "pressed-in" | "on-top") =>
    counts
      .filter((d) => d.place === place)
      .map((d) => `${d.pieces} × ${d.name}`)
      .join(", ");
  const parts = [
    list("pressed-in") && `Pressed in while the top still takes it: ${list("pressed-in")}.`,
    list("on-top") && `On the top when the shine has gone: ${list("on-top")}.`,
  ];
  return {
    title: "Decorate the top",
    detail: parts.filter(Boolean).join(" "),
    caution: "Raw batter is caustic: gloves stay on.",
  };
}

const GEAR = "Gear stays on until the washing-up is done.";
const FINISH: Record<string, Instruction> = {
  "finish:spritz": {
    title: "Spritz the top with alcohol",
    detail: "91-99 %, a fine mist against ash; again when the shine has gone.",
    caution: "Flammable: away from oven, heat pad and running motors.",
  },
  "finish:cover": { title: "Cover the mould", detail: `A lid or a box that touches nothing. ${GEAR}`, caution: null },
  "finish:leave-open": {
    title: "Leave the mould open until the shine goes",
    detail: `Then cover it, as you are used to. ${GEAR}`,
    caution: null,
  },
  "finish:heat-on": {
    title: "Warm it for gel",
    detail: "Insulate, or heat pad on low; look after half an hour: it must not rise.",
    caution: "No alcohol mist near the heat pad.",
  },
};

/** What goes into the whole batter once it is an emulsion: " Then by hand: 12 g honey." Empty where nothing does. */
function stirredIn(batter: Batter, pot: BatterMasses, sayer: Sayer): string {
  const held = pot.liquids
    .filter((l) => l.when === "at-emulsion")
    .map((l) => `${sayer.g(l.massG)} ${liquidName(batter, l)}`);
  const listed = batter.additives
    .filter((a) => additiveRow(a.kind).when === "emulsion")
    .map((a) => ({
      massG: pot.additives.find((x) => x.id === a.id)!.massG,
      name: a.label || additiveRow(a.kind).label,
    }))
    .filter((a) => a.massG > 0)
    .map((a) => `${sayer.g(a.massG)} ${a.name}`);
  const now = [...held, ...listed];
  return now.length ? ` Then by hand: ${now.join(", ")}.` : "";
}

/** What is stirred into a cup: its colours with their carrier, then by hand its additives, each with its grams. */
function colourDetail(portion: Portion, batter: Batter, cup: PortionMasses, sayer: Sayer): string {
  const colours = portion.colourants.map((c) => {
    const own = cup.colourants.find((x) => x.id === c.id)!;
    return `${c.name} ${sayer.g(own.powderG + own.carrierG)}${own.carrierG > 0 ? ` with its ${c.carrier.kind}` : ""}`;
  });
  const additives = cup.additives
    .filter((a) => a.massG > 0)
    .map((a) => {
      const known = (a.from === "cup" ? portion : batter).additives.find((x) => x.id === a.id)!;
      return `${sayer.g(a.massG)} ${known.label || additiveRow(known.kind).label}`;
    });
  const stir = additives.length ? ` Then by hand: ${additives.join(", ")}.` : "";
  if (colours.length === 0) return `${additives.join(", ")}: stir in by hand, scrape the wall.`;
  return `${colours.join(" + ")}. Whisk by hand, scrape the wall.${stir}`;
}

/** Highest lower edge that a cup's pours ask for; null without any. */
function broughtTo(plan: Plan, portionId: string): number | null {
  const lows = plan.operations.flatMap((o) => (portionOf(o) === portionId ? (windowOf(plan, o)?.low ?? []) : []));
  return lows.length ? Math.max(...lows) : null;
}

/** What to do in a step. */
export function instructionOf(plan: Plan, step: Step, masses: Masses, sayer: Sayer): Instruction {
  const portion = step.portionIds.length ? cupOf(plan, step.portionIds[0]) : null;
  const batter = plan.batters.find((b) => b.id === step.batterId)!;
  const pot = masses.batters.find((b) => b.id === batter.id)!;
  const several = plan.batters.length > 1 ? ` (${batter.name})` : "";
  switch (step.kind) {
    case "lye":
      return {
        title: `Pour the lye into the oils${several}`,
        detail: `${sayer.g(step.massG!)} of ${lyeName(batter, pot)}, slowly down the blender shaft. The clock starts at the first drop.`,
        caution:
          "Goggles and gloves on. Lye burns: on skin rinse with plenty of water; in the eyes rinse 15-20 minutes and seek medical help.",
      };
    case "blend":
      return {
        title: `Blend to ${stageName(batter.blendToTrace)}${several}`,
        detail: `Short pulses, stir between: about ${Math.round(step.durationS)} s on high for ${sayer.g(step.massG!)}. Stop when no oil slick shows at the rim; blending cannot be undone.${stirredIn(batter, pot, sayer)}`,
        caution: "Raw batter is caustic: keep the bell under the surface.",
      };
    case "weigh":
      return {
        title: `Weigh out ${portion!.name}, ${sayer.g(step.massG!)}`,
        detail: "Cup on the scale, tare, pour from the bowl.",
        caution: null,
      };
    case "colour":
      return {
        title: portion!.colourants.length ? `Colour ${portion!.name}` : `Stir into ${portion!.name}`,
        detail: colourDetail(portion!, batter, masses.portions.find((m) => m.id === portion!.id)!, sayer),
        caution: null,
      };
    case "scent":
      return {
        title: `Scent ${portion ? portion.name : `the whole ${batter.name.toLowerCase()}`}, ${sayer.g(step.massG!)}`,
        detail: `${(portion ?? batter).scent!.name}. Whisk, do not blend.`,
        caution: "Follow the supplier's data sheet for this scent.",
      };
    case "pour":
    case "draw":
      return designInstruction(plan, step, plan.operations.find((o) => o.id === step.operationId)!, sayer);
    case "bring": {
      const next = broughtTo(plan, portion!.id);
      return {
        title: `Bring ${portion!.name} ${next ? `to ${stageName(next)} trace` : "up"}`,
        detail:
          "Short pulses, look after each: the next scents run, and nothing can be blended while they do. Skip it if it stands there already.",
        caution: null,
      };
    }
    case "pipe":
      return {
        title: `Pipe the top with ${portion!.name}, ${sayer.g(step.massG!)}`,
        detail:
          "Wait until a trial dollop keeps its shape; bag lined with film, tip cut. Unscented batter behaves better.",
        caution: "Raw batter is caustic: gloves stay on.",
      };
    case "fill":
      return {
        title: `Fill ${portion!.name}'s bottle`,
        detail: `Through a funnel, cap on, shake it down.${fillingsOf(plan, masses, portion!.id) > 1 ? ` It takes ${fillingsOf(plan, masses, portion!.id)} fillings: keep the cup at hand.` : ""}`,
        caution: null,
      };
    case "finish":
      return step.id === "finish:decorate" ? decorateInstruction(plan) : (FINISH[step.id] ?? FINISH["finish:cover"]);
  }
}
