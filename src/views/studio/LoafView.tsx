import { useEffect, useMemo, useRef, useState } from "react";
import {
  BoxGeometry,
  CanvasTexture,
  Group,
  Mesh,
  MeshBasicMaterial,
  PerspectiveCamera,
  Scene,
  SRGBColorSpace,
  type Texture,
  WebGLRenderer,
} from "three";
import { OrbitControls } from "three/examples/jsm/controls/OrbitControls.js";
import type { Design } from "../../core/swirl/design";
import type { FaceAnswer, FaceRequest } from "../../workers/faceProtocol";
import { LOAF_KEYS } from "../keys/screens";
import { act } from "../keys/useKeys";
import { useUnits } from "../parts/units";
import { type Faces, useFaces } from "../parts/useFaces";
import { type Opening, shadedLoaf } from "./loafShader";

const GAP_SHARE = 0.16;
const FACE_PX = 160;
const SIDE_PX = 300;
const SKIN_MM = 0.4;
const TURN_RAD = 0.12;
/** Sides are shaded a little so that edges are seen; the cut and the top are not. */
const LIT = "#ffffff";
const SHADED = "#e4e0d8";

function textureOf(face: FaceAnswer): Texture {
  const canvas = document.createElement("canvas");
  canvas.width = face.width;
  canvas.height = face.height;
  canvas.getContext("2d")!.putImageData(new ImageData(face.rgba, face.width, face.height), 0, 0);
  const texture = new CanvasTexture(canvas);
  texture.colorSpace = SRGBColorSpace;
  return texture;
}

/** Part of a picture between two shares of its width, perhaps mirrored. */
function part(texture: Texture, from: number, to: number, isMirrored = false): Texture {
  const copy = texture.clone();
  copy.repeat.x = isMirrored ? from - to : to - from;
  copy.offset.x = isMirrored ? to : from;
  copy.needsUpdate = true;
  return copy;
}

/** The loaf in space with the cut opened; turned with the pointer or the arrow keys. */
export default function LoafView({
  design,
  palette,
  cutMm,
  levelMm,
}: {
  design: Design;
  palette: string[];
  cutMm: number;
  levelMm: number;
}) {
  const { lengthMm: L, widthMm: W } = design;
  const host = useRef<HTMLDivElement>(null);
  const stage = useRef<Stage | null>(null);
  const [opening, setOpening] = useState<Opening>({ axis: "along", atMm: cutMm });
  const [isShaded, setShaded] = useState(true);
  const [mostRows, setMostRows] = useState(0);
  // biome-ignore lint/correctness/useExhaustiveDependencies: colours alone are painted below, without compiling anew
  const loaf = useMemo(
    () => (isShaded && mostRows > 0 ? shadedLoaf(design, palette, mostRows) : null),
    [design, isShaded, mostRows],
  );
  useEffect(() => () => loaf?.dispose(), [loaf]);
  useEffect(() => setOpening((o) => (o.axis === "along" ? { ...o, atMm: cutMm } : o)), [cutMm]);
  const tall = Math.max(8, Math.round((FACE_PX * levelMm) / W));
  const low = Math.max(8, Math.round((SIDE_PX * levelMm) / L));
  const end = (key: string, atMm: number): FaceRequest => ({
    key,
    view: { kind: "across", atMm },
    width: FACE_PX,
    height: tall,
  });
  const side = (key: string, atMm: number): FaceRequest => ({
    key,
    view: { kind: "lengthwise", atMm },
    width: SIDE_PX,
    height: low,
  });
  const faces = useFaces(loaf ? null : design, palette, [
    [end("cut", cutMm)],
    [
      { key: "top", view: { kind: "above", depthMm: SKIN_MM }, width: SIDE_PX, height: Math.round((SIDE_PX * W) / L) },
      side("near", 0.4),
      side("far", W - 0.4),
      end("left", 0.4),
      end("right", L - 0.4),
    ],
  ]);

  useEffect(() => {
    const box = host.current!;
    const renderer = rendererFor();
    if (!renderer) return;
    // A card that cannot make the shader ready gets the pictures that the processor draws.
    renderer.debug.onShaderError = () => setShaded(false);
    setMostRows(renderer.capabilities.maxTextureSize);
    renderer.setPixelRatio(Math.min(2, devicePixelRatio));
    renderer.setSize(box.clientWidth, box.clientHeight);
    box.append(renderer.domElement);
    const scene = new Scene();
    const camera = new PerspectiveCamera(32, box.clientWidth / Math.max(1, box.clientHeight), 1, 20 * L);
    camera.position.set(-0.95 * L, 1.05 * L, 1.75 * L);
    const group = new Group();
    scene.add(group);
    const controls = new OrbitControls(camera, renderer.domElement);
    const draw = () => renderer.render(scene, camera);
    controls.addEventListener("change", draw);
    const resize = new ResizeObserver(() => {
      renderer.setSize(box.clientWidth, box.clientHeight);
      camera.aspect = box.clientWidth / Math.max(1, box.clientHeight);
      camera.updateProjectionMatrix();
      draw();
    });
    resize.observe(box);
    stage.current = { group, draw, controls };
    return () => {
      resize.disconnect();
      controls.dispose();
      clear(group);
      renderer.dispose();
      renderer.domElement.remove();
      stage.current = null;
    };
  }, [L]);

  useEffect(() => {
    const s = stage.current;
    if (!s) return;
    clear(s.group);
    if (loaf) {
      loaf.paint(palette);
      loaf.build(s.group, opening);
    } else build(s.group, faces, { L, W, H: levelMm, cutMm });
    s.draw();
  }, [loaf, palette, opening, faces, L, W, levelMm, cutMm]);

  return (
    <div className="flex h-full min-h-48 flex-col">
      <div
        ref={host}
        className="min-h-40 w-full flex-1"
        role="application"
        // biome-ignore lint/a11y/noNoninteractiveTabindex: it takes the arrow keys
        tabIndex={0}
        aria-label="The loaf in space with the cut opened. Arrow keys turn it."
        onKeyDown={(e) => {
          const turn = (aside: number, over: number) => () => {
            const s = stage.current;
            if (!s) return false;
            s.group.rotation.y += aside * TURN_RAD;
            s.group.rotation.x += over * TURN_RAD;
            s.draw();
          };
          act(LOAF_KEYS, { left: turn(-1, 0), right: turn(1, 0), up: turn(0, -1), down: turn(0, 1) }, e);
        }}
      />
      {loaf && <OpenAt opening={opening} sizes={{ along: L, across: W, up: levelMm }} onOpen={setOpening} />}
    </div>
  );
}

interface Stage {
  group: Group;
  draw(): void;
  controls: OrbitControls;
}

/** Null where the browser has no WebGL2. */
function rendererFor(): WebGLRenderer | null {
  try {
    return new WebGLRenderer({ antialias: true, alpha: true });
  } catch {
    return null;
  }
}

const WAYS: readonly { axis: Opening["axis"]; label: string }[] = [
  { axis: "along", label: "across" },
  { axis: "across", label: "lengthwise" },
  { axis: "up", label: "level" },
];

/** Where the block is opened: which way, and where; it follows the pointer. */
function OpenAt({
  opening,
  sizes,
  onOpen,
}: {
  opening: Opening;
  sizes: Record<Opening["axis"], number>;
  onOpen(opening: Opening): void;
}) {
  const { mm } = useUnits();
  return (
    <fieldset
      aria-label="Where the block is opened"
      className="flex flex-wrap items-center gap-x-2 gap-y-1 pt-1 text-[13px]"
    >
      {WAYS.map(({ axis, label }) => (
        <button
          key={axis}
          type="button"
          className="rounded border border-rule px-2 py-0.5 aria-pressed:bg-ink aria-pressed:text-sheet narrow:min-h-[44px]"
          aria-pressed={opening.axis === axis}
          onClick={() => onOpen({ axis, atMm: sizes[axis] / 2 })}
        >
          {label}
        </button>
      ))}
      <output className="min-w-14 text-right font-num">{mm(Math.round(opening.atMm))}</output>
      <input
        type="range"
        className="min-w-24 flex-1 accent-ink"
        aria-label="Opened at"
        aria-valuetext={mm(Math.round(opening.atMm))}
        min={1}
        max={Math.max(2, Math.floor(sizes[opening.axis]) - 1)}
        value={Math.round(opening.atMm)}
        onChange={(e) => onOpen({ ...opening, atMm: Number(e.target.value) })}
      />
    </fieldset>
  );
}

function clear(group: Group): void {
  for (const mesh of group.children as Mesh[]) {
    mesh.geometry.dispose();
    // The shader's materials are given back with the loaf that made them.
    if (!Array.isArray(mesh.material)) continue;
    for (const m of mesh.material as MeshBasicMaterial[]) {
      m.map?.dispose();
      m.dispose();
    }
  }
  group.clear();
}

/** Builds both parts of the loaf: x along it, y up, z towards the near wall. */
function build(group: Group, faces: Faces, size: { L: number; W: number; H: number; cutMm: number }): void {
  const { L, W, H } = size;
  const cut = Math.min(L - 1, Math.max(1, size.cutMm)) / L;
  const all = new Map([...faces].map(([key, face]) => [key, textureOf(face)]));
  for (const [from, to] of [
    [0, cut],
    [cut, 1],
  ]) {
    const isLeft = from === 0;
    const paint = (key: string, isMirrored: boolean, whole: boolean, tint = LIT) => {
      const texture = all.get(key);
      if (!texture) return new MeshBasicMaterial({ color: "#e9e0cc" });
      return new MeshBasicMaterial({ color: tint, map: part(texture, whole ? 0 : from, whole ? 1 : to, isMirrored) });
    };
    // An end picture has the near wall at its left; the face looking right shows it so, the one looking left mirrored.
    const materials = [
      paint(isLeft ? "cut" : "right", false, true),
      paint(isLeft ? "left" : "cut", true, true),
      paint("top", false, false),
      new MeshBasicMaterial({ color: "#d9cdb4" }),
      paint("near", false, false, SHADED),
      paint("far", true, false, SHADED),
    ];
    const mesh = new Mesh(new BoxGeometry((to - from) * L, H, W), materials);
    mesh.position.x = ((from + to) / 2 - 0.5) * L + (isLeft ? -1 : 1) * (GAP_SHARE / 2) * L;
    group.add(mesh);
  }
  for (const texture of all.values()) texture.dispose();
}
