import type { HandConstant } from "../techniques/hand";

/** Half width of a range that holds nine cases in ten, in standard deviations. */
export const NINE_IN_TEN = 1.645;

export const HAND_WORDS: Readonly<Record<HandConstant, string>> = {
  depth: "how deep your pours fall",
  spread: "how far apart the streams of one pour lie",
  carry: "how close to its line your tool takes batter along",
  reach: "how far your tool takes batter along",
  unevenness: "how uneven your layers lie",
  wander: "how far your hand wanders",
};

/** "1.20 times the usual (1.05 to 1.38)": a factor with its range, nine in ten; both natural logs. */
export function factorWords(mean: number, sd: number): string {
  const at = (z: number) => Math.exp(mean + z * sd).toFixed(2);
  return `${at(0)} times the usual (${at(-NINE_IN_TEN)} to ${at(NINE_IN_TEN)})`;
}

/** A factor under this from the usual is not worth a word. */
const SAID_FROM = 0.02;

/** "pours 1.12 times as deep, tool 0.85 times as far": what the picture does otherwise for this hand; null where nothing. */
export function lookWords(look: Partial<Record<HandConstant, number>> | undefined): string | null {
  const SHORT: Readonly<Record<HandConstant, string>> = {
    depth: "pours fall {} times as deep",
    spread: "streams lie {} times as far apart",
    carry: "the tool takes {} times as much along close to its line",
    reach: "the tool takes batter {} times as far",
    unevenness: "layers lie {} times as uneven",
    wander: "lines wander {} times as far",
  };
  const said = (Object.entries(look ?? {}) as [HandConstant, number][]).flatMap(([c, factor]) =>
    Math.abs(Math.log(factor)) >= SAID_FROM ? [SHORT[c].replace("{}", factor.toFixed(2))] : [],
  );
  return said.length > 0 ? said.join(", ") : null;
}
