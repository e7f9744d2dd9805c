import { portionHexAt } from "../batter/colours";
import type { Masses } from "../batter/masses";
import type { PortionColourant } from "../colour/colourantSchema";
import { APART_FROM, colourDifference } from "../colour/difference";
import type { ColourPair } from "../colour/judge";
import { colourantKind } from "../colour/kinds";
import type { Edit } from "../document/edits/edit";
import { nextId } from "../document/ids";
import type { Plan, Portion } from "../document/schema";

/** A change that would part two colours, with what it gives. */
export interface ColourAdvice {
  words: string;
  edit: Edit;
  /** Difference when cured after it. */
  difference: number;
}

interface Candidate {
  /** How much it asks of the maker, smaller is less. */
  cost: number;
  words: string;
  portion: Portion;
}

const whiten = (id: string): PortionColourant => plainPigment(id, "titanium-dioxide", "Titanium dioxide", "#fbf8f1");
const blacken = (id: string): PortionColourant => plainPigment(id, "charcoal", "Activated charcoal", "#3a3a3c", 0.25);

function plainPigment(
  id: string,
  kindId: "titanium-dioxide" | "charcoal",
  name: string,
  hex: string,
  doses = 1,
): PortionColourant {
  const kind = colourantKind(kindId);
  const gPer100gOils = kind.usualGPer100gOils;
  return {
    id,
    libraryId: null,
    name,
    kind: kindId,
    dose: { amount: Number((gPer100gOils * doses).toFixed(2)), basis: "g/100g-oils" },
    isDispersion: false,
    carrier: { kind: "oil", gPerG: 3 },
    bulkDensityGPerMl: kind.bulkDensityGPerMl,
    patches: [{ gPer100gOils, fresh: hex, nextDay: hex, cured: hex }],
  };
}

const scaled = (p: Portion, factor: number): Portion => ({
  ...p,
  colourants: p.colourants.map((c) => ({
    ...c,
    dose: { ...c.dose, amount: Number((c.dose.amount * factor).toPrecision(3)) },
  })),
});

/** What could be changed in one portion, least first. */
function candidates(plan: Plan, p: Portion): Candidate[] {
  const list: Candidate[] = [];
  const hasWhite = p.colourants.some((c) => c.kind === "titanium-dioxide");
  if (p.colourants.length > 0) {
    list.push({ cost: 1, words: `one and a half times the colour in ${p.name}`, portion: scaled(p, 1.5) });
    list.push({ cost: 1.2, words: `half the colour in ${p.name}`, portion: scaled(p, 0.5) });
    list.push({ cost: 1.6, words: `twice the colour in ${p.name}`, portion: scaled(p, 2) });
  }
  if (p.scent?.parts.some((part) => part.discolour)) {
    list.push({ cost: 1.5, words: `no scent in ${p.name}`, portion: { ...p, scent: null } });
  }
  if (!hasWhite && p.colourants.length < 6) {
    const id = nextId(plan, "c");
    list.push({ cost: 2, words: `white into ${p.name}`, portion: { ...p, colourants: [...p.colourants, whiten(id)] } });
    list.push({
      cost: 2.2,
      words: `a little charcoal into ${p.name}`,
      portion: { ...p, colourants: [...p.colourants, blacken(id)] },
    });
  }
  return list;
}

/** The smallest changes that would part a pair when cured, at most three; with none, the one that comes nearest. */
export function partingAdvice(plan: Plan, masses: Masses, pair: ColourPair): ColourAdvice[] {
  const cured = (portion: Portion) => portionHexAt(plan, masses, portion, "cured");
  const [a, b] = [plan.portions[pair.a], plan.portions[pair.b]];
  const tried = [
    ...candidates(plan, a).map((c) => ({ ...c, other: b })),
    ...candidates(plan, b).map((c) => ({ ...c, other: a })),
  ].map((c) => {
    const difference = colourDifference(cured(c.portion), cured(c.other));
    const index = plan.portions.findIndex((p) => p.id === c.portion.id);
    const edit: Edit = { kind: "set", path: ["portions", `#${plan.portions[index].id}`], value: c.portion };
    return { cost: c.cost, words: c.words, edit, difference };
  });
  const enough = tried.filter((t) => t.difference >= APART_FROM).sort((x, y) => x.cost - y.cost);
  const better = tried
    .filter((t) => t.difference > pair.difference.cured + 1)
    .sort((x, y) => y.difference - x.difference);
  const chosen = enough.length ? enough.slice(0, 3) : better.slice(0, 1);
  return chosen.map(({ words, edit, difference }) => ({ words, edit, difference }));
}

/**
 * A portion that could stand between two that look alike: poured between them it parts them without a change of colour. Null when
 * they do not touch or no third one is told apart from both.
 */
export function betweenAdvice(plan: Plan, masses: Masses, pair: ColourPair): string | null {
  if (!pair.areNeighbours) return null;
  const hexes = plan.portions.map((p) => portionHexAt(plan, masses, p, "cured"));
  const third = plan.portions.findIndex(
    (_, i) =>
      i !== pair.a &&
      i !== pair.b &&
      colourDifference(hexes[i], hexes[pair.a]) >= APART_FROM &&
      colourDifference(hexes[i], hexes[pair.b]) >= APART_FROM,
  );
  return third < 0 ? null : `pour ${plan.portions[third].name} between them`;
}
