import {
  BoxGeometry,
  DataTexture,
  FloatType,
  GLSL3,
  type Group,
  Mesh,
  NearestFilter,
  RawShaderMaterial,
  RedFormat,
  Vector3,
} from "three";
import { compileDesign, type Design } from "../../core/swirl/design";
import { mapsFor } from "../../core/swirl/shader/maps";
import { packDesign } from "../../core/swirl/shader/pack";

/** Colours that the shader has room for. */
const MOST_COLOURS = 32;
const TEXTURE_WIDTH = 2048;
/** Outer faces are drawn so far inside the batter, mm. */
const SKIN_MM = 0.4;
/** How far the parts stand apart, share of the side that is opened. */
const GAP = { along: 0.16, across: 0.5, up: 0.6 } as const;

/** Where the block is opened: a plane across the loaf, along it, or level, mm from the left end, the near wall or the floor. */
export interface Opening {
  axis: "along" | "across" | "up";
  atMm: number;
}

const VERTEX = /* glsl */ `
precision highp float;
uniform mat4 modelViewMatrix;
uniform mat4 projectionMatrix;
uniform vec3 middle;
in vec3 position;
in vec3 normal;
out vec3 mm;
out vec3 facing;
void main() {
  // x along the loaf, y up, z towards the near wall.
  vec3 p = position + middle;
  mm = vec3(p.x, p.z, p.y);
  facing = normal;
  gl_Position = projectionMatrix * modelViewMatrix * vec4(position, 1.0);
}
`;

const FRAGMENT = /* glsl */ `
uniform vec3 size;
uniform vec3 palette[${MOST_COLOURS}];
in vec3 mm;
in vec3 facing;
out vec4 colour;
void main() {
  vec3 from = vec3(mm.x, size.y - mm.y, mm.z);
  int found = colourAt(clamp(from, vec3(${SKIN_MM}), size - ${SKIN_MM}));
  // Sides are shaded a little so that edges are seen.
  float light = abs(facing.z) > 0.5 ? 0.9 : facing.y < -0.5 ? 0.84 : 1.0;
  colour = vec4((found < ${MOST_COLOURS} ? palette[found] : vec3(0.91, 0.88, 0.8)) * light, 1.0);
}
`;

/** The loaf drawn by the graphics card itself: any plane, as fast as it turns. */
export interface ShadedLoaf {
  build(group: Group, opening: Opening): void;
  paint(palette: readonly string[]): void;
  dispose(): void;
}

const rgb = (hex: string): Vector3 => {
  const value = Number.parseInt(hex.slice(1), 16);
  return new Vector3((value >> 16) & 255, (value >> 8) & 255, value & 255).divideScalar(255);
};

/** Null where the design has something that the shader does not know, or more than the card holds. */
export function shadedLoaf(design: Design, palette: readonly string[], mostRows: number): ShadedLoaf | null {
  const compiled = compileDesign(design);
  const packed = packDesign(compiled);
  if (!packed || palette.length > MOST_COLOURS) return null;
  const rows = Math.max(1, Math.ceil(packed.numbers.length / TEXTURE_WIDTH));
  if (rows > mostRows) return null;
  const data = new Float32Array(rows * TEXTURE_WIDTH);
  data.set(packed.numbers);
  const texture = new DataTexture(data, TEXTURE_WIDTH, rows, RedFormat, FloatType);
  texture.minFilter = NearestFilter;
  texture.magFilter = NearestFilter;
  texture.needsUpdate = true;
  const { lengthMm: L, widthMm: W, levelMm: H } = compiled;
  const colours = Array.from({ length: MOST_COLOURS }, () => new Vector3(1, 1, 1));
  const shared = {
    numbers: { value: texture },
    operations: { value: packed.operations },
    size: { value: new Vector3(L, W, H) },
    palette: { value: colours },
  };
  const materials: RawShaderMaterial[] = [];
  const material = (middle: Vector3) => {
    const made = new RawShaderMaterial({
      glslVersion: GLSL3,
      vertexShader: VERTEX,
      fragmentShader: mapsFor(packed.kinds) + FRAGMENT,
      uniforms: { ...shared, middle: { value: middle } },
    });
    materials.push(made);
    return made;
  };
  const paint = (hexes: readonly string[]) => {
    for (const [i, hex] of hexes.entries()) colours[i]?.copy(rgb(hex));
  };
  paint(palette);
  return {
    paint,
    build(group, { axis, atMm }) {
      const full = { along: L, up: H, across: W };
      const cut = Math.min(full[axis] - 1, Math.max(1, atMm));
      for (const [from, to] of [
        [0, cut],
        [cut, full[axis]],
      ]) {
        const size = { ...full, [axis]: to - from };
        // Where the part's middle lies in the whole: along from the left end, up from the floor, z from the far wall.
        const middle = { along: L / 2, up: H / 2, across: W / 2, [axis]: (from + to) / 2 };
        const z = W - middle.across;
        const mesh = new Mesh(
          new BoxGeometry(size.along, size.up, size.across),
          material(new Vector3(middle.along, middle.up, z)),
        );
        const apart = (from === 0 ? -0.5 : 0.5) * GAP[axis] * full[axis];
        mesh.position.set(middle.along - L / 2, middle.up - H / 2, z - W / 2);
        if (axis === "along") mesh.position.x += apart;
        else if (axis === "up") mesh.position.y += apart;
        else mesh.position.z -= apart;
        group.add(mesh);
      }
    },
    dispose() {
      texture.dispose();
      for (const m of materials) m.dispose();
    },
  };
}
