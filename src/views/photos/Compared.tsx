import type { Plan } from "../../core/document/schema";
import type { FaceRead } from "../../workers/photoProtocol";
import { FaceCanvas } from "../parts/FaceCanvas";
import { useUnits } from "../parts/units";
import type { Looked } from "./usePhotoWorker";

const percent = (share: number) => `${(100 * share).toFixed(share < 0.1 ? 1 : 0)} %`;
/** A colour with less of a bar than this has no height worth saying. */
const SAID_FROM = 0.01;

/** The straightened photo, the same sorted into the batch's colours, and the prediction: side by side, with the same figures. */
export function Compared({
  plan,
  palette,
  names,
  looked,
  isByWhite,
}: {
  plan: Pick<Plan, "portions">;
  palette: readonly string[];
  names: readonly string[];
  looked: Extract<Looked, { kind: "measured" }>;
  /** Whether the light was taken by something white in the photo. */
  isByWhite: boolean;
}) {
  const { mm } = useUnits();
  const { even, seen, predicted, face } = looked;
  const pictures = [
    { words: "the photo, in even light", picture: even },
    { words: "sorted into its colours", picture: seen.picture },
    { words: "predicted", picture: predicted.picture },
  ];
  const height = (of: FaceRead, c: number) => (of.shares[c] >= SAID_FROM ? percent(of.heights[c]) : "–");
  return (
    <div data-testid="compared">
      <ol className="grid grid-cols-3 gap-3">
        {pictures.map(({ words, picture }) => (
          <li key={words} className="text-[13px]">
            <span
              className="block w-full border border-ink/40"
              style={{ aspectRatio: `${picture.width} / ${picture.height}` }}
            >
              <FaceCanvas face={{ ...picture, stage: "smooth" }} label={`The bar: ${words}`} />
            </span>
            {words}
          </li>
        ))}
      </ol>
      <table className="mt-3 w-full text-left text-[15px]">
        <thead>
          <tr className="text-[13px] text-muted">
            <th scope="col" className="py-1 font-normal">
              colour
            </th>
            <th scope="col" className="py-1 text-right font-normal">
              share of the bar
            </th>
            <th scope="col" className="py-1 text-right font-normal">
              predicted
            </th>
            <th scope="col" className="py-1 text-right font-normal phone:hidden">
              mean height
            </th>
            <th scope="col" className="py-1 text-right font-normal phone:hidden">
              predicted
            </th>
            <th scope="col" className="py-1 pl-3 font-normal">
              cured, as seen
            </th>
          </tr>
        </thead>
        <tbody>
          {palette.map((hex, c) => (
            <tr key={names[c] ?? plan.portions.length + c} className="border-t border-rule">
              <th scope="row" className="py-1 font-normal">
                <span
                  className="mr-2 inline-block size-3.5 border border-ink/40 align-[-2px]"
                  style={{ background: hex }}
                />
                {names[c]}
              </th>
              <td className="text-right">{percent(seen.shares[c])}</td>
              <td className="text-right text-muted">{percent(predicted.shares[c])}</td>
              <td className="text-right phone:hidden">{height(seen, c)}</td>
              <td className="text-right text-muted phone:hidden">{height(predicted, c)}</td>
              <td className="pl-3">
                {face.seenHex[c] ? (
                  <>
                    <span
                      className="mr-2 inline-block size-3.5 border border-ink/40 align-[-2px]"
                      style={{ background: face.seenHex[c] }}
                    />
                    {face.seenHex[c]}
                  </>
                ) : (
                  <span className="text-muted">too little of it</span>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-1 text-[13px] text-muted">
        A line is {mm(seen.lineMm)} wide in the mean, predicted {mm(predicted.lineMm)}. Heights from the floor, part of
        the bar; 4 mm of rim and 6 mm of top are left out, where ash lies. Shares are told to about 2 points. The light
        is taken by{" "}
        {isByWhite
          ? "what you ringed; how pale the palest large colour is, is taken as predicted."
          : "the palest large colour, which itself is taken as predicted: with something white in the photo it need not be."}
      </p>
    </div>
  );
}
