import type { Part } from "../swirl/view";

/** A drawn section of the loaf: the colour of each sample by index, rows from the top. */
export interface Section {
  width: number;
  height: number;
  colour: Uint8Array;
}

/** A colour with less of a face than this is not seen on it. */
const SEEN_SHARE = 0.01;

/** Colours that are seen in a part of a section, by index. */
export function coloursSeen({ width, height, colour }: Section, part: Part): Set<number> {
  const counts = new Map<number, number>();
  const [x0, x1] = [Math.floor(part.fromX * width), Math.ceil(part.toX * width)];
  const [y0, y1] = [Math.floor((1 - part.toUp) * height), Math.ceil((1 - part.fromUp) * height)];
  let all = 0;
  for (let y = Math.max(0, y0); y < Math.min(height, y1); y++)
    for (let x = Math.max(0, x0); x < Math.min(width, x1); x++) {
      const c = colour[y * width + x];
      counts.set(c, (counts.get(c) ?? 0) + 1);
      all++;
    }
  return new Set([...counts].flatMap(([c, n]) => (n >= SEEN_SHARE * all ? [c] : [])));
}

/**
 * "Every bar shows every colour.", or which are missing: "Ink in 8 of 10, Brass in 9 of 10."
 * @param faces what is seen on each bar @param names of the colours that are poured, by index
 */
export function shownWords(faces: readonly ReadonlySet<number>[], names: ReadonlyMap<number, string>): string {
  const missing = [...names].flatMap(([c, name]) => {
    const count = faces.filter((f) => f.has(c)).length;
    return count < faces.length ? [`${name} in ${count} of ${faces.length}`] : [];
  });
  return missing.length === 0 ? "Every bar shows every colour." : `${missing.join(", ")}.`;
}
