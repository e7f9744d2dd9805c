import type { Derived } from "../../core/plan/derive";
import { type Operation, portionOf } from "../../core/plan/operations";
import type { Plan } from "../../core/plan/schema";

const WIDTH = 300;
const HEIGHT = 190;
const FLOOR = 176;
const WALL = 120;
const HEIGHT_WORDS = { low: "low: 3 cm", mid: "half height: 10 cm", high: "high: 20 cm" } as const;
const LIP_Y = { low: 52, mid: 32, high: 10 } as const;

/** The mould seen from its end, filled as far as it is, with the place and height of the pour. */
export function PourDrawing({
  plan,
  derived,
  operation,
  doneIds,
}: {
  plan: Plan;
  derived: Derived;
  operation: Operation;
  doneIds: ReadonlySet<string>;
}) {
  const mould = plan.moulds.find((m) => m.id === operation.mouldId)!;
  const portionIndex = plan.portions.findIndex((p) => p.id === portionOf(operation));
  const doneG = plan.operations.reduce(
    (sum, o) => sum + (doneIds.has(o.id) && o.mouldId === mould.id ? derived.masses!.operationG.get(o.id)! : 0),
    0,
  );
  const full = derived.masses!.moulds.find((m) => m.id === mould.id)!;
  const rim = FLOOR - WALL;
  const level = (WALL * (full.levelMm / mould.heightMm) * doneG) / Math.max(1, full.pouredG);
  const acrossMm =
    operation.kind === "layer" ? mould.widthMm / 2 : "acrossMm" in operation ? operation.acrossMm : mould.widthMm / 2;
  const x = 20 + 260 * Math.min(1, acrossMm / mould.widthMm);
  const height = operation.kind === "stripe" ? operation.height : "low";
  const lip = LIP_Y[height];
  const hex = derived.palette[portionIndex];
  const isRight = x > 160;
  return (
    <svg
      width={WIDTH * 1.15}
      height={HEIGHT * 1.15}
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label="Where the pour goes, mould seen from its end"
      className="shrink-0"
    >
      <rect x={20} y={FLOOR - level} width={260} height={level} className="fill-rule" />
      <path d={`M${x - 14} ${lip - 8} h28 l-9 14 h-10 Z`} fill={hex} className="stroke-ink" strokeWidth={2} />
      <rect
        x={x - 4}
        y={lip + 6}
        width={8}
        height={Math.max(4, FLOOR - level - lip - 6)}
        fill={hex}
        className="stroke-ink"
        strokeWidth={1}
      />
      {operation.kind === "layer" && (
        <rect x={22} y={FLOOR - level - 10} width={256} height={9} fill={hex} className="stroke-ink" strokeWidth={1} />
      )}
      <path d={`M20 ${rim} V${FLOOR} H280 V${rim}`} fill="none" className="stroke-ink" strokeWidth={3.5} />
      <text
        x={isRight ? x - 22 : x + 22}
        y={lip + 8}
        textAnchor={isRight ? "end" : "start"}
        className="fill-ink text-[15px]"
      >
        {operation.kind === "stripe" ? HEIGHT_WORDS[height] : "low, over a spatula"}
      </text>
      {operation.kind !== "layer" && (
        <g>
          <line x1={20} x2={x} y1={rim + 6} y2={rim + 6} className="stroke-ink" strokeDasharray="3 3" />
          <text x={(20 + x) / 2} y={rim + 22} textAnchor="middle" className="fill-ink text-[15px]">
            {Math.round(acrossMm) / 10} cm
          </text>
        </g>
      )}
      <text x={22} y={HEIGHT - 1} className="fill-muted text-[12px]">
        near wall
      </text>
    </svg>
  );
}
