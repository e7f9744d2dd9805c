import { type DoseBase, dosePerOilG } from "../units/dose";
import type { ColourTime, Patch, PortionColourant } from "./colourantSchema";
import { colourantKind } from "./kinds";
import { hexOfLinear, toLinear, toOklab } from "./spaces";

/**
 * Subtractive mixing (Kubelka-Munk, two constants per channel): batter and colourants each add absorption K and scattering S by
 * their dose; the colour is the reflectance of K/S. The base scatters 1 per channel. A patch, with the kind's scattering, gives
 * each colourant's K; between patches K per gram is interpolated.
 */

/** Colour of uncoloured batter where nothing is known of its oils (Tundish estimate). */
export const NATURAL_BATTER_HEX = "#f2e9d8";
/** Patches are taken as made in this pale batter. */
const PATCH_BASE_HEX = "#f5eee0";

type Channels = [number, number, number];
const DARKEST = 0.004;
const LIGHTEST = 0.985;

const absorption = (reflectance: number) => {
  const r = Math.min(LIGHTEST, Math.max(DARKEST, reflectance));
  return (1 - r) ** 2 / (2 * r);
};
const reflectance = (ks: number) => 1 + ks - Math.sqrt(ks * ks + 2 * ks);

/** K/S of a colour in linear light per channel. */
export function channelsOf(hex: string): Channels {
  const c = toLinear(hex);
  return [absorption(c.r), absorption(c.g), absorption(c.b)];
}

const hexOf = (ks: Channels): string =>
  hexOfLinear({ r: reflectance(ks[0]), g: reflectance(ks[1]), b: reflectance(ks[2]) });

/** Weighted mean of colours by their absorption. Weights need not close; all zero gives the natural batter. */
export function blendHex(parts: readonly { hex: string; weight: number }[]): string {
  const total = parts.reduce((sum, p) => sum + p.weight, 0);
  if (total <= 0) return NATURAL_BATTER_HEX;
  const ks: Channels = [0, 0, 0];
  for (const p of parts) {
    const own = channelsOf(p.hex);
    for (let i = 0; i < 3; i++) ks[i] += (own[i] * p.weight) / total;
  }
  return hexOf(ks);
}

type Dispersed = Pick<PortionColourant, "kind" | "isDispersion" | "carrier" | "bulkDensityGPerMl">;

/** Grams of carrier that go with a gram of powder. */
export const carrierPerG = (c: Pick<PortionColourant, "carrier">): number =>
  c.carrier.kind === "none" ? 0 : c.carrier.gPerG;

/** Density of the liquids that powders are dispersed in, g/mL. */
const CARRIER_G_PER_ML = { oil: 0.92, water: 1, none: 1 } as const;

/**
 * Density of what is dosed, g/mL: of the loose powder, or of the stock dispersion (volumes of grains and carrier added up). The one figure for every
 * spoon of it, wherever it is said.
 */
export function dosedDensity(c: Dispersed): number {
  const carrier = carrierPerG(c);
  if (!c.isDispersion || carrier === 0) return c.bulkDensityGPerMl;
  return (1 + carrier) / (1 / colourantKind(c.kind).solidDensityGPerMl + carrier / CARRIER_G_PER_ML[c.carrier.kind]);
}

/** Grams of powder per 100 g of oils of a colourant in a cup: carrier left out. */
export function powderGPer100gOils(c: PortionColourant, base: DoseBase): number {
  const stated = 100 * dosePerOilG(c.dose, base, dosedDensity(c));
  return c.isDispersion ? stated / (1 + carrierPerG(c)) : stated;
}

const PATCH_BASE = channelsOf(PATCH_BASE_HEX);

/** K that one gram of powder per 100 g of oils adds at a patch, per channel; never below 0. */
function absorptionPerG(patch: Patch, time: ColourTime, scatterPerG: number): Channels {
  const seen = channelsOf(patch[time]);
  const scatter = 1 + scatterPerG * patch.gPer100gOils;
  return seen.map((ks, i) => Math.max(0, ks * scatter - PATCH_BASE[i]) / patch.gPer100gOils) as Channels;
}

/** K per gram at a dose: linear between neighbouring patches, held beyond the first and last. */
function absorptionAt(patches: readonly Patch[], dose: number, time: ColourTime, scatterPerG: number): Channels {
  const sorted = patches.length > 1 ? [...patches].sort((a, b) => a.gPer100gOils - b.gPer100gOils) : patches;
  const upper = sorted.findIndex((p) => p.gPer100gOils >= dose);
  if (upper === 0 || sorted.length === 1) return absorptionPerG(sorted[0], time, scatterPerG);
  if (upper < 0) return absorptionPerG(sorted[sorted.length - 1], time, scatterPerG);
  const a = sorted[upper - 1];
  const b = sorted[upper];
  const share = (dose - a.gPer100gOils) / (b.gPer100gOils - a.gPer100gOils);
  const low = absorptionPerG(a, time, scatterPerG);
  const high = absorptionPerG(b, time, scatterPerG);
  return low.map((v, i) => v + (high[i] - v) * share) as Channels;
}

/** Discolouring by a scent: its full colour and the share of it reached by now, 0..1. */
export interface Stain {
  hex: string;
  share: number;
}

export interface MixInput {
  baseHex: string;
  colourants: readonly PortionColourant[];
  doseBase: DoseBase;
  stains: readonly Stain[];
}

/** Predicted colour of a cup at a time, sRGB hex. An estimate: batter, light and lot differ. */
export function mixHex(input: MixInput, time: ColourTime): string {
  const ks = channelsOf(input.baseHex);
  let scatter = 1;
  for (const stain of input.stains) {
    const full = channelsOf(stain.hex);
    for (let i = 0; i < 3; i++) ks[i] += stain.share * Math.max(0, full[i] - PATCH_BASE[i]);
  }
  for (const c of input.colourants) {
    const dose = powderGPer100gOils(c, input.doseBase);
    if (dose <= 0) continue;
    const kind = colourantKind(c.kind);
    const scatterPerG = kind.scatter / kind.usualGPer100gOils;
    scatter += scatterPerG * dose;
    const added = absorptionAt(c.patches, dose, time, scatterPerG);
    for (let i = 0; i < 3; i++) ks[i] += added[i] * dose;
  }
  return hexOf(ks.map((v) => v / scatter) as Channels);
}

/** Lightness of a colour, 0 (black) to 1 (white), OKLab; orders cups from light to dark. */
export const lightness = (hex: string): number => toOklab(hex).l;
