import type { Edit } from "../../../core/document/edits/edit";
import { nextId } from "../../../core/document/ids";
import type { Batter, Plan } from "../../../core/document/schema";
import type { OilLookup } from "../../../core/formula/oils";
import { ownRowsOf } from "../../../core/library/use";
import { byId } from "../../../core/units/byId";

/** Sets a batter's oils, and carries the rows of those that do not ship with Tundish. */
export function oilsEdit(plan: Plan, batter: Batter, oils: Batter["oils"], find: OilLookup): Edit {
  const others = plan.batters.flatMap((b) => (b.id === batter.id ? [] : b.oils.map((o) => o.oilId)));
  return {
    kind: "all",
    edits: [
      { kind: "set", path: ["batters", `#${batter.id}`, "oils"], value: oils },
      { kind: "set", path: ["oilRows"], value: ownRowsOf([...others, ...oils.map((o) => o.oilId)], find) },
    ],
  };
}

/** An oil more, with what is missing to 100 %. */
export function withOil(plan: Plan, batter: Batter, oilId: string): Batter["oils"] {
  const total = batter.oils.reduce((sum, o) => sum + o.sharePct, 0);
  const sharePct = Math.max(0, Number((100 - total).toFixed(2)));
  return [...batter.oils, { id: nextId(plan, "l"), oilId, sharePct }];
}

/** Shares and total from one oil's mass; the masses of the others stay. */
export function byWeight(batter: Batter, masses: { id: string; massG: number }[], id: string, massG: number) {
  const weights = masses.map((m) => ({ id: m.id, massG: m.id === id ? massG : m.massG }));
  const oilsG = weights.reduce((sum, w) => sum + w.massG, 0);
  if (!(oilsG >= 1)) return null;
  return {
    oilsG,
    oils: batter.oils.map((o) => ({ ...o, sharePct: (100 * byId(weights, o.id).massG) / oilsG })),
  };
}
