import type { Drawing } from "../../core/print/drawing";

const PT_PER_MM = 72 / 25.4;

/** Drawings as the pages of a PDF, each of exactly its size. The package is loaded when first needed. */
export async function drawingPdf(...drawings: readonly Drawing[]): Promise<Uint8Array<ArrayBuffer>> {
  const { PDFDocument, StandardFonts, rgb } = await import("pdf-lib");
  const document = await PDFDocument.create();
  document.setTitle(drawings[0]?.title ?? "");
  const font = await document.embedFont(StandardFonts.Helvetica);
  const known = new Set(font.getCharacterSet());
  for (const d of drawings) {
    const page = document.addPage([d.widthMm * PT_PER_MM, d.heightMm * PT_PER_MM]);
    const place = ([x, y]: readonly [number, number]) => ({ x: x * PT_PER_MM, y: (d.heightMm - y) * PT_PER_MM });
    for (const l of d.lines) {
      page.drawLine({
        start: place(l.from),
        end: place(l.to),
        thickness: l.thicknessMm * PT_PER_MM,
        color: rgb(0, 0, 0),
        dashArray: l.isDashed ? [2 * PT_PER_MM, 1.5 * PT_PER_MM] : undefined,
      });
    }
    for (const t of d.texts) {
      const text = [...t.text].map((c) => (known.has(c.codePointAt(0)!) ? c : "?")).join("");
      const size = t.sizeMm * PT_PER_MM;
      const at = place(t.at);
      const shift = t.anchor === "middle" ? font.widthOfTextAtSize(text, size) / 2 : 0;
      page.drawText(text, { x: at.x - shift, y: at.y, size, font });
    }
  }
  return new Uint8Array(await document.save());
}
