/** Kinds of quantity that a person may enter in units of their own. Inside Tundish: grams, millimetres, millilitres, degrees Celsius. */
export type QuantityKind = "mass" | "length" | "volume" | "temperature";

export interface UnitPreferences {
  mass: "g" | "oz";
  length: "mm" | "in";
  volume: "ml" | "us";
  temperature: "C" | "F";
  /** What a teaspoon, tablespoon and cup hold. */
  spoons: "us" | "metric";
}

export const METRIC: UnitPreferences = { mass: "g", length: "mm", volume: "ml", temperature: "C", spoons: "us" };
export const US: UnitPreferences = { mass: "oz", length: "in", volume: "us", temperature: "F", spoons: "us" };

/** International avoirdupois pound (exact), g. */
export const LB_G = 453.59237;
export const OZ_G = LB_G / 16;
export const INCH_MM = 25.4;
/** US customary measures, mL; a metric spoon is 5 mL, a metric cup 250 mL. About 20 drops make a millilitre. */
export const SPOONS_ML = {
  us: { tsp: 4.92892, tbsp: 14.78676, cup: 236.588 },
  metric: { tsp: 5, tbsp: 15, cup: 250 },
} as const;
export const FL_OZ_ML = 29.5735;
export const DROP_ML = 1 / 20;

type Factors = Record<string, number>;
const MASS: Factors = { mg: 0.001, g: 1, gram: 1, gramme: 1, kg: 1000, kilo: 1000, kilogram: 1000 };
const OUNCES: Factors = { oz: OZ_G, ounce: OZ_G, lb: LB_G, "#": LB_G, pound: LB_G };
const LENGTH: Factors = {
  mm: 1,
  cm: 10,
  m: 1000,
  in: INCH_MM,
  inch: INCH_MM,
  inche: INCH_MM,
  '"': INCH_MM,
  "″": INCH_MM,
};
const FEET: Factors = { ft: 304.8, foot: 304.8, feet: 304.8, "'": 304.8 };
const VOLUME: Factors = { ml: 1, millilitre: 1, milliliter: 1, cl: 10, dl: 100, l: 1000, litre: 1000, liter: 1000 };
const MEASURES: Factors = { "fl oz": FL_OZ_ML, floz: FL_OZ_ML, drop: DROP_ML, pint: 473.176, quart: 946.353 };

function factorsOf(kind: Exclude<QuantityKind, "temperature">, units: UnitPreferences): Factors {
  if (kind === "mass") return { ...MASS, ...OUNCES };
  if (kind === "length") return { ...LENGTH, ...FEET };
  const s = SPOONS_ML[units.spoons];
  return {
    ...VOLUME,
    ...MEASURES,
    tsp: s.tsp,
    teaspoon: s.tsp,
    tbsp: s.tbsp,
    tablespoon: s.tbsp,
    cup: s.cup,
  };
}

/** Unit that a bare number is taken in. */
export function defaultUnit(kind: QuantityKind, units: UnitPreferences): string {
  if (kind === "mass") return units.mass;
  if (kind === "length") return units.length;
  if (kind === "volume") return units.volume === "ml" ? "ml" : "cup";
  return units.temperature;
}

const FRACTIONS: Record<string, string> = {
  "½": "1/2",
  "⅓": "1/3",
  "⅔": "2/3",
  "¼": "1/4",
  "¾": "3/4",
  "⅛": "1/8",
  "⅜": "3/8",
  "⅝": "5/8",
  "⅞": "7/8",
};
const NUMBER = String.raw`[-+−]?\d+(?:[.,]\d+)?`;
const VALUE = new RegExp(`^(?:(${NUMBER})\\s+)?(\\d+)\\s*/\\s*(\\d+)|^(${NUMBER})`);

const plainNumber = (text: string) => Number(text.replace(",", ".").replace("−", "-"));

/** Reads "2 1/2", "1/4", "3,5" or "-4" from the start of a text: the number and how many characters it took. */
function readNumber(text: string): { value: number; used: number } | null {
  const match = VALUE.exec(text);
  if (!match) return null;
  if (match[4] !== undefined) return { value: plainNumber(match[4]), used: match[0].length };
  const whole = match[1] === undefined ? 0 : plainNumber(match[1]);
  const denominator = Number(match[3]);
  if (denominator === 0) return null;
  return { value: whole + Math.sign(whole || 1) * (Number(match[2]) / denominator), used: match[0].length };
}

export type ParsedQuantity = { ok: true; value: number } | { ok: false; message: string };
const refuse = (message: string): ParsedQuantity => ({ ok: false, message });

const LONGEST_TEXT = 60;

/** A bare number as people type it: decimal point or comma, "2 1/2", "½". */
export function parseNumber(text: string): ParsedQuantity {
  const clean = tidy(text);
  if (clean === "") return refuse("needs a number");
  if (clean.length > LONGEST_TEXT) return refuse("is too long for a number");
  const read = readNumber(clean);
  if (!read || read.used !== clean.length || !Number.isFinite(read.value)) return refuse("is not a number");
  return { ok: true, value: read.value };
}

/** Lower case, one blank between words, written fractions for the single characters, no blanks that group thousands. */
function tidy(text: string): string {
  let t = text.normalize("NFC").trim().toLowerCase();
  for (const [sign, written] of Object.entries(FRACTIONS)) t = t.replaceAll(sign, ` ${written}`);
  return t
    .replace(/(\d)[\u202f\u00a0' ](?=\d{3}(\D|$))/g, "$1")
    .replace(/\s+/g, " ")
    .trim();
}

/**
 * Reads a quantity in whatever unit it is written: "350", "1 lb 4 oz", "2 1/2 cups", "3.5 in", "3,5 cm", "90 F". A bare number is in the
 * preferred unit. Answers SI (g, mm, mL, C), or a message that says what is wrong.
 */
export function parseQuantity(text: string, kind: QuantityKind, units: UnitPreferences): ParsedQuantity {
  const clean = tidy(text);
  if (clean === "") return refuse("needs a number");
  if (clean.length > LONGEST_TEXT) return refuse("is too long for a number");
  if (kind === "temperature") return parseTemperature(clean, units);
  const factors = factorsOf(kind, units);
  let rest = clean;
  let total = 0;
  let parts = 0;
  while (rest !== "") {
    const number = readNumber(rest);
    if (!number) return refuse(parts === 0 ? "is not a number" : `cannot be read from "${rest}" on`);
    rest = rest.slice(number.used).trimStart();
    const word = /^(fl\.? ?oz|[a-z]+|["'″#])\.?/.exec(rest)?.[0] ?? "";
    rest = rest.slice(word.length).replace(/^[\s,+&]+|^ ?and /, "");
    const name = word.replaceAll(".", "").replace(/^fl ?oz$/, "fl oz");
    const unit = name === "" ? defaultUnit(kind, units) : name;
    const factor = factors[unit] ?? factors[unit.replace(/s$/, "")];
    if (factor === undefined) return refuse(`"${word}" is not a unit of ${kind}`);
    if (name === "" && (parts > 0 || rest !== "")) return refuse("mixes a bare number with units: name every unit");
    if (parts > 0 && number.value < 0) return refuse("has a minus in the middle");
    total += number.value * factor;
    parts++;
  }
  return Number.isFinite(total) ? { ok: true, value: total } : refuse("is not a number");
}

function parseTemperature(clean: string, units: UnitPreferences): ParsedQuantity {
  const number = readNumber(clean);
  if (!number) return refuse("is not a number");
  const unit = clean
    .slice(number.used)
    .replace(/[°\s.]/g, "")
    .replace(/^deg(rees)?/, "");
  const named: Record<string, string> = { "": units.temperature, c: "C", celsius: "C", f: "F", fahrenheit: "F" };
  const scale = named[unit];
  if (!scale) return refuse(`"${clean.slice(number.used).trim()}" is not a unit of temperature`);
  return { ok: true, value: scale === "C" ? number.value : fahrenheitToC(number.value) };
}

/** Where ice melts, °F; nine of these degrees are five of Celsius. */
const ICE_F = 32;
export const fahrenheitToC = (f: number): number => ((f - ICE_F) * 5) / 9;
export const celsiusToF = (c: number): number => (c * 9) / 5 + ICE_F;

/** The number that stands in a field for an SI value, in the preferred unit. Inverse of reading it back bare. */
export function inPreferredUnit(value: number, kind: QuantityKind, units: UnitPreferences): number {
  if (kind === "temperature") return units.temperature === "C" ? value : celsiusToF(value);
  return value / factorsOf(kind, units)[defaultUnit(kind, units)];
}

const UNIT_LABELS: Record<string, string> = { C: "°C", F: "°F", ml: "mL", cup: "cups" };
export const unitLabel = (kind: QuantityKind, units: UnitPreferences): string => {
  const unit = defaultUnit(kind, units);
  return UNIT_LABELS[unit] ?? unit;
};

/** From here on no decimal is shown: what rounds to twenty. */
const WHOLE_FROM = 19.95;
const OZ_PER_LB = 16;
/** A cup and this share more is still said as one. */
const SAID_AS_ONE = 0.06;
const THIN = "\u202f";
const grouped = (digits: string) => digits.replace(/\B(?=(\d{3})+(?!\d)(?<!\.\d*))/g, THIN);
/** One decimal below 20, none from there on; trailing zeros dropped. */
const short = (v: number) => grouped(Math.abs(v) < WHOLE_FROM ? String(Number(v.toFixed(1))) : String(Math.round(v)));

/** An SI value in words of the preferred units: "1 472 g", "3 lb 3.9 oz", "3.5 in", "32 °C", "2.5 cups". */
export function sayQuantity(value: number, kind: QuantityKind, units: UnitPreferences): string {
  if (kind === "mass") return sayMass(value, units);
  if (kind === "length") {
    return units.length === "mm" ? `${short(value)} mm` : `${Number((value / INCH_MM).toFixed(2))} in`;
  }
  if (kind === "temperature") {
    const shown = inPreferredUnit(value, kind, units);
    return `${Number(shown.toFixed(units.temperature === "C" ? 1 : 0))} °${units.temperature}`;
  }
  return sayVolume(value, units);
}

function sayMass(g: number, units: UnitPreferences): string {
  if (units.mass === "g") {
    const size = Math.abs(g);
    if (size > 0 && size < 2) return `${Number(g.toFixed(2))} g`;
    return `${grouped(size < WHOLE_FROM ? g.toFixed(1) : String(Math.round(g)))} g`;
  }
  const oz = g / OZ_G;
  if (Math.abs(oz) < OZ_PER_LB) return `${Number(oz.toFixed(Math.abs(oz) < 2 ? 2 : 1))} oz`;
  const tenths = Math.round(Math.abs(oz) * 10);
  const lb = Math.floor(tenths / (10 * OZ_PER_LB));
  return `${oz < 0 ? "-" : ""}${lb} lb ${Number(((tenths - lb * 10 * OZ_PER_LB) / 10).toFixed(1))} oz`;
}

/** A mass as it is shown, back as a number: what a sum of printed lines must add up. */
export function shownMassG(g: number, units: UnitPreferences): number {
  if (units.mass === "g")
    return Math.abs(g) < 2 ? Number(g.toFixed(2)) : Math.abs(g) < WHOLE_FROM ? Number(g.toFixed(1)) : Math.round(g);
  const oz = g / OZ_G;
  return Number(oz.toFixed(Math.abs(oz) < 2 ? 2 : 1)) * OZ_G;
}

function sayVolume(ml: number, units: UnitPreferences): string {
  if (units.volume === "ml") return `${short(ml)} mL`;
  const { tsp, tbsp, cup } = SPOONS_ML[units.spoons];
  if (ml < tbsp - 1e-9) return `${sayFraction(ml / tsp)} tsp`;
  if (ml < cup / 4 - 1e-9) return `${sayFraction(ml / tbsp)} tbsp`;
  return `${sayFraction(ml / cup)} ${ml > cup * (1 + SAID_AS_ONE) ? "cups" : "cup"}`;
}

/** Finest that a kitchen measures: half of a sixteenth; and how far a fraction may be off what is said, share of it. */
const [FINEST, NEAR_SHARE] = [1 / 32, 0.04];
const SAID_PARTS = [
  [1, "1"],
  [7 / 8, "7/8"],
  [3 / 4, "3/4"],
  [2 / 3, "2/3"],
  [1 / 2, "1/2"],
  [1 / 3, "1/3"],
  [1 / 4, "1/4"],
  [1 / 8, "1/8"],
  [1 / 16, "1/16"],
] as const;

/** A measure as a kitchen says it: "2 1/2", "3/4", "1/16"; a plain decimal where no fraction is near. */
export function sayFraction(v: number): string {
  if (v < FINEST) return v.toPrecision(1);
  const whole = Math.floor(v + FINEST);
  const part = v - whole;
  if (Math.abs(part) <= FINEST && whole > 0) return String(whole);
  const near = SAID_PARTS.find(([value]) => Math.abs(value - part) <= Math.max(FINEST, NEAR_SHARE * v));
  if (!near) return String(Number(v.toFixed(2)));
  if (near[0] === 1) return String(whole + 1);
  return whole > 0 ? `${whole} ${near[1]}` : near[1];
}

/** A powder or liquid dose in level spoons of the preferred size, from its mass and bulk density: "1 1/2 tsp". An estimate. */
export function saySpoons(massG: number, densityGPerMl: number, units: UnitPreferences): string {
  const ml = massG / densityGPerMl;
  const { tsp, tbsp } = SPOONS_ML[units.spoons];
  if (ml >= 2 * tbsp) return `${sayFraction(ml / tbsp)} tbsp`;
  return `${sayFraction(ml / tsp)} tsp`;
}
