import { useEffect, useMemo, useState } from "react";
import type { ColourTime } from "../../core/colour/colourantSchema";
import { derive } from "../../core/derive/derive";
import { readPlan } from "../../core/document/read";
import type { Plan } from "../../core/document/schema";
import type { Design } from "../../core/swirl/design";
import { levelOf } from "../../core/swirl/level";
import { FAMILIES } from "../../core/techniques/families/registry";
import { api } from "../parts/api";
import { type Beside, type Cut, designBeside, paletteAt, type Sight, sightOf } from "./look";

export interface OtherBatch {
  id: string;
  title: string;
}

const BOARDS = ["planned", "curing", "ready"] as const;
const MOST = 60;

/** The other batches of the studio, once they are asked for. */
export function useOtherBatches(ownId: string): { batches: OtherBatch[] | null; ask(): void; problem: string | null } {
  const [batches, setBatches] = useState<OtherBatch[] | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const ask = async () => {
    const boards = await Promise.all(
      BOARDS.map((board) => api<{ entries: OtherBatch[] }>(`/api/batches?board=${board}&limit=${MOST}`)),
    );
    const found: OtherBatch[] = [];
    for (const answer of boards) {
      if (!answer.ok) return setProblem(answer.message);
      found.push(...answer.value.entries);
    }
    setProblem(null);
    setBatches(found.filter((b) => b.id !== ownId).map(({ id, title }) => ({ id, title })));
  };
  return { batches, ask: () => void ask(), problem };
}

export interface BesideSight extends Sight {
  design: Design;
  palette: string[];
  words: string;
  /** Middles of its bars, mm; null where they are those of the plan. */
  cutsMm: number[] | null;
}

/** What stands beside the cut, seen cut in the same way: the design varied, or another batch. */
export function useBeside(
  beside: Beside,
  plan: Plan,
  design: Design | null,
  cut: Cut,
  colours: { palette: string[]; time: ColourTime; isGrey: boolean },
): { sight: BesideSight | null; problem: string | null } {
  const id = beside.startsWith("batch:") ? beside.slice("batch:".length) : null;
  const [fetched, setFetched] = useState<{ id: string; plan: Plan } | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => {
    setProblem(null);
    if (id === null) return;
    let isWanted = true;
    void api<{ document: unknown }>(`/api/batches/${id}`).then((answer) => {
      if (!isWanted) return;
      if (!answer.ok) return setProblem(answer.message);
      const read = readPlan(answer.value.document);
      if (read.ok) setFetched({ id, plan: read.plan });
      else setProblem(`That batch cannot be read: ${read.problems[0].message}`);
    });
    return () => {
      isWanted = false;
    };
  }, [id]);

  const sight = useMemo((): BesideSight | null => {
    if (!design || beside === "nothing") return null;
    if (id === null) {
      const other = designBeside(beside, plan, design);
      if (!other) return null;
      const levelMm = levelOf(other);
      return {
        design: other,
        palette: colours.palette,
        words: wordsOf(beside),
        cutsMm: null,
        ...sightOf(cut, plan, levelMm),
      };
    }
    if (fetched?.id !== id) return null;
    const derived = derive(fetched.plan);
    const other = derived.designs.get(fetched.plan.moulds[0].id);
    if (!other) return null;
    const levelMm = levelOf(other);
    return {
      design: other,
      palette: paletteAt(derived, colours.time, colours.isGrey),
      words: fetched.plan.title,
      cutsMm: derived.bars.edgesMm,
      ...sightOf(cut, fetched.plan, levelMm),
    };
  }, [beside, id, fetched, plan, design, cut, colours.palette, colours.time, colours.isGrey]);
  return { sight, problem };
}

function wordsOf(beside: Beside): string {
  if (beside === "thicker") return "poured a stage thicker";
  if (beside === "thinner") return "poured a stage thinner";
  if (beside === "loaf") return "another loaf of the same plan";
  const family = beside.slice("family:".length) as keyof typeof FAMILIES;
  return `the same cups as ${FAMILIES[family]?.label.toLowerCase() ?? ""}`;
}
