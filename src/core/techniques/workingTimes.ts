/**
 * Working times of one practised person with about 1.5 kg of batter, in seconds; a person's pace scales them.
 * Estimates to plan with; learned from logs.
 */
export const WORKING_TIMES_S = {
  pourLyeIn: 20,
  weighPortion: 25,
  eyeballPortion: 10,
  colourCup: 35,
  scrapeCup: 10,
  stickBlendCup: 7,
  scentCup: 20,
  rinseBlender: 20,
  fillBottle: 30,
  /** Piping a loaf's top: 5 to 15 minutes. */
  pipeTop: 480,
  /** One pass of a stripe along `PASS_LENGTH_MM`. */
  stripePass: 6,
  /** One cup poured into another: half a turn of the spatula, or stirred through. */
  stirHalf: 4,
  stirThrough: 15,
  /** So many times as long as a straight pass. */
  circlesTake: 1.6,
  changeCup: 2,
  /** Layer over a spatula, per 100 g. */
  layerPer100g: 4,
  plop: 4,
  wallStroke: 2.5,
  compartmentRound: 8,
  funnelPour: 3,
  potStack: 8,
  potDrop: 15,
  potTurn: 5,
  /** Pouring the pot out, per kg. */
  potPourPerKg: 33,
  spoonRow: 14,
  /** One lump taken out of the cup and pressed in. */
  lump: 5,
  bottleStroke: 4.5,
  topLine: 12,
  drizzle: 30,
  /** One crossing of the tool over the width, or one step of a comb. */
  crossing: 2.5,
  /** One pass of a tool along `PASS_LENGTH_MM`. */
  toolPass: 7,
  toolLoop: 9,
  wireLoop: 14,
  wipeTool: 10,
  /** One decoration set on or pressed into the top. */
  decoration: 4,
  topStrokePer: 60,
  peaks: 90,
  tilt: 10,
  tap: 5,
  pullDividers: 75,
  firmStir: 8,
  spritz: 15,
  cover: 20,
  heatOn: 20,
} as const;

export const PASS_LENGTH_MM = 250;

/** What a working time is stated for, g, and the power of the mass that it grows with (Tundish estimates). */
export const TIME_GROWS = {
  lye: { referenceG: 1500, power: 0.6 },
  weigh: { referenceG: 400, power: 0.4 },
  colour: { referenceG: 400, power: 0.5 },
  scent: { referenceG: 400, power: 0.5 },
  fill: { referenceG: 300, power: 0.5 },
} as const;
/** Least and most that mass changes a working time. */
export const GROWS_WITHIN = [0.6, 3] as const;
/** Batter that leaves a cup when it is poured as fast as a hand does it, g per second. */
export const POUR_G_PER_S = 40;

/** Share of full blending power while a cup is coloured or scented by hand whisk, and while it is stirred by hand. */
export const WHISK_BLEND_SHARE = 0.1;
export const STIR_BLEND_SHARE = 0.02;

/** A working time for a mass: it grows with a power of it, held to sensible ends. */
export function byMass(standardS: number, massG: number, kind: keyof typeof TIME_GROWS): number {
  const { referenceG, power } = TIME_GROWS[kind];
  const [least, most] = GROWS_WITHIN;
  return standardS * Math.min(most, Math.max(least, (massG / referenceG) ** power));
}

/** Strokes over a mould wider than this take longer in proportion, mm. */
const NORMAL_WIDTH_MM = 90;
export const widthFactor = (widthMm: number): number => Math.max(1, widthMm / NORMAL_WIDTH_MM);
