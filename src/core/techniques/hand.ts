/** How even the pourer's hand is, and how much of a hand's unevenness the picture then has, share of the usual. */
export const HANDS = ["steady", "even", "lively"] as const;
export type Hand = (typeof HANDS)[number];

export const HAND_VARIES: Record<Hand, number> = { steady: 0.55, even: 1, lively: 1.5 };

/** Constants of a maker's hand that a photo of a cut bar can tell, each a factor on what the picture takes as usual. */
export const HAND_CONSTANTS = ["depth", "spread", "carry", "reach", "unevenness", "wander"] as const;
export type HandConstant = (typeof HAND_CONSTANTS)[number];
