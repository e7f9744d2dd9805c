import type { BatterMasses } from "../batter/masses";
import { lyePeakOf } from "../clock/meeting";
import type { Batter } from "../document/schema";
import { ADDITIVE_TIMES, type AdditiveTime, additiveRow } from "../formula/additives";
import type { LiquidMass } from "../formula/formula";
import { liquidRow, MILK_UNDER_C } from "../formula/liquids";
import { byId } from "../units/byId";
import type { Sayer } from "../units/sayer";

/** One thing that goes into the lye jug, in the order of the work. */
export interface JugLine {
  /** `water`, `ice`, `naoh`, `koh`, a liquid's id, or `additive:<id>`. */
  id: string;
  words: string;
  massG: number;
  detail: string;
  caution: string | null;
  /** Bulk density where it may be measured in spoons, g/mL. */
  spoonDensityGPerMl: number | null;
}

const LEAST_G = 0.005;
/** Silk dissolves from about this temperature of the lye on, C; lactate goes in below this one. Tundish estimates. */
const SILK_FROM_C = 60;
const LACTATE_UNDER_C = 55;

const and = (names: readonly string[]): string =>
  names.length < 2 ? (names[0] ?? "") : `${names.slice(0, -1).join(", ")} and ${names[names.length - 1]}`;

/** Name of a liquid as the maker calls it. */
export function liquidName(batter: Batter, liquid: Pick<LiquidMass, "id" | "kind">): string {
  return batter.liquids.find((l) => l.id === liquid.id)?.label || liquidRow(liquid.kind).label;
}

/** What is in the jug when the lye comes: names of what is liquid then, and of what is frozen. */
function jugOf(batter: Batter, m: BatterMasses) {
  const named = (when: LiquidMass["when"]) =>
    m.liquids.filter((l) => l.when === when && l.massG > LEAST_G).map((l) => liquidName(batter, l));
  const liquid = [...(m.waterG - m.iceG > LEAST_G ? ["water"] : []), ...named("with-lye")];
  const frozen = [...(m.iceG > LEAST_G ? ["ice"] : []), ...named("frozen-in-lye").map((n) => `frozen ${n}`)];
  const hasMilk = m.liquids.some((l) => l.when !== "at-emulsion" && l.massG > LEAST_G && liquidRow(l.kind).isMilk);
  return { liquid, frozen, hasMilk };
}

/** "lye water", or "lye in goat's milk" where that is most of what it is dissolved in. */
export function lyeName(batter: Batter, m: BatterMasses): string {
  const reaching = m.liquids.filter((l) => l.when !== "at-emulsion" && l.massG > LEAST_G);
  const otherG = reaching.reduce((sum, l) => sum + l.massG, 0);
  if (otherG <= m.waterG) return "lye water";
  return `lye in ${and([...reaching.map((l) => liquidName(batter, l)), ...(m.waterG > LEAST_G ? ["water"] : [])])}`;
}

/** Highest temperature that the lye reaches, C; an estimate. */
const peakOf = (batter: Batter, m: BatterMasses, roomC: number): number =>
  lyePeakOf({
    naohG: m.naohG,
    kohG: m.kohG,
    waterG: m.oilsG * (m.formula.liquidAtFirstG + m.formula.frozenG),
    iceG: m.oilsG * m.formula.frozenG,
    roomC: Math.min(roomC, jugOf(batter, m).hasMilk ? MILK_UNDER_C : roomC),
  });

function lyeDetail(batter: Batter, m: BatterMasses, sayer: Sayer): string {
  const { liquid, frozen, hasMilk } = jugOf(batter, m);
  const rule = "never the other way round";
  const cool = hasMilk ? ` Keep it under ${sayer.c(MILK_UNDER_C)}, or the milk browns; set the jug in ice water.` : "";
  const end = "stir until no crust sits at the bottom";
  if (frozen.length === 0)
    return `${hasMilk ? "a spoonful at a time " : ""}into the ${and(liquid)}, ${liquid.includes("water") ? "never water into lye" : rule}; ${end}.${cool}`;
  const onto = `${and(frozen)}${liquid.length ? ` in the ${and(liquid)}` : ""}`;
  return `a spoonful at a time onto the ${onto}, stirring until each is gone; ${rule}; ${end}.${cool}`;
}

/** With milk in the jug the lye goes in by the spoonful: the heat is that of all at once, which is what must not be. */
function lyeCaution(peakC: number, hasMilk: boolean, sayer: Sayer): string {
  const heat =
    peakC >= 45
      ? `${hasMilk ? "All at once it would heat" : "It heats"} to about ${sayer.c(Math.round(peakC / 5) * 5)} and fumes: do not lean over it.`
      : "It stays cool while the cubes melt, and still fumes and burns.";
  return `Goggles, gloves, fresh air. ${heat} Heat-proof vessel, no aluminium.`;
}

function additiveDetail(when: AdditiveTime, batter: Batter, m: BatterMasses, peakC: number, sayer: Sayer): string {
  const { liquid, frozen } = jugOf(batter, m);
  if (when === "lye-water") {
    return liquid.length
      ? `dissolve in the ${and(liquid)} before the lye goes in`
      : `dissolve in the ${and(frozen).replaceAll("frozen ", "")} before it is frozen`;
  }
  if (when === "hot-lye") {
    return peakC >= SILK_FROM_C
      ? ADDITIVE_TIMES[when]
      : "this lye stays too cool to dissolve it: leave it out, or make the lye without anything frozen";
  }
  return peakC > LACTATE_UNDER_C
    ? `into the lye once it has cooled under ${sayer.c(LACTATE_UNDER_C)}`
    : "into the lye, stir";
}

/** Everything that goes into the lye jug, in the order in which it goes in, with what goes into what. */
export function lyeJugOf(batter: Batter, m: BatterMasses, roomC: number, sayer: Sayer): JugLine[] {
  const peakC = peakOf(batter, m, roomC);
  const line = (
    id: string,
    words: string,
    massG: number,
    detail: string,
    more: Partial<Pick<JugLine, "caution" | "spoonDensityGPerMl">> = {},
  ): JugLine[] =>
    massG > LEAST_G ? [{ id, words, massG, detail, caution: null, spoonDensityGPerMl: null, ...more }] : [];
  const liquids = (when: LiquidMass["when"], detail: string) =>
    m.liquids
      .filter((l) => l.when === when)
      .flatMap((l) => {
        const name = liquidName(batter, l);
        const words = when === "frozen-in-lye" ? `Frozen ${name}` : `${name[0].toUpperCase()}${name.slice(1)}`;
        return line(l.id, words, l.massG, detail);
      });
  const additives = (when: AdditiveTime) =>
    batter.additives
      .filter((a) => additiveRow(a.kind).when === when)
      .flatMap((a) =>
        line(
          `additive:${a.id}`,
          a.label || additiveRow(a.kind).label,
          byId(m.additives, a.id).massG,
          additiveDetail(when, batter, m, peakC, sayer),
          { spoonDensityGPerMl: additiveRow(a.kind).bulkDensityGPerMl },
        ),
      );
  const iceDetail = "into the jug just before the lye: less fume, faster cooling";
  return [
    ...line("water", "Water", m.waterG - m.iceG, "distilled, cold, into the lye jug"),
    ...liquids("with-lye", "cold, into the lye jug"),
    ...additives("lye-water"),
    ...line("ice", "Ice", m.iceG, iceDetail),
    ...liquids("frozen-in-lye", "in cubes, into the jug just before the lye"),
    ...line("naoh", `Sodium hydroxide, ${batter.lye.purityPct} %`, m.naohG, lyeDetail(batter, m, sayer), {
      caution: lyeCaution(peakC, jugOf(batter, m).hasMilk, sayer),
    }),
    ...line(
      "koh",
      `Potassium hydroxide, ${batter.lye.kohPurityPct} %`,
      m.kohG,
      m.naohG > LEAST_G ? "after the sodium hydroxide, a little at a time" : lyeDetail(batter, m, sayer),
      { caution: lyeCaution(peakC, jugOf(batter, m).hasMilk, sayer) },
    ),
    ...additives("hot-lye"),
    ...additives("cooled-lye"),
  ];
}
