import type { DoseBase } from "../units/dose";
import type { Colourant, PortionColourant } from "./colourantSchema";
import { colourDifference } from "./difference";
import { colourantKind } from "./kinds";
import { carrierPerG, mixHex } from "./mix";

/** A mix of one or two colourants that comes near a wished colour. */
export interface WishedMix {
  colourants: PortionColourant[];
  hex: string;
  difference: number;
}

const DOSES = [0.25, 0.5, 1, 1.5, 2.5] as const;

const inCup = (libraryId: string, row: Colourant, id: string, doses: number): PortionColourant => {
  const { name, kind, isDispersion, carrier, bulkDensityGPerMl, patches } = row;
  const usual = colourantKind(kind).usualGPer100gOils;
  const powder = usual * doses;
  const amount = Number((isDispersion ? powder * (1 + carrierPerG(row)) : powder).toPrecision(3));
  return {
    id,
    libraryId,
    name,
    kind,
    dose: { amount, basis: "g/100g-oils" },
    isDispersion,
    carrier,
    bulkDensityGPerMl,
    patches,
  };
};

/**
 * The mixes of at most two own colourants nearest to a wished cured colour, best first. Doses run over a few multiples of the usual one.
 * @param rows colourants on hand with their library ids
 * @param base what they are stirred into
 */
export function mixesFor(
  wishedHex: string,
  rows: readonly { id: string; row: Colourant }[],
  base: { baseHex: string; doseBase: DoseBase },
  most = 3,
): WishedMix[] {
  const found: WishedMix[] = [];
  const consider = (colourants: PortionColourant[]) => {
    const hex = mixHex({ ...base, colourants, stains: [] }, "cured");
    found.push({ colourants, hex, difference: colourDifference(hex, wishedHex) });
  };
  const singles = rows.flatMap(({ id, row }) => DOSES.map((d) => inCup(id, row, "c1", d)));
  for (const one of singles) consider([one]);
  const promising = [...found].sort((a, b) => a.difference - b.difference).slice(0, 24);
  for (const { colourants } of promising) {
    for (const { id, row } of rows) {
      if (id === colourants[0].libraryId) continue;
      for (const d of DOSES.slice(0, 3)) consider([colourants[0], inCup(id, row, "c2", d)]);
    }
  }
  const names = new Set<string>();
  return found
    .sort((a, b) => a.difference - b.difference)
    .filter((m) => {
      const key = m.colourants
        .map((c) => c.libraryId)
        .sort()
        .join("+");
      if (names.has(key)) return false;
      names.add(key);
      return true;
    })
    .slice(0, most);
}

/**
 * Own colourants nearest to one, by cured colour at the usual dose: what stands in when it runs out.
 * @param onHandG grams of a row that are on hand; null where it is not counted
 */
export function nearestEquals(
  of: { id: string; row: Colourant },
  rows: readonly { id: string; row: Colourant }[],
  onHandG: (id: string) => number | null,
  most = 3,
): { id: string; name: string; difference: number; onHandG: number | null }[] {
  const at = (row: Colourant) => row.patches[0].cured;
  return rows
    .filter((r) => r.id !== of.id && onHandG(r.id) !== 0)
    .map((r) => ({
      id: r.id,
      name: r.row.name,
      difference: colourDifference(at(of.row), at(r.row)),
      onHandG: onHandG(r.id),
    }))
    .sort((a, b) => a.difference - b.difference)
    .slice(0, most);
}
