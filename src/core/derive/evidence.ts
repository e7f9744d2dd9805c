import { SIGN_WORDS } from "../advise/signs";
import { FINDING_WORDS } from "../cut/cutDay";
import type { Sign } from "../document/logSchema";
import type { Plan } from "../document/schema";
import type { LibraryKind } from "../library/names";
import type { Finding } from "../mould/cutDaySchema";

/** What own batches say of a row of a library: so many of those that could tell. */
export interface EvidenceLine {
  words: string;
  seen: number;
  of: number;
}
export interface Evidence {
  poured: number;
  /** Mean of the ratings that were given; null without any. */
  rating: { mean: number; of: number } | null;
  lines: EvidenceLine[];
}

/** What own batches speak of: rows of the libraries, and families of designs. */
export type EvidenceKind = LibraryKind | "families";

/** What of a pour, of a cut and of a kept bar speaks of each kind of row. */
const SPEAKS: Readonly<
  Record<EvidenceKind, { signs: readonly Sign[]; findings: readonly Finding[]; looks: readonly LookKind[] }>
> = {
  scents: {
    signs: ["riced", "seized", "turned", "grainy"],
    findings: ["weeping", "shifted"],
    looks: ["faint", "drops"],
  },
  colourants: {
    signs: ["weak-colour"],
    findings: ["shifted", "came-back"],
    looks: ["faded", "shifted", "came-back", "bled"],
  },
  oils: { signs: [], findings: [], looks: ["spots"] },
  formulas: { signs: [], findings: ["ash", "soft-core", "partial-gel", "weeping"], looks: ["spots"] },
  moulds: { signs: ["leak"], findings: ["air", "ash", "partial-gel", "drag"], looks: [] },
  families: { signs: [], findings: ["blurred", "broken", "drag", "air", "rivers"], looks: [] },
  tools: { signs: [], findings: ["drag", "air", "blurred", "broken"], looks: [] },
};

type LookKind = "faint" | "drops" | "faded" | "shifted" | "came-back" | "bled" | "spots";
const LOOK_WORDS: Readonly<Record<LookKind, string>> = {
  faint: "scent faint on the kept bar",
  drops: "drops on the kept bar",
  faded: "colour faded on the kept bar",
  shifted: "colour shifted on the kept bar",
  "came-back": "colour came back on the kept bar",
  bled: "colour bled on the kept bar",
  spots: "spots on the kept bar",
};
/** Strength under which a scent is faint, of 4. */
const FAINT_UNDER = 2;

/** Cups that hold a row, by their ids; with those of a batter that holds it, all of its cups. */
function cupsWith(plan: Plan, kind: EvidenceKind, id: string): ReadonlySet<string> {
  const hasScent = (scent: Plan["portions"][number]["scent"]) =>
    scent !== null && (scent.libraryId === id || scent.parts.some((p) => p.libraryId === id));
  const own = plan.portions.filter((p) =>
    kind === "scents"
      ? hasScent(p.scent) || plan.batters.some((b) => b.id === p.batterId && hasScent(b.scent))
      : kind === "colourants"
        ? p.colourants.some((c) => c.libraryId === id)
        : true,
  );
  return new Set(own.map((p) => p.id));
}

function lookTells(look: Plan["record"]["cure"]["looks"][number], what: LookKind): boolean {
  if (what === "faint") return look.scent !== null && look.scent < FAINT_UNDER;
  if (what === "drops") return look.spots === "drops";
  if (what === "spots") return look.spots === "few" || look.spots === "many";
  return look.colour === what;
}

/** What poured batches that use a row, or are of a family, say of it: signs in its cups, findings at the cut, looks at the kept bars. Counted by batch; only what was seen at all is named. */
export function evidenceOf(kind: EvidenceKind, id: string, plans: readonly Plan[]): Evidence {
  const poured = plans.filter((p) => p.record.finishedAt !== null);
  const { signs, findings, looks } = SPEAKS[kind];
  const cut = poured.filter((p) => p.record.cutDay.bars.length > 0);
  const lookedAt = poured.filter((p) => p.record.cure.looks.length > 0);
  const line = (words: string, of: readonly Plan[], tells: (p: Plan) => boolean): EvidenceLine => ({
    words,
    seen: of.filter(tells).length,
    of: of.length,
  });
  const all = [
    ...signs.map((sign) =>
      line(`${SIGN_WORDS[sign].label}, at the pour`, poured, (p) => {
        const cups = cupsWith(p, kind, id);
        return p.record.events.some(
          (e) => e.kind === "sign" && e.what === sign && (e.portionId === null || cups.has(e.portionId)),
        );
      }),
    ),
    ...findings.map((what) =>
      line(`${FINDING_WORDS[what]}, at the cut`, cut, (p) =>
        p.record.cutDay.bars.some((b) => b.findings.some((f) => f.what === what)),
      ),
    ),
    ...looks.map((what) =>
      line(LOOK_WORDS[what], lookedAt, (p) => p.record.cure.looks.some((look) => lookTells(look, what))),
    ),
  ];
  const rated = poured.flatMap((p) => (p.record.rating === null ? [] : [p.record.rating as number]));
  return {
    poured: poured.length,
    rating: rated.length > 0 ? { mean: rated.reduce((a, b) => a + b, 0) / rated.length, of: rated.length } : null,
    lines: all.filter((l) => l.seen > 0).sort((a, b) => b.seen / b.of - a.seen / a.of),
  };
}

/** "riced: small lumps, at the pour in 1 of 5": a line as it is read. */
export const evidenceWords = ({ words, seen, of }: EvidenceLine): string => `${words} in ${seen} of ${of}`;
