import type { BatterMasses, Masses, PortionMasses } from "../batter/masses";
import { stageName } from "../clock/stages";
import type { Step } from "../clock/step";
import { decorationCounts } from "../cut/bars";
import type { Batter, Plan, Portion } from "../document/schema";
import { additiveRow } from "../formula/additives";
import {
  isCupPour,
  isIntoPot,
  isUnderway,
  kindName,
  kindOf,
  type Operation,
  portionOf,
} from "../techniques/operations/registry";
import { cupWords } from "../techniques/operations/wording";
import { windowOf } from "../techniques/windows";
import { byId } from "../units/byId";
import type { Sayer } from "../units/sayer";
import { liquidName, lyeName } from "./lyeJug";
import { reasonOf } from "./reasons";
import { isInOils } from "./steps/make";
import { fillingsOf } from "./vessels";

/** What a person at the bench reads: what to do, and how. */
export interface Instruction {
  title: string;
  detail: string;
  /** Caution that belongs to this step; null where there is none. */
  caution: string | null;
  /** The maker's own words to it; empty for none. */
  own: string;
  /** Why it is done, and why here. */
  why: string;
}

/** What is said of a step by its kind alone. */
type Said = Omit<Instruction, "own" | "why">;

const cupOf = (plan: Plan, portionId: string): Portion => byId(plan.portions, portionId);

/** "Pour 3 (Ink drop)", "Step 9 (hanger)": names an operation by its place in the list. */
export function pourName(plan: Plan, operationId: string): string {
  const index = plan.operations.findIndex((o) => o.id === operationId);
  const o = plan.operations[index];
  const portionId = portionOf(o);
  const name = o.kind === "layer" && index === 0 ? "floor" : kindName(o.kind);
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

/** True where the same filling of the pot is poured on later, after the next tilt. */
function isPouredOn(plan: Plan, o: Operation): boolean {
  const own = plan.operations.filter((x) => x.mouldId === o.mouldId);
  const index = own.findIndex((x) => x.id === o.id);
  return own.slice(index + 1).find((x) => isIntoPot(x) || x.kind === "potPour")?.kind === "potPour";
}

function designInstruction(plan: Plan, step: Step, o: Operation, sayer: Sayer): Said {
  const portionId = portionOf(o);
  const mould = byId(plan.moulds, o.mouldId);
  const into = isUnderway(o) ? " for" : kindOf(o).does === "pour" ? " into" : ":";
  const { title, detail } = kindOf(o).words(o, {
    cup: portionId ? cupOf(plan, portionId).name : "",
    into: o.kind === "intoCup" ? cupOf(plan, o.intoId).name : "",
    mass: sayer.g(step.massG ?? 0),
    seconds: `about ${Math.round(step.durationS)} s`,
    part: isCupPour(o) ? cupWords(o.cupPct) : "",
    mould,
    isPouredOn: isPouredOn(plan, o),
    sayer,
  });
  return { title: plan.moulds.length > 1 ? `${title}${into} ${mould.name}` : title, detail, caution: null };
}

function pressInstruction(plan: Plan): Said {
  const pressed = decorationCounts(plan).filter((d) => d.place === "pressed-in");
  return {
    title: `Press in ${pressed.map((d) => `${d.pieces} × ${d.name}`).join(", ")}`,
    detail: "Once the top holds them: pushed until they keep their place, no deeper. Too early and they sink.",
    caution: "Raw batter is caustic: gloves stay on.",
  };
}

const GEAR = "Gear stays on until the washing-up is done.";
const FINISH: Record<string, Said> = {
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

/** How the lye goes in, by the school of temperature. */
const lyeWords = (plan: Plan, lye: string): string =>
  plan.practice.temperature === "melt"
    ? `${lye}, hot as it is, over the hard fats; stir until all is clear, then the soft oils.`
    : `${lye}, slowly down the blender shaft.`;

/** What goes into the whole batter once it is an emulsion: " Then by hand: 12 g honey." Empty where nothing does. */
function stirredIn(batter: Batter, pot: BatterMasses, sayer: Sayer): string {
  const held = pot.liquids
    .filter((l) => l.when === "at-emulsion")
    .map((l) => `${sayer.g(l.massG)} ${liquidName(batter, l)}`);
  const listed = batter.additives
    .filter((a) => additiveRow(a.kind).when === "emulsion")
    .map((a) => ({
      massG: byId(pot.additives, a.id).massG,
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
    const own = byId(cup.colourants, c.id);
    return `${c.name} ${sayer.g(own.powderG + own.carrierG)}${own.carrierG > 0 ? ` with its ${c.carrier.kind}` : ""}`;
  });
  const additives = cup.additives
    .filter((a) => a.massG > 0)
    .map((a) => {
      const known = byId((a.from === "cup" ? portion : batter).additives, a.id);
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
  const own = Object.hasOwn(plan.stepWords, step.id) ? plan.stepWords[step.id] : "";
  return { ...said(plan, step, masses, sayer), own, why: reasonOf(plan, step, masses) };
}

function said(plan: Plan, step: Step, masses: Masses, sayer: Sayer): Said {
  const portion = step.portionIds.length ? cupOf(plan, step.portionIds[0]) : null;
  const batter = byId(plan.batters, step.batterId);
  const pot = byId(masses.batters, batter.id);
  const several = plan.batters.length > 1 ? ` (${batter.name})` : "";
  switch (step.kind) {
    case "lye":
      return {
        title: `Pour the lye into the oils${several}`,
        detail: `${lyeWords(plan, `${sayer.g(step.massG!)} of ${lyeName(batter, pot)}`)} The clock starts at the first drop.`,
        caution: `Goggles and gloves on. ${plan.practice.temperature === "melt" ? "It is hot besides: pour low, no milk or sugar in it. " : ""}Lye burns: on skin rinse with plenty of water; in the eyes rinse 15-20 minutes and seek medical help.`,
      };
    case "blend":
      return {
        title: `Blend to ${stageName(batter.blendToTrace)}${several}`,
        detail: `Short pulses, stir between: about ${Math.round(step.durationS)} s on high for ${sayer.g(step.massG!)}. Stop when no oil slick shows at the rim; blending cannot be undone.${isInOils(plan, batter) ? " Its scent is in the oils: it may run from here." : ""}${stirredIn(batter, pot, sayer)}`,
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
        detail: colourDetail(portion!, batter, byId(masses.portions, portion!.id), sayer),
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
      return designInstruction(plan, step, byId(plan.operations, step.operationId!), sayer);
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
          portion!.scent === null
            ? "A dollop first: where it keeps its shape, knot the bag, cut the tip and pipe."
            : "A dollop first: where it keeps its shape, knot the bag, cut the tip and pipe. It is scented: it may set in the bag, so press without a break.",
        caution: "Raw batter is caustic: gloves stay on.",
      };
    case "fill":
      return {
        title: `Fill ${portion!.name}'s bottle`,
        detail: `Through a funnel, cap on, shake it down.${fillingsOf(plan, masses, portion!.id) > 1 ? ` It takes ${fillingsOf(plan, masses, portion!.id)} fillings: keep the cup at hand.` : ""}`,
        caution: null,
      };
    case "finish":
      return step.id === "finish:press" ? pressInstruction(plan) : (FINISH[step.id] ?? FINISH["finish:cover"]);
  }
}
