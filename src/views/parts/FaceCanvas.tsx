import { useEffect, useRef } from "react";
import type { FaceAnswer } from "../../workers/faceProtocol";

/** First pictures of a page by their keys, each as the address of a picture. */
export type Stills = Readonly<Record<string, string>>;

/** A drawn face, stretched to the box that its parent gives. `label` says in words what it shows; empty where the words beside it do. */
export function FaceCanvas({
  face,
  still,
  label,
  className = "",
}: {
  face: Pick<FaceAnswer, "width" | "height" | "rgba" | "stage"> | undefined;
  /** Shown until the first picture is drawn here. */
  still?: string;
  label: string;
  className?: string;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const element = canvas.current;
    if (!element || !face) return;
    element.width = face.width;
    element.height = face.height;
    element.getContext("2d")?.putImageData(new ImageData(face.rgba, face.width, face.height), 0, 0);
  }, [face]);
  const canvasElement = (
    <canvas
      ref={canvas}
      {...(label === "" ? { "aria-hidden": true } : { role: "img", "aria-label": label })}
      data-stage={face?.stage ?? "none"}
      className={`block h-full w-full ${face?.stage === "coarse" ? "[image-rendering:pixelated]" : ""} ${className}`}
    />
  );
  if (!still) return canvasElement;
  return (
    <span className="relative block h-full w-full">
      {!face && <img src={still} alt="" className="absolute inset-0 block h-full w-full" />}
      {canvasElement}
    </span>
  );
}
