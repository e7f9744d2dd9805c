/**
 * Working times of one practised person with about 1.5 kg of batter, in seconds; a person's pace scales them.
 * Estimates to plan with; to be learned from logs.
 */
export const WORKING_TIMES_S = {
  pourLyeIn: 20,
  weighPortion: 25,
  colourCup: 35,
  scrapeCup: 10,
  stickBlendCup: 7,
  scentCup: 20,
  /** One pass of a stripe along `PASS_LENGTH_MM`. */
  stripePass: 6,
  changeCup: 2,
  /** Floor layer over a spatula, per 100 g. */
  layerPer100g: 4,
  topLine: 12,
  spritz: 15,
  cover: 20,
} as const;

export const PASS_LENGTH_MM = 250;

/** Share of full blending power while a cup is coloured or scented by hand whisk. */
export const WHISK_BLEND_SHARE = 0.1;
