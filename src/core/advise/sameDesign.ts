import { evenParts } from "../techniques/families/pours";
import { isOrderFixed } from "../techniques/families/registry";
import { isCupPour, type Operation, type OperationKind, portionOf } from "../techniques/operations/registry";
import { STROKE_TOOLS, TOOLS } from "../techniques/tools";
import { cupsLeft, FAR, type Ground, goOn, placed, type Way } from "./ground";

/** Pours that a hurried hand lays down in one go: they may be put together, and change places. */
const LOOSE: ReadonlySet<OperationKind> = new Set(["stripe", "plop", "spoonRow", "layer", "wallPour", "topLine"]);
/** A coated wire for thick batter, mm. */
const THICK_WIRE_MM = 4.5;
/** The fast cup's pours before all others, the first of them or all. */
export function fastFirst(g: Ground): Way[] {
  const { plan, rest, fast } = g;
  const own: Operation[] = rest.left.filter((o) => portionOf(o) === fast.id && isCupPour(o) && LOOSE.has(o.kind));
  if (own.length === 0 || isOrderFixed(plan)) return [];
  // Nothing goes onto a floor that is not there: a first layer that is still to come stays first.
  const floor: Operation[] = rest.hasFloor ? [] : rest.left.slice(0, 1).filter((o) => o.kind === "layer");
  const lead = (count: number): Operation[] => {
    const led: Operation[] = own.filter((o) => !floor.includes(o)).slice(0, count);
    return [...floor, ...led, ...rest.left.filter((o) => !floor.includes(o) && !led.includes(o))];
  };
  const way = (id: string, words: string, next: Operation[]): Way[] =>
    next.every((o, i) => o === rest.left[i])
      ? []
      : [{ id, words, cost: "the colours change places from here on", edit: goOn(g, next), far: FAR.order }];
  return [
    ...way("next", `pour ${fast.name} next`, lead(1)),
    ...(own.length > 1 ? way("all-first", `pour all of ${fast.name} first`, lead(own.length)) : []),
  ];
}

/** Fewer, fatter pours, all low, the fast cup first. */
export function fatDrops(g: Ground): Way[] {
  const { rest, fast } = g;
  const kinds: Operation[] = rest.left.filter((o) => o.kind === "stripe" || o.kind === "plop");
  const before = new Map<string, number>();
  for (const o of kinds) before.set(portionOf(o)!, (before.get(portionOf(o)!) ?? 0) + 1);
  const fewer = (id: string) => Math.max(1, Math.ceil((before.get(id) ?? 0) / 3));
  if (isOrderFixed(g.plan) || ![...before].some(([id, n]) => fewer(id) < n)) return [];
  const own = new Map<string, Operation[]>();
  for (const p of cupsLeft(g)) {
    const pours = kinds.filter((o) => portionOf(o) === p.id);
    if (pours.length === 0) continue;
    const total = pours.reduce((sum, o) => sum + (isCupPour(o) ? o.cupPct : 0), 0);
    const kept = pours.filter((_, i) => i % 3 === 0).slice(0, fewer(p.id));
    const parts = evenParts(total, kept.length);
    own.set(
      p.id,
      kept.map((o, i) => {
        const fat = { ...o, id: g.newId(), cupPct: parts[i], height: "low" };
        return (o.kind === "stripe" ? { ...fat, passes: 1, motion: "line" } : fat) as Operation;
      }),
    );
  }
  const fastOnes = own.get(fast.id) ?? [];
  const others = [...own].filter(([id]) => id !== fast.id).map(([, list]) => list);
  const turns = Math.max(0, ...others.map((l) => l.length));
  const inTurns = Array.from({ length: turns }, (_, i) => others.flatMap((l) => l.slice(i, i + 1))).flat();
  const floor: Operation[] = rest.left.filter((o) => o.kind === "layer");
  const after = rest.left.filter((o) => !kinds.includes(o) && !floor.includes(o));
  const count = fastOnes.length + inTurns.length;
  return [
    {
      id: "fat-drops",
      words: fastOnes.length > 0 ? `fat drops, ${fast.name} first` : "fat drops",
      cost: `${count} low drops instead of ${kinds.length}: broad patches, few lines`,
      edit: goOn(g, [...floor, ...fastOnes, ...inTurns, ...after]),
      far: FAR.fat,
    },
  ];
}

/** The next wider tool for what is still to be drawn, and the thicker wire. */
export function widerTools(g: Ground): Way[] {
  const wider = (o: Operation): { o: Operation; from: number; to: number; name: string } | null => {
    if (o.kind === "stroke" && o.tool !== "spoon") {
      const tool = STROKE_TOOLS[STROKE_TOOLS.indexOf(o.tool) + 1];
      return {
        o: { ...o, id: g.newId(), tool },
        from: TOOLS[o.tool].widthMm,
        to: TOOLS[tool].widthMm,
        name: TOOLS[tool].label,
      };
    }
    if (o.kind === "wire" && o.thicknessMm < THICK_WIRE_MM)
      return {
        o: { ...o, id: g.newId(), thicknessMm: THICK_WIRE_MM },
        from: o.thicknessMm,
        to: THICK_WIRE_MM,
        name: "thick coated wire",
      };
    return null;
  };
  const swaps = g.rest.left.flatMap((o) => {
    const w = wider(o);
    return w ? [[o.id, w] as const] : [];
  });
  if (swaps.length === 0) return [];
  const by = new Map(swaps);
  const [, one] = swaps[0];
  return [
    {
      id: "wider-tool",
      words: `take the ${one.name}`,
      cost: `lines from a tool of ${one.to} mm instead of ${one.from} mm: bolder, fewer`,
      edit: goOn(
        g,
        g.rest.left.map((o) => by.get(o.id)?.o ?? o),
      ),
      far: FAR.wider,
    },
  ];
}
/** Nothing more is drawn; the top gets peaks. */
export function unDrawn(g: Ground): Way[] {
  const isDrawn = (o: Operation) => ["stroke", "wire", "comb"].includes(o.kind);
  if (!g.rest.left.some(isDrawn)) return [];
  const next = g.rest.left.filter((o) => !isDrawn(o));
  if (!next.some((o) => o.kind === "peaks")) next.push(placed(g, { kind: "peaks", tool: "spoon" }));
  return [
    {
      id: "undrawn",
      words: "leave the drawing, texture the top",
      cost: "the pours stay as they fall; nothing is drawn through them",
      edit: goOn(g, next),
      far: FAR.unDrawn,
    },
  ];
}
