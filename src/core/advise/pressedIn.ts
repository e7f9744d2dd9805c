import type { Portion } from "../document/schema";
import { isTopPour, type Operation, portionOf } from "../techniques/operations/registry";
import { byId } from "../units/byId";
import { cupsLeft, FAR, type Ground, goOn, inParts, placed, type Way } from "./ground";

/** Mass of one lump that a hand takes and presses, g, and the most lumps of one cup (Tundish estimates). */
const LUMP_G = 45;
const MOST_LUMPS = 16;

const RAW = "gloves on, it is raw; what does not close can be cut up and rebatched";

/** A cup as lumps pressed in, as many as a hand makes of what is left in it. */
function lumpsOf(g: Ground, p: Portion): Operation[] {
  const { plan, rest } = g;
  const mould = byId(plan.moulds, rest.mouldId);
  const pct = rest.cupPct.get(p.id)!;
  const sharesPct = plan.portions.reduce((sum, o) => sum + o.sharePct, 0);
  // A gram to a millilitre: only how many lumps there are hangs on it.
  const boxG = (mould.lengthMm * mould.widthMm * mould.heightMm) / 1000;
  const leftG = (((boxG * mould.fillPct) / 100) * (p.sharePct / sharesPct) * pct) / 100;
  const pieces = Math.min(MOST_LUMPS, Math.max(1, Math.round(leftG / LUMP_G)));
  return inParts(g, pct, [{ kind: "lumps", portionId: p.id, cupPct: 0, pieces }]);
}

/** What has set goes in as lumps: the fast cup alone with the rest poured over it, or all that is left. */
export function pressedIn(g: Ground): Way[] {
  const { rest, fast } = g;
  const top = rest.left.filter(isTopPour);
  const cups = cupsLeft(g);
  const tap = () => placed(g, { kind: "tap" });
  const all: Way[] =
    cups.length > 0
      ? [
          {
            id: "press-all",
            words: cups.length > 1 ? "press all that is left in, lump by lump" : `press ${cups[0].name} in`,
            cost: `solid pieces of colour and gaps between them, no drawing; ${RAW}`,
            edit: goOn(g, [...cups.flatMap((p) => lumpsOf(g, p)), tap(), ...top]),
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
  return [
    {
      id: "press-in",
      words: `press ${fast.name} in as lumps, pour the rest over it`,
      cost: `${fast.name} in solid pieces, low in the bar; ${RAW}`,
      edit: goOn(g, [...rest.first, ...lumpsOf(g, fast), tap(), ...others.filter((o) => !rest.first.includes(o))]),
      far: FAR.pressed,
    },
    ...all,
  ];
}
