/** Molar masses, g/mol (IUPAC standard atomic masses, 2021, rounded). */
export const NAOH_G_PER_MOL = 39.997;
export const KOH_G_PER_MOL = 56.106;
export const WATER_G_PER_MOL = 18.015;
export const GLYCEROL_G_PER_MOL = 92.094;
