/**
 * Tools that are drawn through batter: what they are called, their width, how far around them batter is stirred up in the picture (what their tip and their peaks hang on), and the trace
 * that they work in. Starting estimates of practice; users' logs correct the windows.
 */
export const TOOLS = {
  toothpick: { label: "toothpick", widthMm: 2, reachMm: 4, window: [1.4, 3.0] },
  skewer: { label: "skewer", widthMm: 3, reachMm: 6.5, window: [1.3, 2.4] },
  rod: { label: "rod", widthMm: 6, reachMm: 9, window: [1.6, 2.9] },
  "craft-stick": { label: "craft stick", widthMm: 10, reachMm: 16, window: [1.8, 3.2] },
  "tongue-stick": { label: "tongue stick", widthMm: 16, reachMm: 22, window: [2.0, 3.5] },
  spoon: { label: "spoon", widthMm: 34, reachMm: 28, window: [2.6, 4.2] },
} as const;

export type StrokeTool = keyof typeof TOOLS;

/** The tools from the narrowest to the widest. */
export const STROKE_TOOLS = Object.keys(TOOLS) as [StrokeTool, ...StrokeTool[]];
