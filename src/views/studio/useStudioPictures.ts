import type { ColourTime } from "../../core/colour/colourantSchema";
import type { Plan } from "../../core/document/schema";
import type { Design } from "../../core/swirl/design";
import { useFaces } from "../parts/useFaces";
import type { Cut } from "./look";
import { type Beside, sightOf } from "./look";
import { useBeside } from "./useBeside";
import { useNumbers } from "./useNumbers";

const TOP_PX = 460;
const SKIN_MM = 0.4;

interface Given {
  plan: Plan;
  /** Null where nothing is poured. */
  design: Design | null;
  levelMm: number;
  cut: Cut;
  /** Where bars begin and end. */
  cutsMm: number[];
  colours: { palette: string[]; time: ColourTime; isGrey: boolean };
  beside: Beside;
  /** Steps of the film that are shown; null: all. */
  step: number | null;
  isPlaying: boolean;
}

/** What the studio draws and measures: the cut, the top, what stands beside them, and the numbers of both. */
export function useStudioPictures(given: Given) {
  const { plan, design, levelMm, cut, cutsMm, beside, step, isPlaying } = given;
  const { palette } = given.colours;
  const mould = plan.moulds[0];
  const { view, width, height } = sightOf(cut, plan, levelMm);
  const shown = given.design;
  const other = useBeside(beside, plan, shown, cut, given.colours);
  const top = {
    key: "top",
    view: { kind: "above", depthMm: SKIN_MM } as const,
    width: TOP_PX,
    height: Math.round((TOP_PX * mould.widthMm) / mould.lengthMm),
  };
  const still =
    step === null ? {} : { upTo: step, frameMm: levelMm, isCoarse: isPlaying && (design?.pours.length ?? 0) > 12 };
  const faces = useFaces(
    shown,
    palette,
    [[{ key: "face", view, width, height, isLarge: other.sight === null }], [top]],
    still,
  );
  const besideFaces = useFaces(
    other.sight?.design ?? null,
    other.sight?.palette ?? palette,
    other.sight
      ? [[{ key: "face", view: other.sight.view, width: other.sight.width, height: other.sight.height }]]
      : [],
    beside.startsWith("batch:") ? {} : still,
  );
  const { numbers, progress } = useNumbers(shown, cutsMm, palette.length);
  // One after the other: each is measured in a worker of its own.
  const { numbers: besideNumbers, progress: besideProgress } = useNumbers(
    numbers && progress === null ? (other.sight?.design ?? null) : null,
    other.sight?.cutsMm ?? cutsMm,
    other.sight?.palette.length ?? 0,
  );
  return { other, faces, besideFaces, numbers, progress, besideNumbers, besideProgress };
}
