import { toLinear } from "../colour/spaces";
import { byteOf, LINEAR_OF_BYTE } from "../colour/srgb";
import type { IndexImage } from "./face";

/** Palette as sRGB bytes and as linear light, by colour index. */
export interface Palette {
  bytes: Uint8Array;
  linear: Float64Array;
  /** Linear light of every sRGB byte, and back. */
  toLinear: Float64Array;
  toByte(v: number): number;
}

export function makePalette(hexes: readonly string[]): Palette {
  const bytes = new Uint8Array(256 * 3).fill(255);
  const linear = new Float64Array(256 * 3).fill(1);
  hexes.forEach((hex, i) => {
    const c = toLinear(hex);
    [c.r, c.g, c.b].forEach((v, k) => {
      linear[i * 3 + k] = v;
      bytes[i * 3 + k] = byteOf(v);
    });
  });
  return { bytes, linear, toLinear: LINEAR_OF_BYTE, toByte: byteOf };
}

/** RGBA bytes of a picture; opaque. */
export function paint(image: IndexImage, palette: Palette): Uint8ClampedArray<ArrayBuffer> {
  const rgba = new Uint8ClampedArray(image.colour.length * 4);
  for (let i = 0; i < image.colour.length; i++) {
    const c = image.colour[i] * 3;
    rgba[i * 4] = palette.bytes[c];
    rgba[i * 4 + 1] = palette.bytes[c + 1];
    rgba[i * 4 + 2] = palette.bytes[c + 2];
    rgba[i * 4 + 3] = 255;
  }
  return rgba;
}

/** Blends the refined edge pixels into painted bytes, averaged in linear light. */
export function blendEdges(
  rgba: Uint8ClampedArray,
  edges: { pixels: Int32Array; samples: Uint8Array },
  palette: Palette,
): void {
  const per = edges.pixels.length ? edges.samples.length / edges.pixels.length : 0;
  for (let i = 0; i < edges.pixels.length; i++) {
    for (let k = 0; k < 3; k++) {
      let sum = 0;
      for (let j = 0; j < per; j++) sum += palette.linear[edges.samples[i * per + j] * 3 + k];
      rgba[edges.pixels[i] * 4 + k] = byteOf(sum / per);
    }
  }
}
