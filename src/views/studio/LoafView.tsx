import { useEffect, useRef } from "react";
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
import { type Faces, useFaces } from "../parts/useFaces";

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
  const stage = useRef<{ group: Group; draw(): void; controls: OrbitControls } | null>(null);
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
  const faces = useFaces(design, palette, [
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
    const renderer = new WebGLRenderer({ antialias: true, alpha: true });
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
    build(s.group, faces, { L, W, H: levelMm, cutMm });
    s.draw();
  }, [faces, L, W, levelMm, cutMm]);

  return (
    <div
      ref={host}
      className="h-full min-h-48 w-full"
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
  );
}

function clear(group: Group): void {
  for (const mesh of group.children as Mesh[]) {
    mesh.geometry.dispose();
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
  clear(group);
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
