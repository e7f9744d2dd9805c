/** What hands are imagined about a design: how many, how many of them are photographed, and how far beyond what is believed they are drawn. */
export interface TrainOptions {
  draws: number;
  photos: number;
  seed: number;
}
/** The fewer bars tell, the more hands are asked: one bar is told far better by four times as many. */
const HANDS = { forOneBar: 1200, least: 500 } as const;
export const usualTraining = (bars: number): TrainOptions => ({
  draws: Math.max(HANDS.least, Math.round(HANDS.forOneBar / bars)),
  photos: 30,
  seed: 20_26,
});
