import { useRef } from "react";
import { STAGES } from "../../core/clock/stages";

/** How each stage looks in four places; drawn by the same few numbers. */
const LOOKS = [
  {
    rim: "no slick, an even thin film",
    bell: "a film that covers the bell",
    trail: "drips leave nothing",
    colour: "a little less yellow",
    trailDepth: 0,
    film: 2,
  },
  {
    rim: "film stays a breath",
    bell: "drips run off in a thread",
    trail: "a drip shows and sinks in a breath",
    colour: "paler, a dull shine",
    trailDepth: 2,
    film: 4,
  },
  {
    rim: "a soft edge stays",
    bell: "drips in ribbons",
    trail: "a drip stays; a line can be written",
    colour: "paler and matte",
    trailDepth: 5,
    film: 7,
  },
  {
    rim: "it stands at the wall",
    bell: "it hangs on the bell",
    trail: "a spoon leaves a hollow",
    colour: "matte",
    trailDepth: 9,
    film: 10,
  },
  {
    rim: "it does not move",
    bell: "the blender lifts it",
    trail: "a lump",
    colour: "matte, warm",
    trailDepth: 12,
    film: 13,
  },
] as const;

function Rim({ film }: { film: number }) {
  return (
    <svg viewBox="0 0 76 46" className="block h-12 w-full" aria-hidden="true">
      <path d="M6 4 L12 42 H64 L70 4" fill="none" className="stroke-ink" strokeWidth="2" />
      <path
        d={`M8.5 20 Q 12 ${20 - film} 18 20 T 38 20 T 58 20 Q 64 ${20 - film} 67.5 20 L64 42 H12 Z`}
        fill="#e9d9a8"
        className="stroke-ink"
        strokeWidth="1"
      />
    </svg>
  );
}
function Bell({ film, index }: { film: number; index: number }) {
  const drop = [26, 22, 16, 8, 0][index];
  return (
    <svg viewBox="0 0 76 46" className="block h-12 w-full" aria-hidden="true">
      <rect x="33" y="0" width="10" height="14" className="fill-muted" />
      <path d="M26 14 H50 L54 24 H22 Z" className="fill-muted stroke-ink" strokeWidth="1.4" />
      <path
        d={`M22 24 H54 Q 52 ${25 + film} 46 ${25 + film} H30 Q 24 ${25 + film} 22 24 Z`}
        fill="#e9d9a8"
        className="stroke-ink"
        strokeWidth="1"
      />
      {drop > 0 && (
        <path
          d={`M38 ${25 + film} V${25 + film + drop * 0.5}`}
          stroke="#cbb676"
          strokeWidth={2 + film / 4}
          strokeLinecap="round"
        />
      )}
    </svg>
  );
}
function Trail({ depth }: { depth: number }) {
  return (
    <svg viewBox="0 0 76 46" className="block h-12 w-full" aria-hidden="true">
      <path d="M2 26 H74 V44 H2 Z" fill="#e9d9a8" />
      <path
        d={
          depth > 8
            ? `M2 26 H24 Q 38 ${26 + depth * 1.4} 52 26 H74`
            : `M2 26 H24 Q 31 26 34 ${26 - depth} T 42 ${26 - depth} Q 45 26 52 26 H74`
        }
        fill="#e9d9a8"
        className="stroke-ink"
        strokeWidth="1.6"
      />
    </svg>
  );
}

/** The stages of trace, each at the rim, on the blender's bell, as a trail and by colour; and how false trace differs. */
export function TraceGuideBody() {
  return (
    <>
      <table className="w-full border-collapse text-[14px]">
        <thead>
          <tr className="text-left text-[13px] text-muted">
            <th className="font-normal">stage</th>
            <th className="font-normal">at the rim</th>
            <th className="font-normal">on the bell</th>
            <th className="font-normal">as a trail</th>
            <th className="font-normal">in its colour</th>
          </tr>
        </thead>
        <tbody>
          {STAGES.map((s, i) => (
            <tr key={s.name} className="border-t border-rule align-top">
              <th className="py-1.5 pr-3 text-left">
                <span className="font-head text-[17px]">{s.name}</span>
                <span className="block text-[12.5px] font-normal text-muted">index {s.trace}</span>
              </th>
              <td className="w-40 py-1.5 pr-3">
                <Rim film={LOOKS[i].film} />
                {LOOKS[i].rim}
              </td>
              <td className="w-40 py-1.5 pr-3">
                <Bell film={LOOKS[i].film} index={i} />
                {LOOKS[i].bell}
              </td>
              <td className="w-40 py-1.5 pr-3">
                <Trail depth={LOOKS[i].trailDepth} />
                {LOOKS[i].trail}
              </td>
              <td className="py-1.5">{LOOKS[i].colour}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="notice-amber mt-3">
        <strong>False trace:</strong> in a cool batter hard fats stiffen without having reacted. It looks thick, but
        grainy rather than smooth, an oil slick comes back at the rim when it stands, and warming it a few degrees makes
        it thin again. True trace is smooth, and warmth only hurries it.
      </p>
      <p className="mt-2 text-[13px] text-muted">
        Halves are told by eye: 1.5 stands between emulsion and light. Raw batter burns: gloves and goggles on while you
        look.
      </p>
    </>
  );
}

/** A small question mark beside every place that asks for a stage; opens the guide. */
export function TraceGuideButton({ isLarge = false }: { isLarge?: boolean }) {
  const dialog = useRef<HTMLDialogElement>(null);
  return (
    <>
      <button
        type="button"
        className={isLarge ? "button !min-h-14 px-4" : "icon-button !w-5 font-semibold"}
        aria-label="How the stages of trace look"
        title="How the stages of trace look"
        onClick={() => dialog.current?.showModal()}
      >
        {isLarge ? "How does it look?" : "?"}
      </button>
      <dialog
        ref={dialog}
        aria-label="Trace guide"
        className="m-auto w-[58rem] max-w-[94vw] rounded-lg border-[1.5px] border-ink bg-sheet p-6 text-ink backdrop:bg-black/40"
      >
        <h2 className="mb-2 text-[22px]">How each stage looks</h2>
        <TraceGuideBody />
        <p className="mt-3 text-right">
          <button type="button" className="button !min-h-10 px-5" onClick={() => dialog.current?.close()}>
            Close
          </button>
        </p>
      </dialog>
    </>
  );
}
