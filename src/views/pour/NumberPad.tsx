import { KeyHint } from "../keys/KeyHint";
import { READING_KEYS } from "../keys/screens";
import { useKeys } from "../keys/useKeys";

interface Props {
  text: string;
  onText: (text: string) => void;
  onTake: () => void;
  onLeave: () => void;
  /** What Enter does, e.g. "Take it". */
  take: string;
}

const LONGEST = 9;
const ROWS = ["7", "8", "9", "4", "5", "6", "1", "2", "3", ".", "0"] as const;

/** Keys large enough for a gloved finger; the keyboard's own do the same. */
export function NumberPad({ text, onText, onTake, onLeave, take }: Props) {
  const type = (sign: string) => {
    if (text.length < LONGEST && !(sign === "." && text.includes("."))) onText(text + sign);
  };
  const erase = () => onText(text.slice(0, -1));
  useKeys(READING_KEYS, {
    digit: (e) => type(e.key),
    point: () => type("."),
    erase,
    take: (e) => (e.repeat ? false : onTake()),
    leave: () => onLeave(),
  });
  // Enter and space act on the whole pad, not on the key that was pressed last.
  const quiet = { onKeyDown: (e: React.KeyboardEvent) => e.key === "Enter" && e.preventDefault() };
  const key = "button !min-h-[72px] !justify-center phone:!min-h-[64px] !rounded-lg !border-2 text-[28px]";
  return (
    <div className="grid w-full max-w-[340px] phone:max-w-none grid-cols-3 gap-2">
      {ROWS.map((sign) => (
        <button key={sign} type="button" className={key} onClick={() => type(sign)} {...quiet}>
          {sign}
        </button>
      ))}
      <button type="button" className={key} onClick={erase} aria-label="Take the last digit back" {...quiet}>
        ⌫
      </button>
      <button type="button" className={`${key} !text-[18px]`} onClick={onLeave} {...quiet}>
        Leave <KeyHint of={READING_KEYS.leave} className="text-[13px] phone:hidden" />
      </button>
      <button type="button" className={`${key} button-main col-span-2 !text-[22px]`} onClick={onTake} {...quiet}>
        {take} <KeyHint of={READING_KEYS.take} className="text-[14px] phone:hidden" />
      </button>
    </div>
  );
}
