/** What hands are imagined about a design: how many, and how many of them are photographed. */
export interface TrainOptions {
  draws: number;
  photos: number;
  seed: number;
}
const HANDS = { forOneBar: 2000, least: 700 } as const;
/** The fewer bars tell, the more hands are asked. @param bars that are photographed and teach, 1 or more */
export const usualTraining = (bars: number): TrainOptions => ({
  draws: Math.max(HANDS.least, Math.round(HANDS.forOneBar / bars)),
  photos: 30,
  seed: 20_26,
});
