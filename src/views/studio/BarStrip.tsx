import type { Design } from "../../core/swirl/design";
import type { FaceRequest } from "../../workers/faceProtocol";
import { FaceCanvas } from "../parts/FaceCanvas";
import { useFaces } from "../parts/useFaces";

const BAR_PX = 132;

/** Every bar of the loaf side by side, as they will lie on the table. Two workers share them. */
export function BarStrip({
  design,
  palette,
  barsMm,
  shape,
  chosen,
  onChoose,
}: {
  design: Design;
  palette: string[];
  barsMm: number[];
  shape: number;
  /** Bar that the cut goes through, by index; -1 for none. */
  chosen: number;
  onChoose(atMm: number): void;
}) {
  const height = Math.max(8, Math.min(260, Math.round(BAR_PX * shape)));
  const requests = barsMm.map(
    (atMm, i): FaceRequest => ({ key: `bar${i}`, view: { kind: "across", atMm }, width: BAR_PX, height }),
  );
  const faces = useFaces(design, palette, [
    requests.filter((_, i) => i % 2 === 0),
    requests.filter((_, i) => i % 2 === 1),
  ]);
  return (
    <ol className="flex gap-1.5" aria-label="Faces of all bars">
      {barsMm.map((atMm, i) => (
        <li key={atMm} className="min-w-0 max-w-[130px] flex-1">
          <button
            type="button"
            className={`block w-full border-2 ${i === chosen ? "border-[#b3201a]" : "border-ink/25 hover:border-ink"}`}
            aria-label={`Cut at bar ${i + 1}`}
            aria-pressed={i === chosen}
            onClick={() => onChoose(atMm)}
          >
            <span className="block" style={{ aspectRatio: `${1 / shape}` }}>
              <FaceCanvas face={faces.get(`bar${i}`)} label={`Predicted face of bar ${i + 1}`} />
            </span>
          </button>
          <span className="block text-center text-[12px] text-muted">
            {i === chosen ? <b className="text-ink">bar {i + 1}</b> : `bar ${i + 1}`}
          </span>
        </li>
      ))}
    </ol>
  );
}
