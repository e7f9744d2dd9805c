import type { FamilyId } from "./registry";

/** What to look for in a cut of a family, by how thick the batter was. */
interface Expected {
  thin: string;
  medium: string;
  thick: string;
}

/** Traces that these words speak of. */
export const EXPECTED_AT = { thin: 1.6, medium: 2.3, thick: 3 } as const;

/** Words for an artist's eye, beside the pictures of a family. */
export const EXPECTED: Record<FamilyId, Expected> = {
  drop: {
    thin: "Hairlines that run high and low, colours laced into each other; low pours reach deep.",
    medium: "Clear teardrops with tails; high pours reach the floor, low ones stay near the top.",
    thick: "Rounded drops side by side, few lines between them; a low pour lies where it was poured.",
  },
  "tone-on-tone": {
    thin: "Close shades in veils without an edge; the accent is everywhere and nowhere.",
    medium: "Soft ribbons of both shades, the accent still to be found.",
    thick: "Islands of the accent, drawn out a little where the spoon turned.",
  },
  "in-pot": {
    thin: "Fine, wandering lines over the whole face; turned too long it greys.",
    medium: "Sheets and folds of every colour, no two bars alike.",
    thick: "Broad patches with crisp borders, hardly mixed.",
  },
  "stacked-pot": {
    thin: "Slanted bands that thin out towards the high side.",
    medium: "Clear slanted sheets in the order of the stack, bent where the mould was set down.",
    thick: "Stepped, uneven bands; what does not slide stays at the lip.",
  },
  hanger: {
    thin: "Columns drawn far over, long feathers beside every turn of the wire.",
    medium: "Folded columns with points at floor and top.",
    thick: "The wire's way as single lines, layers between them little moved.",
  },
  funnel: {
    thin: "Fine rings, the first ones pressed to films at the walls.",
    medium: "Rings one in the other, thinner outwards.",
    thick: "Fewer, thicker rings; the middle may pile up.",
  },
  crossings: {
    thin: "Level: feathers of 25 mm and more, met by a spine down the middle. Across: upright, wavy stripes.",
    medium: "Shorter feathers with clear points, the spine well marked.",
    thick: "Short points; lanes keep most of their width.",
  },
  circling: {
    thin: "Level: two rows of curls with long tails, drawn into the rim.",
    medium: "Curls like commas, one behind the other.",
    thick: "Short hooks at the borders of the lanes.",
  },
  "wide-eights": {
    thin: "Level: large lobes, each pulling the next colour round its middle.",
    medium: "Lobes like leaves, turned against each other.",
    thick: "The same lobes, less far turned.",
  },
  "lines-and-s": {
    thin: "Level: fans of fine lines, folded where the strokes came back between.",
    medium: "Fans with clear lines, S behind S.",
    thick: "Lines bent to waves, few of them broken.",
  },
  spoon: {
    thin: "Too thin for a spoon: colours run together along the loaf.",
    medium: "Broad, flame-like drawings from end to end.",
    thick: "Blocks of colour with torn edges where the spoon was dragged.",
  },
  layers: {
    thin: "Level layers with soft borders; poured from high they break through.",
    medium: "Layers with a gently uneven border.",
    thick: "Clear, lumpy borders; pockets of air are likely.",
  },
};
