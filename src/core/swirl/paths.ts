import type { Operation } from "../techniques/operations/registry";

/**
 * Ways of tools in their plane. A way is a list of strokes without lifting; `share` scales how much batter follows: a return over the same
 * place moves less, or a reversible flow would undo itself.
 */
export type Path = { points: [number, number][]; share: number }[];

type Stroke = Extract<Operation, { kind: "stroke" }>;
type TopStroke = Extract<Operation, { kind: "topStroke" }>;
type Wire = Extract<Operation, { kind: "wire" }>;
type Comb = Extract<Operation, { kind: "comb" }>;
/** How far a comb in waves swings to either side, at most, mm. */
const WAVE_MM = 12;

/** How close to a wall the tool goes, mm. */
const MARGIN_MM = 2.5;
const RETURN_SHARE = 0.62;
const CURVE_NODES = 28;

const curve = (nodes: number, at: (t: number) => [number, number]): [number, number][] =>
  Array.from({ length: nodes + 1 }, (_, i) => at(i / nodes));

function crossings(L: number, W: number, pitch: number): Path {
  const points: [number, number][] = [];
  const near = MARGIN_MM;
  const far = W - MARGIN_MM;
  let isNear = true;
  for (let x = pitch / 2; x < L; x += pitch) {
    points.push([x, isNear ? near : far], [x, isNear ? far : near]);
    isNear = !isNear;
  }
  return [{ points, share: 1 }];
}

function lengthwise(L: number, W: number, loops: number): Path {
  return Array.from({ length: loops }, (_, i) => {
    const y = W / 2 + (i === 0 ? 0 : (i % 2 ? 1 : -1) * Math.min(W * 0.22, 14 * Math.ceil(i / 2)));
    const ends: [number, number][] = [
      [MARGIN_MM, y],
      [L - MARGIN_MM, y],
    ];
    return { points: i % 2 ? ends.reverse() : ends, share: 1 };
  });
}

/** Long loops around the loaf from the walls inward, then, a quarter turned, loops across it that travel along. */
function circles(L: number, W: number, pitch: number, loops: number): Path {
  const around = Array.from({ length: loops }, (_, k) => {
    const shrink = 1 - k / (loops + 1);
    const a = (L / 2 - MARGIN_MM - 3) * (0.35 + 0.65 * shrink);
    const b = (W / 2 - MARGIN_MM - 3) * shrink;
    return {
      points: curve(CURVE_NODES * 3, (t) => [
        L / 2 + a * Math.cos(2 * Math.PI * t),
        W / 2 + b * Math.sin(2 * Math.PI * t),
      ]),
      share: 1,
    };
  });
  const turns = Math.max(1, Math.round(L / pitch));
  const r = Math.min(pitch, L / 4);
  const m = MARGIN_MM + 3;
  const across: Path[number] = {
    points: curve(CURVE_NODES * turns, (t) => [
      m + r + (L - 2 * m - 2 * r) * t - r * Math.cos(2 * Math.PI * turns * t),
      W / 2 + (W / 2 - m) * Math.sin(2 * Math.PI * turns * t),
    ]),
    share: 0.8,
  };
  return [...around, across];
}

function rim(L: number, W: number, loops: number): Path {
  const m = 8;
  const round: [number, number][] = [
    [m, m],
    [L - m, m],
    [L - m, W - m],
    [m, W - m],
    [m, m],
  ];
  return Array.from({ length: loops }, (_, i) => ({ points: round, share: i === 0 ? 1 : 0.8 }));
}

function eights(L: number, W: number, loops: number): Path {
  const a = W / 2 - MARGIN_MM - 6;
  const there = curve(CURVE_NODES * loops, (t) => [
    MARGIN_MM + (L - 2 * MARGIN_MM) * t,
    W / 2 + a * Math.sin(2 * Math.PI * loops * t),
  ]);
  const back = there.map(([x, y]): [number, number] => [x, W - y]).reverse();
  return [
    { points: there, share: 1 },
    { points: back, share: 0.85 },
  ];
}

function sCurves(L: number, W: number, pitch: number): Path {
  const path: Path = [];
  let isNear = true;
  for (let x = pitch / 2; x < L; x += pitch) {
    const line = curve(CURVE_NODES, (t) => [
      x + 0.32 * pitch * Math.sin(3 * Math.PI * t),
      MARGIN_MM + (W - 2 * MARGIN_MM) * t,
    ]);
    path.push({ points: isNear ? line : line.reverse(), share: 1 });
    isNear = !isNear;
  }
  return path;
}

function rakes(L: number, W: number, pitch: number): Path {
  const path: Path = [];
  let isNear = true;
  for (let x = pitch / 2; x < L; x += pitch) {
    const ends: [number, number][] = [
      [x, MARGIN_MM],
      [x, W - MARGIN_MM],
    ];
    path.push({ points: isNear ? ends : ends.reverse(), share: 1 });
    isNear = !isNear;
  }
  return path;
}

function spoonDrags(L: number, W: number, loops: number): Path {
  return Array.from({ length: loops * 2 }, (_, i) => {
    const y = W * (0.3 + 0.4 * ((Math.floor(i / 2) * 0.618) % 1));
    const line = curve(CURVE_NODES, (t) => [12 + (L - 24) * t, y + 9 * Math.sin(2 * Math.PI * t)]);
    return { points: i % 2 ? line.reverse() : line, share: i % 2 ? RETURN_SHARE : 1 };
  });
}

/** Way of a stroke over a mould of that size, seen from above. */
export function strokePath(o: Pick<Stroke, "path" | "pitchMm" | "loops" | "points">, L: number, W: number): Path {
  switch (o.path) {
    case "crossings":
      return crossings(L, W, o.pitchMm);
    case "centre-pass":
      return lengthwise(L, W, o.loops);
    case "circles":
      return circles(L, W, o.pitchMm, o.loops);
    case "rim-turns":
      return rim(L, W, o.loops);
    case "figure-eights":
      return eights(L, W, o.loops);
    case "s-curves":
      return sCurves(L, W, o.pitchMm);
    case "rakes":
      return rakes(L, W, o.pitchMm);
    case "spoon-drags":
      return spoonDrags(L, W, o.loops);
    case "free":
      return o.points.length > 1 ? [{ points: o.points.map((p): [number, number] => [p.xMm, p.yMm]), share: 1 }] : [];
  }
}

/**
 * Ways of the teeth of a comb, seen from above, one after another. Across: set on side by side along the loaf, each pass half a pitch on; along and in
 * waves: teeth about the middle of the width, every second pass back and half a pitch aside. Teeth that would not fit into the mould are left out.
 */
export function combPath(o: Pick<Comb, "path" | "teeth" | "pitchMm" | "passes">, L: number, W: number): Path {
  const path: Path = [];
  for (let pass = 0; pass < o.passes; pass++) {
    const shift = pass % 2 ? o.pitchMm / 2 : 0;
    const put = (points: [number, number][]) =>
      path.push({ points: pass % 2 ? points.reverse() : points, share: pass % 2 ? RETURN_SHARE : 1 });
    if (o.path === "across") {
      for (let x = o.pitchMm / 2 + shift; x < L - 1; x += o.pitchMm)
        put([
          [x, MARGIN_MM],
          [x, W - MARGIN_MM],
        ]);
      continue;
    }
    const swing = o.path === "waves" ? Math.min(WAVE_MM, o.pitchMm) : 0;
    for (let k = 0; k < o.teeth; k++) {
      const y = W / 2 + (k - (o.teeth - 1) / 2) * o.pitchMm + shift;
      if (y - swing < MARGIN_MM || y + swing > W - MARGIN_MM) continue;
      const waves = Math.max(1, Math.round(L / (4 * WAVE_MM)));
      put(
        swing === 0
          ? [
              [MARGIN_MM, y],
              [L - MARGIN_MM, y],
            ]
          : curve(CURVE_NODES * waves, (t) => [
              MARGIN_MM + (L - 2 * MARGIN_MM) * t,
              y + swing * Math.sin(2 * Math.PI * waves * t),
            ]),
      );
    }
  }
  return path;
}

/** Way of a stroke in the top. */
export function topPath(o: Pick<TopStroke, "path" | "pitchMm">, L: number, W: number): Path {
  const m = 6;
  if (o.path === "zigzag") return crossings(L, W, o.pitchMm);
  if (o.path === "feather") return rakes(L, W, o.pitchMm);
  const loops = Math.max(1, Math.round(L / (o.pitchMm * 2)));
  if (o.path === "figure-eight") {
    return [
      {
        points: curve(CURVE_NODES * loops, (t) => [
          m + (L - 2 * m) * t,
          W / 2 + (W / 2 - m) * Math.sin(2 * Math.PI * loops * t),
        ]),
        share: 1,
      },
    ];
  }
  const r = Math.min(W / 2 - m, o.pitchMm);
  return [
    {
      points: curve(CURVE_NODES * loops, (t) => [
        Math.min(L - m, Math.max(m, m + (L - 2 * m) * t + r * Math.cos(2 * Math.PI * loops * t))),
        W / 2 + r * Math.sin(2 * Math.PI * loops * t),
      ]),
      share: 1,
    },
  ];
}

/** Way of a hanger in the end view: y to the right, z up. */
export function wirePath(o: Pick<Wire, "path" | "loops" | "points">, W: number, h: number): Path {
  if (o.path === "free")
    return o.points.length > 1 ? [{ points: o.points.map((p): [number, number] => [p.yMm, p.zMm]), share: 1 }] : [];
  const low = 2.5;
  const high = 0.9 * h;
  const m = 6;
  if (o.path === "loops") {
    const r = Math.min((h - low) * 0.45, W / 3);
    return [
      {
        points: curve(CURVE_NODES * o.loops, (t) => [
          m + r + (W - 2 * m - 2 * r) * t + r * Math.sin(2 * Math.PI * o.loops * t),
          low + r + r * Math.cos(2 * Math.PI * o.loops * t),
        ]),
        share: 1,
      },
    ];
  }
  if (o.path === "figure-eights") {
    return [
      {
        points: curve(CURVE_NODES * 2 * o.loops, (t) => [
          W / 2 + (W / 2 - m) * Math.sin(2 * Math.PI * o.loops * t),
          (low + high) / 2 + ((high - low) / 2) * Math.sin(4 * Math.PI * o.loops * t + 0.4),
        ]),
        share: 0.9,
      },
    ];
  }
  const columns = 2 * o.loops;
  const points: [number, number][] = [[m, h]];
  for (let j = 0; j < columns; j++) {
    const y = m + ((W - 2 * m) * j) / Math.max(1, columns - 1);
    if (j % 2 === 0) points.push([y, j === 0 ? h : high], [y, low]);
    else points.push([y, low], [y, j === columns - 1 ? h : high]);
  }
  return [{ points, share: 1 }];
}
