import { useCallback, useEffect, useState } from "react";
import type { KeptChance } from "../../core/derive/kept";
import type { LineEntry } from "../../core/derive/line";
import { api } from "../parts/api";
import { Chart, type Inks } from "../parts/Chart";
import { type KeptPoint, keptOption } from "./keptOption";

/** What was stated of each poured batch and what was kept, batch by batch as it is worked out; null for one that cannot say. */
export function useKept(line: readonly LineEntry[]): ReadonlyMap<string, KeptChance | null> {
  const [kept, setKept] = useState<ReadonlyMap<string, KeptChance | null>>(new Map());
  useEffect(() => {
    let isGone = false;
    void (async () => {
      for (const { entry, pouredOn } of line) {
        if (pouredOn === null) continue;
        const answer = await api<KeptChance>(`/api/batches/${entry.id}/kept`);
        if (isGone) return;
        setKept((known) => new Map(known).set(entry.id, answer.ok ? answer.value : null));
      }
    })();
    return () => {
      isGone = true;
    };
  }, [line]);
  return kept;
}

/** "stated 62 %, 14 of 16 steps kept their window". */
export const keptWords = ({ stated, met, of }: KeptChance): string =>
  `stated ${Math.round(100 * stated)} %, ${met} of ${of} steps kept their window`;

/** Chance, windows kept and rating over the line of a soap, where there are two batches or more to compare. */
export function KeptChart({
  line,
  kept,
  nameOf,
}: {
  line: readonly LineEntry[];
  kept: ReadonlyMap<string, KeptChance | null>;
  nameOf: (l: LineEntry) => string;
}) {
  const option = useCallback(
    (inks: Inks) => {
      const points = line.flatMap((l): KeptPoint[] => {
        const own = kept.get(l.entry.id);
        return own ? [{ name: nameOf(l), kept: own, rating: l.entry.rating }] : [];
      });
      return keptOption(points, inks);
    },
    [line, kept, nameOf],
  );
  const known = [...kept.values()].filter((k) => k !== null);
  if (known.length < 2) return null;
  return (
    <section aria-label="Chance stated and kept" className="mt-5 max-w-[900px]">
      <h2 className="text-[19px]">Chance stated and kept</h2>
      <p className="text-[13px] text-muted">
        Stated before the pour: that every step meets its window. Kept by what was noted at the bench; an estimate where
        no cup was looked at.
      </p>
      <Chart
        option={option}
        label={`Over ${known.length} batches: chance stated, steps that kept their window, rating`}
        className="mt-1 h-[280px] w-full"
      />
    </section>
  );
}
