import { generator, hashSeed } from "../../units/random";
import type { Knobs } from "./family";
import { type FamilyId, familyOf, knobsOf } from "./registry";

/** One proposal of a search: how the family is set, and which loaf of it. */
export interface Variant {
  id: string;
  knobs: Knobs;
  seed: number;
}

/** How far a knob is moved, share of its range. */
const REACH = 0.45;
const KEEPS_CHOICE = 0.6;

/** Neighbours of the design as it is set: its knobs moved at random inside their ranges, each with a seed of its own. Same seed, same list. */
export function variantsOf(
  plan: { design: { family: FamilyId; knobs: Knobs } },
  count: number,
  seed: number,
): Variant[] {
  const family = familyOf(plan.design.family);
  const start = knobsOf(family, plan.design.knobs);
  return Array.from({ length: count }, (_, i) => {
    const random = generator(hashSeed(seed, `variant${i}`));
    const knobs: Knobs = Object.fromEntries(
      family.knobs.map((k) => {
        if (k.kind === "choice") {
          const other = k.options[Math.floor(random() * k.options.length)].value;
          return [k.id, random() < KEEPS_CHOICE ? start[k.id] : other];
        }
        const moved = Number(start[k.id]) + (2 * random() - 1) * REACH * (k.high - k.low);
        const stepped = k.low + Math.round((moved - k.low) / k.step) * k.step;
        return [k.id, Math.min(k.high, Math.max(k.low, Number(stepped.toFixed(4))))];
      }),
    );
    return { id: `v${i}`, knobs: knobsOf(family, knobs), seed: hashSeed(seed, `loaf${i}`) };
  });
}
