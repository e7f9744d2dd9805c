import type { ReactNode } from "react";
import type { Derived } from "../../core/derive/derive";
import { pourHex } from "../../core/derive/pourColour";
import type { Mould, Plan } from "../../core/document/schema";
import { combWays, type Path, pathOf, strokeWays, topWays, type Ways, wireWays } from "../../core/swirl/ways";
import { lanesIn } from "../../core/techniques/lanes";
import { isUnderway, type Operation } from "../../core/techniques/operations/registry";
import { byId } from "../../core/units/byId";
import { useUnits } from "../parts/units";

const [WIDTH, HEIGHT] = [300, 190];
/** The mould in the drawing: its floor and the height of its wall, its inner width and where that begins. */
const [FLOOR, WALL, INNER, LEFT] = [176, 120, 260, 20];
/** Height of the lip over the batter as practitioners hold it, mm (Tundish estimates). */
const HEIGHTS_MM = { low: 30, mid: 100, high: 200 } as const;
const HEIGHT_NAMES = { low: "low", mid: "half height", high: "high" } as const;
const LIP_Y = { low: 52, mid: 32, high: 10 } as const;

interface Props {
  plan: Plan;
  derived: Derived;
  operation: Operation;
  doneIds: ReadonlySet<string>;
}

/** Where the step at hand goes: a pour seen from the end of the mould, a tool's way seen from above, a wire's way through the end. */
export function PourDrawing(props: Props) {
  const { plan, operation: o } = props;
  const mould = byId(plan.moulds, o.mouldId);
  if (isUnderway(o)) return <IntoVessel {...props} />;
  const seen = (ways: Ways) => pathOf(ways, mould.lengthMm, mould.widthMm);
  if (o.kind === "stroke") return <FromAbove mould={mould} path={seen(strokeWays(o, mould.lengthMm, mould.widthMm))} />;
  if (o.kind === "comb") return <FromAbove mould={mould} path={seen(combWays(o, mould.lengthMm, mould.widthMm))} />;
  if (o.kind === "topStroke") return <FromAbove mould={mould} path={seen(topWays(o, mould.lengthMm, mould.widthMm))} />;
  return <FromEnd {...props} mould={mould} />;
}

const Sketch = ({ label, children }: { label: string; children: ReactNode }) => (
  <svg
    width={WIDTH * 1.15}
    height={HEIGHT * 1.15}
    viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
    role="img"
    aria-label={label}
    className="shrink-0"
  >
    {children}
  </svg>
);

function FromAbove({ mould, path }: { mould: Mould; path: Path }) {
  const scale = Math.min((WIDTH - 10) / mould.lengthMm, (HEIGHT - 30) / mould.widthMm);
  const [w, h] = [mould.lengthMm * scale, mould.widthMm * scale];
  return (
    <Sketch label="The tool's way, mould seen from above">
      <rect x={5} y={8} width={w} height={h} className="fill-rule stroke-ink" strokeWidth={3} />
      {path.map(({ points }, i) => (
        <polyline
          key={i}
          points={points.map(([x, y]) => `${5 + x * scale},${8 + h - y * scale}`).join(" ")}
          fill="none"
          className="stroke-ink"
          strokeWidth={1.6}
        />
      ))}
      {path[0]?.points[0] && (
        <circle
          cx={5 + path[0].points[0][0] * scale}
          cy={8 + h - path[0].points[0][1] * scale}
          r={5}
          className="fill-cut"
        />
      )}
      <text x={5} y={h + 26} className="fill-muted text-[13px]">
        from above, near wall below; the dot is where it starts
      </text>
    </Sketch>
  );
}

/** What does not reach the mould yet: from one cup into another, or into the pot. */
function IntoVessel({ plan, derived, operation: o }: Props) {
  const hex = pourHex(derived, plan.portions, o) ?? "transparent";
  const into = o.kind === "intoCup" ? `the cup of ${byId(plan.portions, o.intoId).name}` : "the pot";
  return (
    <Sketch label={`Into ${into}, not into the mould`}>
      <path d="M136 14 h28 l-9 14 h-10 Z" fill={hex} className="stroke-ink" strokeWidth={2} />
      <rect x={146} y={28} width={8} height={90} fill={hex} className="stroke-ink" strokeWidth={1} />
      <path d="M98 116 h104 l-12 50 h-80 Z" className="fill-rule" />
      <path d="M88 70 L112 168 H188 L212 70" fill="none" className="stroke-ink" strokeWidth={3.5} />
      <text x={150} y={187} textAnchor="middle" className="fill-ink text-[15px]">
        into {into}
      </text>
    </Sketch>
  );
}

function FromEnd({ plan, derived, operation, doneIds, mould }: Props & { mould: Mould }) {
  const { mm } = useUnits();
  const doneMl = plan.operations.reduce(
    (sum, o) =>
      sum +
      (doneIds.has(o.id) && o.mouldId === mould.id && !isUnderway(o) ? derived.masses!.operationMl.get(o.id)! : 0),
    0,
  );
  const full = byId(derived.masses!.moulds, mould.id);
  const rim = FLOOR - WALL;
  const level = (WALL * (full.levelMm / mould.heightMm) * doneMl) / Math.max(1, full.pouredMl);
  const lanes = lanesIn(mould, plan.operations);
  const acrossMm = placeOf(operation, mould, lanes?.widthsMm ?? null);
  const at = (y: number) => LEFT + INNER * Math.min(1, Math.max(0, y / mould.widthMm));
  const x = at(acrossMm);
  const height = "height" in operation ? operation.height : "low";
  const lip = LIP_Y[height];
  const hex = pourHex(derived, plan.portions, operation);
  const isRight = x > 160;
  const isOverSpatula = operation.kind === "layer" && operation.height === "low";
  const isPlaced = "acrossMm" in operation || operation.kind === "compartment";
  const wire =
    operation.kind === "wire"
      ? pathOf(wireWays(operation, mould.widthMm, full.levelMm), mould.widthMm, full.levelMm)
      : [];
  const plates =
    lanes && (operation.kind === "compartment" || operation.kind === "pullDividers")
      ? edgesOf(lanes.widthsMm, mould.widthMm)
      : [];
  return (
    <Sketch
      label={
        wire.length > 0 ? "The wire's way, mould seen from its end" : "Where the pour goes, mould seen from its end"
      }
    >
      <rect x={LEFT} y={FLOOR - level} width={INNER} height={level} className="fill-rule" />
      {plates.map((y) => (
        <line key={y} x1={at(y)} x2={at(y)} y1={rim - 6} y2={FLOOR} className="stroke-ink" strokeWidth={2} />
      ))}
      {hex && (
        <>
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
        </>
      )}
      {operation.kind === "layer" && hex && (
        <rect x={22} y={FLOOR - level - 10} width={256} height={9} fill={hex} className="stroke-ink" strokeWidth={1} />
      )}
      {wire.map(({ points }, i) => (
        <polyline
          key={i}
          points={points.map(([y, z]) => `${at(y)},${FLOOR - (WALL * z) / mould.heightMm}`).join(" ")}
          fill="none"
          className="stroke-cut"
          strokeWidth={2.5}
        />
      ))}
      <path
        d={`M${LEFT} ${rim} V${FLOOR} H${LEFT + INNER} V${rim}`}
        fill="none"
        className="stroke-ink"
        strokeWidth={3.5}
      />
      {hex && (
        <text
          x={isRight ? x - 22 : x + 22}
          // Longer than the room to the wall: it stands above the rim.
          y={isOverSpatula ? rim - 12 : lip + 8}
          textAnchor={isRight ? "end" : "start"}
          className="fill-ink text-[15px]"
        >
          {isOverSpatula
            ? "low, over a spatula"
            : "height" in operation
              ? `${HEIGHT_NAMES[height]}: ${mm(HEIGHTS_MM[height])}`
              : operation.kind === "compartment"
                ? `lane ${operation.index + 1}`
                : "low"}
        </text>
      )}
      {isPlaced && (
        <g>
          <line x1={LEFT} x2={x} y1={rim + 6} y2={rim + 6} className="stroke-ink" strokeDasharray="3 3" />
          <text x={(LEFT + x) / 2} y={rim + 22} textAnchor="middle" className="fill-ink text-[15px]">
            {mm(Math.round(acrossMm))}
          </text>
        </g>
      )}
      <text x={22} y={HEIGHT - 1} className="fill-muted text-[12px]">
        near wall
      </text>
    </Sketch>
  );
}

/** Where a pour goes across the mould, mm from the near wall: its place, the middle of its lane, or the middle. */
function placeOf(o: Operation, mould: Mould, lanesMm: readonly number[] | null): number {
  if (o.kind === "layer") return mould.widthMm / 2;
  if ("acrossMm" in o) return o.acrossMm;
  if (o.kind === "compartment" && lanesMm) {
    const edges = [0, ...edgesOf(lanesMm, mould.widthMm), mould.widthMm];
    return ((edges[o.index] ?? 0) + (edges[o.index + 1] ?? mould.widthMm)) / 2;
  }
  return mould.widthMm / 2;
}

/** Middles of the plates between lanes, mm from the near wall. */
function edgesOf(widthsMm: readonly number[], widthMm: number): number[] {
  const gap = (widthMm - widthsMm.reduce((a, b) => a + b, 0)) / Math.max(1, widthsMm.length - 1);
  let at = 0;
  return widthsMm.slice(0, -1).map((w) => {
    at += w + gap;
    return at - gap / 2;
  });
}
