import type { Operation, Plan, Portion } from "../plan/schema";
import { stageName } from "../trace/stages";
import type { Sayer } from "../units/sayer";
import type { Step } from "./steps";

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

const portionOf = (plan: Plan, portionId: string): Portion => plan.portions.find((p) => p.id === portionId)!;

const KIND_NAMES: Record<Operation["kind"], string> = { layer: "floor", stripe: "drop", topLine: "top line" };

/** "Pour 3 (Ink)": names a pour by its place in the list. */
export function pourName(plan: Plan, operationId: string): string {
  const index = plan.operations.findIndex((o) => o.id === operationId);
  const o = plan.operations[index];
  return `Pour ${index + 1} (${portionOf(plan, o.portionId).name} ${KIND_NAMES[o.kind]})`;
}

function pourInstruction(plan: Plan, step: Step, o: Operation, sayer: Sayer): Instruction {
  const name = portionOf(plan, o.portionId).name;
  const seconds = `about ${Math.round(step.durationS)} s`;
  const title = `Pour ${name}, ${sayer.g(step.massG!)}`;
  if (o.kind === "layer") {
    return {
      title,
      detail: `Over the whole floor, low, over a spatula: ${cupWords(o.cupPct)}, ${seconds}.`,
      caution: null,
    };
  }
  if (o.kind === "topLine") {
    return {
      title,
      detail: `A line on the top, ${sayer.place(o.acrossMm)} from the near wall, from what was kept back, ${seconds}.`,
      caution: null,
    };
  }
  return {
    title,
    detail: `${sayer.place(o.acrossMm)} from the near wall, ${HEIGHT_WORDS[o.height]}, ${PASS_WORDS[o.passes]}: ${cupWords(o.cupPct)}, ${seconds}.`,
    caution: null,
  };
}

/** What to do in a step. */
export function instructionOf(plan: Plan, step: Step, sayer: Sayer): Instruction {
  const portion = step.portionIds.length ? portionOf(plan, step.portionIds[0]) : null;
  const batter = plan.batters.find((b) => b.id === step.batterId)!;
  const several = plan.batters.length > 1 ? ` (${batter.name})` : "";
  switch (step.kind) {
    case "lye":
      return {
        title: `Pour the lye into the oils${several}`,
        detail: `${sayer.g(step.massG!)} of lye water, slowly down the blender shaft. The clock starts at the first drop.`,
        caution:
          "Goggles and gloves on. Lye burns: on skin rinse with plenty of water; in the eyes rinse 15-20 minutes and seek medical help.",
      };
    case "blend":
      return {
        title: `Blend to ${stageName(batter.blendToTrace)}${several}`,
        detail: `Short pulses, stir between: about ${Math.round(step.durationS)} s on high for ${sayer.g(step.massG!)}. Stop when no oil slick shows at the rim; blending cannot be undone.`,
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
        title: `Colour ${portion!.name}`,
        detail: `${portion!.colourants.map((c) => c.name).join(" + ")}: ${sayer.g(step.massG!)} with its oil. Whisk by hand, scrape the wall.`,
        caution: null,
      };
    case "scent":
      return {
        title: `Scent ${portion ? portion.name : `the whole ${batter.name.toLowerCase()}`}, ${sayer.g(step.massG!)}`,
        detail: `${(portion ?? batter).scent!.name}. Whisk, do not blend.`,
        caution: "Follow the supplier's data sheet for this scent.",
      };
    case "pour":
      return pourInstruction(plan, step, plan.operations.find((o) => o.id === step.operationId)!, sayer);
    case "finish":
      return step.id === "finish:spritz"
        ? {
            title: "Spritz the top with alcohol",
            detail: "91-99 %, a fine mist against ash; again when the shine has gone.",
            caution: "Flammable: away from oven, heat pad and running motors.",
          }
        : {
            title: "Cover the mould",
            detail:
              "Cover, or leave open until the shine goes: as you are used to. Gear stays on until the washing-up is done.",
            caution: null,
          };
  }
}
