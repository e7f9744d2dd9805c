import { modeLab65, modeLrgb, modeOklab, modeRgb, useMode as register } from "culori/fn";

/**
 * The colour spaces that Tundish reckons in, each as the conversion into it from a hex colour or a colour of another of them. Only
 * these are registered: the package's own entry brings all of its spaces and their readers into every page and worker.
 */
export const toRgb = register(modeRgb);
/** Linear light, 0..1 per channel. */
export const toLinear = register(modeLrgb);
export const toOklab = register(modeOklab);
/** CIE Lab (D65), l 0..100. */
export const toLab65 = register(modeLab65);
