import { useEffect, useRef, useState } from "react";
import { PutForm } from "../parts/PutForm";

const LONGEST = 500;

/** What happens, in the maker's own words: typed, or spoken into the keyboard of the device; Enter notes it. */
export function WordsPad({
  of,
  onNote,
  onLeave,
}: {
  of: string;
  onNote: (words: string) => void;
  onLeave: () => void;
}) {
  const [text, setText] = useState("");
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => input.current?.focus(), []);
  const words = text.trim();
  return (
    <PutForm className="w-full px-1" aria-label="In your own words" onPut={() => words !== "" && onNote(words)}>
      <label className="text-[24px]">
        In your own words, of {of}
        <input
          ref={input}
          className="field mt-2 !h-16 w-full !px-3 text-[22px]"
          value={text}
          maxLength={LONGEST}
          autoComplete="off"
          onChange={(e) => setText(e.currentTarget.value)}
          onKeyDown={(e) => e.key === "Escape" && onLeave()}
        />
      </label>
      <p className="mt-3 flex gap-2.5">
        <button type="submit" className="button button-main !min-h-[64px] px-6 text-[20px]" disabled={words === ""}>
          Note it
        </button>
        <button type="button" className="button !min-h-[64px] px-6 text-[20px]" onClick={onLeave}>
          Leave
        </button>
      </p>
    </PutForm>
  );
}
