/** A drawing true to scale on one sheet of paper: millimetres from the upper left corner. */
export interface Drawing {
  title: string;
  widthMm: number;
  heightMm: number;
  lines: { from: [number, number]; to: [number, number]; thicknessMm: number; isDashed?: boolean }[];
  texts: { at: [number, number]; text: string; sizeMm: number; anchor?: "start" | "middle" }[];
}

const escaped = (text: string) =>
  text.replace(/[&<>"]/g, (c) => ({ "&": "&amp;", "<": "&lt;", ">": "&gt;", '"': "&quot;" })[c] ?? c);
const n = (v: number) => Number(v.toFixed(3));

/** The drawing as SVG whose user unit is a millimetre. */
export function drawingSvg(d: Drawing): string {
  const lines = d.lines.map(
    (l) =>
      `<line x1="${n(l.from[0])}" y1="${n(l.from[1])}" x2="${n(l.to[0])}" y2="${n(l.to[1])}" stroke="#000" stroke-width="${l.thicknessMm}"${l.isDashed ? ' stroke-dasharray="2 1.5"' : ""}/>`,
  );
  const texts = d.texts.map(
    (t) =>
      `<text x="${n(t.at[0])}" y="${n(t.at[1])}" font-family="sans-serif" font-size="${t.sizeMm}"${t.anchor === "middle" ? ' text-anchor="middle"' : ""}>${escaped(t.text)}</text>`,
  );
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${n(d.widthMm)}mm" height="${n(d.heightMm)}mm" viewBox="0 0 ${n(d.widthMm)} ${n(d.heightMm)}">`,
    `<title>${escaped(d.title)}</title>`,
    ...lines,
    ...texts,
    "</svg>",
  ].join("\n");
}
