import type { Pictured } from "../../core/cut/picture";
import { kindsOf, offWords, pictureWords, proposalWords, sizeWords } from "../../core/cut/words";
import type { Thumb } from "../../core/mould/cutDaySchema";
import type { Cutter } from "../../core/mould/cutSchema";
import { sayer } from "../../core/units/sayer";
import { percent } from "../parts/format";
import { useUnits } from "../parts/units";
import type { Faces } from "../parts/useFaces";
import { BarFace, type BarSight } from "./BarStrip";

interface Props {
  list: readonly Pictured[];
  tried: number;
  /** Whether there is more than one cutter: then each way says its own. */
  hasCutters?: boolean;
  /** Cutters that were not tried: a thumb says that the loaf is too hard for them. */
  tooHardFor?: readonly Cutter[];
  thumb?: Thumb | null;
  /** The one that is laid out, by its place; -1 for none of them. */
  chosen: number;
  /** The face of most of its bars, by the place of the proposal. */
  sights: readonly BarSight[];
  faces: Faces;
  onLayOut: (proposal: Pictured) => void;
}

/** The widest face in the list, px. */
const THUMB_PX = 62;

/** Up to five ways to cut, each on a digit: what comes out, what is lost, and what is wrong with it. */
export function Proposals({
  list,
  tried,
  hasCutters = false,
  tooHardFor = [],
  thumb = null,
  chosen,
  sights,
  faces,
  onLayOut,
}: Props) {
  const { units } = useUnits();
  const say = sayer(units);
  const notTried = tooHardFor.length > 0 && (
    <p className="notice-amber mt-2">
      Not tried, as the loaf is at thumb {thumb} of 4:{" "}
      {tooHardFor.map((c) => `${c.name} cuts soap up to thumb ${c.hardest}`).join(", ")}.
    </p>
  );
  if (list.length === 0)
    return (
      notTried || (
        <p className="notice-amber mt-2">
          No way to cut gives a bar of at least 8 mm with this cutter: its largest block, or the loaf, is too small.
        </p>
      )
    );
  return (
    <>
      {notTried}
      <ol className="mt-2 grid gap-1" aria-label="Ways to cut it">
        {list.map((p, i) => {
          const { title, detail } = proposalWords(p, say);
          const off = offWords(p, say);
          return (
            <li key={`${p.pattern}-${i}`}>
              <button
                type="button"
                aria-pressed={i === chosen}
                className={`flex w-full items-start gap-3 rounded-md border-b border-rule px-2 py-2 text-left hover:bg-paper narrow:min-h-[64px] ${i === chosen ? "bg-paper" : ""}`}
                onClick={() => onLayOut(p)}
              >
                <kbd className="rounded border border-current px-2 text-[14px]">{i + 1}</kbd>
                {sights[i] && (
                  <BarFace
                    of={sights[i]}
                    faces={faces}
                    label={`Predicted face: ${title}`}
                    pxPerMm={THUMB_PX / Math.max(sights[i].bar.size[sights[i].right], sights[i].bar.size[sights[i].up])}
                  />
                )}
                <span className="min-w-0 flex-1">
                  <strong className="text-[16px]">{title}</strong>
                  <span className="block text-[13.5px] text-muted">
                    {[
                      detail,
                      ...(hasCutters ? [p.cutter.name.toLowerCase()] : []),
                      ...(p.planer ? [`planed by ${p.planer.name.toLowerCase()}`] : []),
                    ].join(", ")}
                  </span>
                  <span className="block text-[13.5px]">
                    {kindsOf(p.up.bars)
                      .map((k) => sizeWords(k.sizeMm, say))
                      .join("; ")}
                    , {say.g(p.curedG)} cured
                  </span>
                  <span className="block text-[13.5px] text-muted">{pictureWords(p.picture, say)}</span>
                  {off.length > 0 && <span className="block text-[13.5px] text-amber">{off.join("; ")}</span>}
                </span>
                <span className="whitespace-nowrap text-right">
                  <span className="font-head text-[20px] font-semibold">
                    {percent(Math.round(1000 * p.wasteShare) / 10)}
                  </span>
                  <span className="block text-[12.5px] text-muted">lost</span>
                </span>
              </button>
            </li>
          );
        })}
      </ol>
      <p className="mt-1 text-[12.5px] text-muted">
        The best of {tried} tried; masses are estimates. What was asked for goes first, then what the bars show, then
        what is lost.
      </p>
    </>
  );
}
