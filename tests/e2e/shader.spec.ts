import { derive } from "../../src/core/derive/derive";
import { planOfFamily } from "../../src/core/library/familyPlan";
import { compileDesign } from "../../src/core/swirl/design";
import { createPoints, restart } from "../../src/core/swirl/points";
import { sample } from "../../src/core/swirl/sample";
import { mapsFor } from "../../src/core/swirl/shader/maps";
import { packDesign } from "../../src/core/swirl/shader/pack";
import { FAMILY_IDS } from "../../src/core/techniques/families/registry";
import { freeStroke } from "../support/freeStroke";
import { expect, test } from "./servers";

const [WIDTH, HEIGHT] = [60, 46];

/** Draws colour indices of a cut in the page's WebGL: red of every pixel. */
function drawInPage(given: {
  maps: string;
  /** Single-precision numbers, as base64: a list of a million takes long to hand over. */
  numbers: string;
  operations: number;
  cuts: number[][];
  width: number;
  height: number;
}) {
  const gl = Object.assign(document.createElement("canvas"), { width: given.width, height: given.height }).getContext(
    "webgl2",
  );
  if (!gl) return null;
  const make = (kind: number, source: string) => {
    const shader = gl.createShader(kind)!;
    gl.shaderSource(shader, source);
    gl.compileShader(shader);
    if (!gl.getShaderParameter(shader, gl.COMPILE_STATUS)) throw new Error(gl.getShaderInfoLog(shader) ?? "");
    return shader;
  };
  const program = gl.createProgram();
  gl.attachShader(
    program,
    make(gl.VERTEX_SHADER, "#version 300 es\nin vec2 corner; void main() { gl_Position = vec4(corner, 0.0, 1.0); }"),
  );
  gl.attachShader(
    program,
    make(
      gl.FRAGMENT_SHADER,
      `#version 300 es\n${given.maps}
      uniform vec2 pixels; uniform vec3 origin, right, up; out vec4 found;
      void main() {
        vec2 uv = gl_FragCoord.xy / pixels;
        found = vec4(float(colourAt(origin + uv.x * right + uv.y * up)) / 255.0, 0.0, 0.0, 1.0);
      }`,
    ),
  );
  gl.linkProgram(program);
  if (!gl.getProgramParameter(program, gl.LINK_STATUS)) throw new Error(gl.getProgramInfoLog(program) ?? "");
  // biome-ignore lint/correctness/useHookAtTopLevel: WebGL, not React
  gl.useProgram(program);
  const numbers = new Float32Array(Uint8Array.from(atob(given.numbers), (c) => c.charCodeAt(0)).buffer);
  const rows = Math.ceil(numbers.length / 2048);
  const data = new Float32Array(rows * 2048);
  data.set(numbers);
  gl.bindTexture(gl.TEXTURE_2D, gl.createTexture());
  gl.texImage2D(gl.TEXTURE_2D, 0, gl.R32F, 2048, rows, 0, gl.RED, gl.FLOAT, data);
  gl.texParameteri(gl.TEXTURE_2D, gl.TEXTURE_MIN_FILTER, gl.NEAREST);
  gl.texParameteri(gl.TEXTURE_2D, gl.TEXTURE_MAG_FILTER, gl.NEAREST);
  const uniform = (name: string) => gl.getUniformLocation(program, name);
  gl.uniform1i(uniform("operations"), given.operations);
  gl.uniform2f(uniform("pixels"), given.width, given.height);
  gl.bindBuffer(gl.ARRAY_BUFFER, gl.createBuffer());
  gl.bufferData(gl.ARRAY_BUFFER, Float32Array.of(-1, -1, 3, -1, -1, 3), gl.STATIC_DRAW);
  const corner = gl.getAttribLocation(program, "corner");
  gl.enableVertexAttribArray(corner);
  gl.vertexAttribPointer(corner, 2, gl.FLOAT, false, 0, 0);
  return given.cuts.map(([ox, oy, oz, rx, ry, rz, ux, uy, uz]) => {
    gl.uniform3f(uniform("origin"), ox, oy, oz);
    gl.uniform3f(uniform("right"), rx, ry, rz);
    gl.uniform3f(uniform("up"), ux, uy, uz);
    gl.drawArrays(gl.TRIANGLES, 0, 3);
    const out = new Uint8Array(given.width * given.height * 4);
    gl.readPixels(0, 0, given.width, given.height, gl.RGBA, gl.UNSIGNED_BYTE, out);
    return Array.from({ length: given.width * given.height }, (_, i) => out[i * 4]);
  });
}

/** The families that together have every map, with their designs: compiling takes the card long, and one whose maps others brought already shows nothing new of them. */
function withEveryMap() {
  const drawnKinds = new Set<number>();
  return FAMILY_IDS.flatMap((family) => {
    const plan = planOfFamily(family);
    const given = derive(plan).designs.get(plan.moulds[0].id)!;
    const design = compileDesign({ ...given, pours: given.pours.map((p) => ({ ...p, trace: 2.2 })) });
    const packed = packDesign(design);
    expect(packed, family).not.toBeNull();
    if ([...packed!.kinds].every((kind) => drawnKinds.has(kind))) return [];
    for (const kind of packed!.kinds) drawnKinds.add(kind);
    return [{ family, design, packed: packed! }];
  });
}

for (const [share, name] of ["one half", "the other half"].entries())
  test(`the graphics card draws the faces that the processor draws, across, level and along, of ${name} of the families that have every map`, async ({
    page,
  }) => {
    test.setTimeout(240_000);
    await page.goto("about:blank");
    const families = withEveryMap().filter((_, i) => i % 2 === share);
    expect(families.length).toBeGreaterThan(1);
    for (const { family, design, packed } of families) {
      const { lengthMm: L, widthMm: W, levelMm: H } = design;
      const cuts = [
        [0.43 * L, 0, 0, 0, W, 0, 0, 0, H],
        [0, 0, 0.4 * H, L, 0, 0, 0, W, 0],
        [0, 0.55 * W, 0, L, 0, 0, 0, 0, H],
      ];
      const drawn = await page.evaluate(drawInPage, {
        maps: mapsFor(packed.kinds),
        numbers: Buffer.from(packed.numbers.buffer).toString("base64"),
        operations: packed.operations,
        cuts,
        width: WIDTH,
        height: HEIGHT,
      });
      test.skip(drawn === null, "this browser has no WebGL2");
      for (const [n, cut] of cuts.entries()) {
        const points = createPoints(WIDTH * HEIGHT);
        for (let i = 0; i < WIDTH * HEIGHT; i++) {
          const [u, v] = [((i % WIDTH) + 0.5) / WIDTH, (Math.floor(i / WIDTH) + 0.5) / HEIGHT];
          for (const [k, axis] of (["x", "y", "z"] as const).entries())
            points[axis][i] = cut[k] + u * cut[3 + k] + v * cut[6 + k];
        }
        restart(points, WIDTH * HEIGHT, null);
        sample(design, points, 1);
        // Single precision against double: a hundredth at most, all beside an edge.
        const off = drawn![n].filter((c, i) => c !== points.colour[i]).length / drawn![n].length;
        expect(off, `${family}, cut ${n}`).toBeLessThan(0.01);
      }
    }
  });

test("what the shader does not know is refused, so that the processor draws it", () => {
  const plan = planOfFamily("layers");
  const given = derive(plan).designs.get(plan.moulds[0].id)!;
  const free = freeStroke([
    { xMm: 20, yMm: 20 },
    { xMm: 180, yMm: 60 },
  ]);
  expect(packDesign(compileDesign({ ...given, pours: [...given.pours, free] }))).toBeNull();
});
