import { resolvedShares } from "../batter/portions";
import type { Edit } from "../document/edits/edit";
import type { Portion } from "../document/schema";
import { standingOf } from "../document/underway";
import { isTopPour, type Operation, portionOf } from "../techniques/operations/registry";
import { byId } from "../units/byId";
import { cupsLeft, FAR, type Ground, goOn, inParts, placed, type Way } from "./ground";

/** Mass of one lump that a hand takes and presses, g, and the most lumps of one cup (Tundish estimates). */
const LUMP_G = 45;
const MOST_LUMPS = 16;

const RAW = "gloves on, it is raw; what does not close can be cut up and rebatched";

/** Rounds in which all that is left goes in, so that every part of the loaf gets every colour, and the lumps of a cup that two rounds take. */
const ROUNDS = 2;
const LUMPS_FOR_ROUNDS = 4;

/** A cup as lumps pressed in, as many as a hand makes of what is left in it, in so many goes. */
function lumpsOf(g: Ground, p: Portion, goes = 1): Operation[] {
  const { plan, rest } = g;
  const mould = byId(plan.moulds, rest.mouldId);
  const pct = rest.cupPct.get(p.id)!;
  const shares = resolvedShares(plan);
  const sharesPct = [...shares.values()].reduce((sum, o) => sum + o, 0);
  // A gram to a millilitre: only how many lumps there are hangs on it.
  const boxG = (mould.lengthMm * mould.widthMm * mould.heightMm) / 1000;
  const leftG = (((boxG * mould.fillPct) / 100) * (shares.get(p.id)! / sharesPct) * pct) / 100;
  const pieces = Math.min(MOST_LUMPS, Math.max(1, Math.round(leftG / LUMP_G)));
  const parts = pieces < LUMPS_FOR_ROUNDS ? 1 : goes;
  const draft = { kind: "lumps", portionId: p.id, cupPct: 0, pieces: Math.ceil(pieces / parts) } as const;
  return inParts(
    g,
    pct,
    Array.from({ length: parts }, () => draft),
  );
}

/** What these cups were still to get and no lump takes in: they go in without. */
function without({ plan }: Ground, cups: readonly Portion[]): { edits: Edit[]; words: string } {
  const standing = standingOf(plan);
  const scents = cups.filter((p) => p.scent !== null && !standing.scented.has(p.id));
  const colours = cups.filter((p) => p.colourants.length > 0 && !standing.coloured.has(p.id));
  const clear = (list: readonly Portion[], field: string, value: unknown): Edit[] =>
    list.map((p) => ({ kind: "set", path: ["portions", `#${p.id}`, field], value }));
  const said = (list: readonly Portion[], what: string) =>
    list.length > 0 ? `${list.map((p) => p.name).join(" and ")} without ${what}; ` : "";
  return {
    edits: [...clear(scents, "scent", null), ...clear(colours, "colourants", [])],
    words: `${said(scents, "scent")}${said(colours, "colour")}`,
  };
}

const both = (edit: Edit, edits: readonly Edit[]): Edit => ({
  kind: "all",
  edits: [...edits, ...(edit.kind === "all" ? edit.edits : [edit])],
});

/** What has set goes in as lumps: the fast cup alone with the rest poured over it, or all that is left. */
export function pressedIn(g: Ground): Way[] {
  const { rest, fast } = g;
  const top = rest.left.filter(isTopPour);
  const cups = cupsLeft(g);
  const inRounds = cups.map((p) => lumpsOf(g, p, ROUNDS));
  const rounds = Array.from({ length: ROUNDS }, (_, k) => inRounds.flatMap((of) => of.slice(k, k + 1))).flat();
  const tap = () => placed(g, { kind: "tap" });
  const dry = without(g, cups);
  const all: Way[] =
    cups.length > 0
      ? [
          {
            id: "press-all",
            words: cups.length > 1 ? "press all that is left in, lump by lump" : `press ${cups[0].name} in`,
            cost: `solid pieces of colour and gaps between them, no drawing (the face shows roughly where); ${dry.words}${RAW}`,
            edit: both(goOn(g, [...rounds, tap(), ...top]), dry.edits),
            far: FAR.pressed,
          },
        ]
      : [];
  const isOwn = (o: Operation) => portionOf(o) === fast.id && !isTopPour(o);
  const others = rest.left.filter((o) => !isOwn(o));
  const isBound =
    rest.left.some((o) => isOwn(o) && (o.kind === "compartment" || o.kind === "intoCup")) ||
    others.some((o) => o.kind === "intoCup" && o.intoId === fast.id);
  if (isBound || !rest.cupPct.has(fast.id) || !others.some((o) => portionOf(o) !== null && !isTopPour(o))) return all;
  const dryFast = without(g, [fast]);
  return [
    {
      id: "press-in",
      words: `press ${fast.name} in as lumps, pour the rest over it`,
      cost: `${fast.name} in solid pieces, low in the bar (the face shows roughly where); ${dryFast.words}${RAW}`,
      edit: both(
        goOn(g, [...rest.first, ...lumpsOf(g, fast), tap(), ...others.filter((o) => !rest.first.includes(o))]),
        dryFast.edits,
      ),
      far: FAR.pressed,
    },
    ...all,
  ];
}
