/** Wire gauges that soap is cut with, thickest first. */
export const WIRE_GAUGES = [18, 20, 22, 24, 26, 28, 30, 32] as const;
export type WireGauge = (typeof WIRE_GAUGES)[number];

/**
 * Diameter of a wire by its American gauge, mm, to hundredths.
 * Source: ASTM B258, each gauge 92^(1/39) thinner than the one before, number 36 being 0.127 mm (0.005 in).
 */
export const wireMm = (gauge: WireGauge): number => Number((0.127 * 92 ** ((36 - gauge) / 39)).toFixed(2));
