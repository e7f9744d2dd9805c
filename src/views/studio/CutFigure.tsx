import type { ReactNode } from "react";
import type { Frame } from "../../core/swirl/view";
import type { FaceAnswer } from "../../workers/faceProtocol";
import { FaceCanvas } from "../parts/FaceCanvas";

const TALLEST_PX = 425;
const WIDEST_PX = 780;
const WIDEST_OF_TWO_PX = 400;

/** A drawn cut as large as the room beside the other controls allows, with what stands above, over and below it. */
export function CutFigure({
  frame,
  face,
  still,
  label,
  isPair,
  above,
  over,
  children,
}: {
  frame: Frame;
  face: FaceAnswer | undefined;
  still?: string;
  label: string;
  isPair: boolean;
  above?: ReactNode;
  over?: ReactNode;
  children: ReactNode;
}) {
  const width = Math.min(
    isPair ? WIDEST_OF_TWO_PX : WIDEST_PX,
    (TALLEST_PX * frame.widthMm) / Math.max(1, frame.heightMm),
  );
  return (
    <figure className="m-0 flex min-w-0 flex-col" style={{ width }}>
      {above}
      <div
        className="relative border border-ink/40"
        style={{ aspectRatio: `${frame.widthMm / Math.max(1, frame.heightMm)}` }}
      >
        <FaceCanvas face={face} still={still} label={label} />
        {over}
      </div>
      <figcaption className="text-[12.5px] text-muted">{children}</figcaption>
    </figure>
  );
}
