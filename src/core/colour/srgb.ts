/** The transfer of sRGB (IEC 61966-2-1): straight near black, a power above. */
const TRANSFER = { slope: 12.92, straightTo: 0.0031308, offset: 0.055, power: 2.4 } as const;
const FULL = 255;

/** Linear light of every byte of sRGB, 0 to 1. */
export const LINEAR_OF_BYTE = Float64Array.from({ length: FULL + 1 }, (_, byte) => {
  const s = byte / FULL;
  const { slope, straightTo, offset, power } = TRANSFER;
  return s <= slope * straightTo ? s / slope : ((s + offset) / (1 + offset)) ** power;
});

function exactByteOf(linear: number): number {
  const { slope, straightTo, offset, power } = TRANSFER;
  const s = linear <= straightTo ? slope * linear : (1 + offset) * linear ** (1 / power) - offset;
  return Math.round(FULL * Math.min(1, Math.max(0, s)));
}

/** Steps of linear light whose bytes are kept: within most of them no byte begins. */
const STEPS = 1 << 14;
let byteAtStep: Uint8Array | null = null;

/** Byte of sRGB of linear light; what lies outside 0 to 1 is held to its ends. */
export function byteOf(linear: number): number {
  if (!(linear >= 0 && linear < 1)) return exactByteOf(linear);
  byteAtStep ??= Uint8Array.from({ length: STEPS + 1 }, (_, i) => exactByteOf(i / STEPS));
  const step = Math.floor(linear * STEPS);
  const byte = byteAtStep[step];
  return byte === byteAtStep[step + 1] ? byte : exactByteOf(linear);
}
