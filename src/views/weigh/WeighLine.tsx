import type { KeyboardEvent } from "react";
import type { WeighUpItem } from "../../core/prepare/weighUp";
import { TICK_KEYS } from "../keys/screens";
import { act } from "../keys/useKeys";
import { useUnits } from "../parts/units";
import { LotLine } from "./LotLine";
import type { OnShelf } from "./useShelf";

/** Moves the focus to the next or previous tick of the sheet. */
function moveFocus(e: KeyboardEvent<HTMLInputElement>): void {
  const all = [...document.querySelectorAll<HTMLInputElement>("[data-weigh-tick]")];
  const by = (step: number) => all[all.indexOf(e.currentTarget) + step]?.focus();
  act(TICK_KEYS, { down: () => by(1), up: () => by(-1) }, e);
}

/** One line of the weigh-up: the tick, what it is, grams and spoons, the tare, and its caution. */
export function WeighLine({
  item,
  shelf,
  disabled,
  onTick,
  onLot,
}: {
  item: WeighUpItem;
  /** Where it is a material of the studio: its lot, and what is on hand. */
  shelf: OnShelf | null;
  disabled: boolean;
  onTick: (isOn: boolean) => void;
  onLot: (lot: string) => string | null;
}) {
  const { grams, spoons } = useUnits();
  const { massG, spoonDensityGPerMl, tareG } = item;
  const isTarget = item.stage === "targets";
  const Line = isTarget ? "div" : "label";
  return (
    <li className="border-b border-rule/70 print:border-black/30">
      <Line
        className={`flex min-h-11 items-center gap-2.5 py-[3px] text-[16px] leading-tight print:min-h-8 print:text-[14px] ${isTarget ? "" : "cursor-pointer"}`}
      >
        {isTarget ? (
          <span className="w-[32px] print:w-5" />
        ) : (
          <input
            type="checkbox"
            data-weigh-tick={item.id}
            className="size-[32px] shrink-0 accent-[var(--ink)] print:size-5"
            checked={item.isTicked}
            disabled={disabled}
            onChange={(e) => onTick(e.currentTarget.checked)}
            onKeyDown={moveFocus}
          />
        )}
        <span className="min-w-0 flex-1">
          <span className={item.isTicked ? "text-muted print:text-black" : ""}>{item.words}</span>
          {item.detail && <span className="block text-[12.5px] text-muted print:text-black">{item.detail}</span>}
          {item.isStale && (
            <span className="block text-[12.5px] font-semibold text-amber">
              It was ticked at another amount: weigh again.
            </span>
          )}
        </span>
        {massG !== null && (
          <span className="whitespace-nowrap text-right">
            <strong className="font-head text-[28px] leading-[1.08] print:text-[17px]">{grams(massG)}</strong>
            {spoonDensityGPerMl !== null && (
              <span className="block text-[12.5px] text-muted print:text-black">
                about {spoons(massG, spoonDensityGPerMl)}
              </span>
            )}
            {tareG !== null && (
              <span className="block text-[12.5px] text-muted print:text-black">
                with tare {grams(tareG)}: {grams(massG + tareG)}
              </span>
            )}
          </span>
        )}
        {massG === null && tareG !== null && <span className="whitespace-nowrap text-[13px]">tare {grams(tareG)}</span>}
      </Line>
      {shelf && <LotLine item={item} shelf={shelf} disabled={disabled} onLot={onLot} />}
      {item.caution && (
        <p className="mb-1 ml-11 print:ml-8 border-l-4 border-cut pl-2 text-[12.5px] leading-tight print:border-black">
          {item.caution}
        </p>
      )}
    </li>
  );
}
