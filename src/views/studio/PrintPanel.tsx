import { useState } from "react";
import type { Derived } from "../../core/derive/derive";
import type { Plan } from "../../core/document/schema";
import { type Drawing, drawingSvg } from "../../core/print/drawing";
import { outlineSvg } from "../../core/print/outlines";
import { dividerTemplate, edgeGuides, pourMap } from "../../core/print/templates";
import { lanesIn } from "../../core/techniques/lanes";
import { portionOf } from "../../core/techniques/operations/registry";
import { sayer } from "../../core/units/sayer";
import type { FaceAnswer } from "../../workers/faceProtocol";
import { NumberField } from "../parts/NumberField";
import { drawingPdf } from "../parts/pdf";
import { fileName, save } from "../parts/saveFile";
import { useUnits } from "../parts/units";

const START_PITCH_MM = 12;

function canvasOf(face: FaceAnswer): HTMLCanvasElement {
  const canvas = document.createElement("canvas");
  canvas.width = face.width;
  canvas.height = face.height;
  canvas.getContext("2d")!.putImageData(new ImageData(face.rgba, face.width, face.height), 0, 0);
  return canvas;
}

const PICTURE_SCALE = 4;

/** A picture as PNG, enlarged with whole pixels. */
function png(face: FaceAnswer): Promise<Blob> {
  const big = document.createElement("canvas");
  big.width = face.width * PICTURE_SCALE;
  big.height = face.height * PICTURE_SCALE;
  const pen = big.getContext("2d")!;
  pen.imageSmoothingEnabled = true;
  pen.imageSmoothingQuality = "high";
  pen.drawImage(canvasOf(face), 0, 0, big.width, big.height);
  return new Promise((done) => big.toBlob((b) => done(b!), "image/png"));
}

/** Papers for the bench, true to scale, and the pictures as files. */
export function PrintPanel({
  plan,
  derived,
  palette,
  face,
  top,
  faceSizeMm,
}: {
  plan: Plan;
  derived: Derived;
  palette: readonly string[];
  face: FaceAnswer | undefined;
  top: FaceAnswer | undefined;
  faceSizeMm: { widthMm: number; heightMm: number };
}) {
  const mould = plan.moulds[0];
  const stroke = plan.operations.find((o) => o.kind === "stroke" && o.path === "crossings");
  const [pitchMm, setPitch] = useState(stroke?.kind === "stroke" ? stroke.pitchMm : START_PITCH_MM);
  const own = plan.operations.filter((o) => o.mouldId === mould.id);
  const lanes = lanesIn(mould, plan.operations);
  const laneNames = (lanes?.widthsMm ?? []).map((_, lane) => {
    const o = own.find((x) => x.kind === "compartment" && x.index === lane);
    return plan.portions.find((p) => o && p.id === portionOf(o))?.name ?? "";
  });
  const { units } = useUnits();
  const say = sayer(units);
  const papers: { id: string; label: string; make(): Drawing }[] = [
    { id: "edge-guides", label: "Edge guides for crossings", make: () => edgeGuides(mould, pitchMm, say) },
    {
      id: "pour-map",
      label: "Pour map",
      make: () =>
        pourMap(
          plan,
          mould,
          plan.operations.filter((o) => o.mouldId === mould.id),
          (id) => derived.instructions.get(id)?.title ?? "",
        ),
    },
  ];
  if ((lanes?.widthsMm.length ?? 0) > 1)
    papers.splice(1, 0, {
      id: "divider-plates",
      label: "Divider plates",
      make: () => dividerTemplate(mould, plan.operations, laneNames, say),
    });
  const colours = plan.portions.map((p, index) => ({ index, name: p.name, hex: palette[index] }));
  const pictures = [
    { id: "cut", label: "The cut", face, ...faceSizeMm },
    { id: "top", label: "The top", face: top, widthMm: mould.lengthMm, heightMm: mould.widthMm },
  ];
  return (
    <div className="text-[13px]">
      <p className="text-muted">
        True to scale: print at 100 %, without fitting to the page, and check the 100 mm line. A loaf longer than the
        paper is printed over several sheets by most printers' poster setting.
      </p>
      <div className="mt-2">
        <NumberField
          label="crossings every"
          quantity="length"
          step={1}
          width="w-9"
          value={pitchMm}
          onChange={(v) => {
            if (v === null || v < 2 || v > 200) return `goes from ${say.mm(2)} to ${say.mm(200)}`;
            setPitch(v);
            return null;
          }}
        />
      </div>
      <ul className="mt-2 flex flex-col gap-1.5">
        {papers.map((p) => (
          <li key={p.id} className="flex items-center gap-2">
            <span className="flex-1">{p.label}</span>
            <button
              type="button"
              className="button"
              aria-label={`${p.label} as SVG`}
              onClick={() =>
                save(`${fileName(plan.title, p.id)}.svg`, new Blob([drawingSvg(p.make())], { type: "image/svg+xml" }))
              }
            >
              SVG
            </button>
            <button
              type="button"
              className="button"
              aria-label={`${p.label} as PDF`}
              onClick={async () =>
                save(
                  `${fileName(plan.title, p.id)}.pdf`,
                  new Blob([await drawingPdf(p.make())], { type: "application/pdf" }),
                )
              }
            >
              PDF
            </button>
          </li>
        ))}
        {pictures.map((p) => (
          <li key={p.id} className="flex items-center gap-2">
            <span className="flex-1">{p.label}, picture</span>
            <button
              type="button"
              className="button"
              disabled={!p.face}
              aria-label={`${p.label} as SVG`}
              onClick={() =>
                save(
                  `${fileName(plan.title, p.id)}.svg`,
                  new Blob([outlineSvg(p.face!, colours, p, plan.title)], { type: "image/svg+xml" }),
                )
              }
            >
              SVG
            </button>
            <button
              type="button"
              className="button"
              disabled={!p.face}
              aria-label={`${p.label} as PNG`}
              onClick={async () => save(`${fileName(plan.title, p.id)}.png`, await png(p.face!))}
            >
              PNG
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}
