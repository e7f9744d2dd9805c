import type { RefObject } from "react";

/** Asks for a file: hidden, pressed by a button or a key of the screen. */
export const FilePick = ({
  input,
  accept,
  label,
  onFile,
}: {
  input: RefObject<HTMLInputElement | null>;
  accept: string;
  label: string;
  onFile(file: File): void;
}) => (
  <input
    ref={input}
    type="file"
    accept={accept}
    aria-label={label}
    className="sr-only"
    tabIndex={-1}
    onChange={(e) => {
      const file = e.currentTarget.files?.[0];
      if (file) onFile(file);
      e.currentTarget.value = "";
    }}
  />
);
