import { useEffect, useRef } from "react";
import type { FaceAnswer } from "../../workers/faceProtocol";

/** A drawn face, stretched to the box that its parent gives. `label` says in words what it shows. */
export function FaceCanvas({
  face,
  label,
  className = "",
}: {
  face: Omit<FaceAnswer, "colour"> | undefined;
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
  return (
    <canvas
      ref={canvas}
      role="img"
      aria-label={label}
      data-stage={face?.stage ?? "none"}
      className={`block h-full w-full ${face?.stage === "coarse" ? "[image-rendering:pixelated]" : ""} ${className}`}
    />
  );
}
