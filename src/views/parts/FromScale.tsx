import { useUnits } from "./units";
import { useDevice } from "./useDevice";

/** Least that counts as a bar on the scale, g: less is an empty pan. */
const LEAST_G = 5;

/** What a scale that is heard says of a bar, g: once it stands still, not overloaded and not empty; null otherwise. */
export function useBarOnScale(): { valueG: number | null; isHeard: boolean; isStill: boolean; shownG: number } {
  const heard = useDevice("mass");
  const isStill = heard !== null && heard.isStable && !heard.isOverload && heard.value >= LEAST_G;
  return { valueG: isStill ? heard.value : null, isHeard: heard !== null, isStill, shownG: heard?.value ?? 0 };
}

/** Takes what the scale says, where one is heard: never a number that still moves. */
export function FromScale({ scale, onTake }: { scale: ReturnType<typeof useBarOnScale>; onTake(massG: number): void }) {
  const { grams } = useUnits();
  if (!scale.isHeard) return null;
  return (
    <button
      type="button"
      className="button !min-h-[46px]"
      disabled={scale.valueG === null}
      onClick={() => scale.valueG !== null && onTake(scale.valueG)}
    >
      {scale.isStill ? `Take ${grams(scale.shownG)}` : `${grams(scale.shownG)}, settling…`}
    </button>
  );
}
