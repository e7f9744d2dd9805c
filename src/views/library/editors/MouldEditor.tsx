import { compartmentsOf } from "../../../core/mould/compartments";
import { volumeMl } from "../../../core/mould/mould";
import { type LibraryMould, MOULD_KINDS } from "../../../core/mould/mouldSchema";
import { BoundSelect, BoundText, type Editable } from "../../parts/bound";
import { labelled } from "../../parts/Choose";
import { MouldFields } from "../../parts/MouldFields";
import { useUnits } from "../../parts/units";

/** A mould drawn from above and from its end, with its sizes, dividers and cuts. */
export function MouldEditor({ open, mould }: { open: Editable; mould: LibraryMould }) {
  const { mm, say } = useUnits();
  const c = compartmentsOf(mould);
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-2.5">
      <BoundSelect open={open} path={["kind"]} label="kind" className="w-56" options={labelled(MOULD_KINDS)} />
      <MouldFields open={open} path={[]} mould={mould} />
      <MouldPicture mould={mould} />
      <p>
        Holds <strong>{say(volumeMl(mould), "volume")}</strong> to the rim.
        {c &&
          ` ${c.widthsMm.length} compartments of ${c.widthsMm.map(mm).join(", ")} by ${mm(c.lengthMm)}; together ${say(
            c.volumesMl(mould.heightMm).reduce((a, b) => a + b, 0),
            "volume",
          )}.`}
      </p>
      {c && Math.min(...c.widthsMm) < 12 && (
        <p className="notice-amber">
          Under {mm(12)} batter sticks to the plates and misses the floor: fewer, wider compartments are surer.
        </p>
      )}
      <BoundText open={open} path={["notes"]} label="notes" rows={3} />
    </div>
  );
}

const WIDTH = 460;

function MouldPicture({ mould }: { mould: LibraryMould }) {
  const scale = Math.min(300 / mould.lengthMm, 130 / mould.widthMm, 130 / mould.heightMm);
  const [l, w, h] = [mould.lengthMm * scale, mould.widthMm * scale, mould.heightMm * scale];
  const c = compartmentsOf(mould);
  const plates: { y: number; thick: number }[] = [];
  if (c && mould.dividers) {
    let y = mould.dividers.isClosedSet ? mould.dividers.thicknessMm : 0;
    for (const width of c.widthsMm.slice(0, mould.dividers.isClosedSet ? undefined : -1)) {
      y += width;
      plates.push({ y, thick: mould.dividers.thicknessMm });
      y += mould.dividers.thicknessMm;
    }
    if (mould.dividers.isClosedSet) plates.unshift({ y: 0, thick: mould.dividers.thicknessMm });
  }
  const cut = mould.cutInto;
  return (
    <svg
      width={WIDTH}
      height={Math.max(w, h) + 26}
      viewBox={`0 0 ${WIDTH} ${Math.max(w, h) + 26}`}
      className="h-auto max-w-full"
      role="img"
      aria-label="The mould from above and from its end"
    >
      <g transform="translate(2 2)" className="stroke-ink" fill="none" strokeWidth={1.5}>
        <rect width={l} height={w} className="fill-[var(--field)]" />
        {plates.map((p) => (
          <rect
            key={p.y}
            x={0}
            y={p.y * scale}
            width={l}
            height={Math.max(1, p.thick * scale)}
            className="fill-ink"
            stroke="none"
          />
        ))}
        {cut &&
          Array.from({ length: cut.loaves - 1 }, (_, i) => {
            const at = (i + 1) / cut.loaves;
            const d = cut.along === "width" ? `M0 ${w * at}H${l}` : `M${l * at} 0V${w}`;
            return <path key={i} d={d} stroke="var(--cut)" strokeDasharray="5 3" />;
          })}
      </g>
      <text x={2} y={w + 18} className="fill-muted text-[12px]">
        from above
      </text>
      <g transform={`translate(${l + 24} 2)`}>
        <path d={`M0 0V${h}H${w}V0`} className="fill-[var(--field)] stroke-ink" strokeWidth={1.5} />
        {plates.map((p) => (
          <rect key={p.y} x={p.y * scale} y={0} width={Math.max(1, p.thick * scale)} height={h} className="fill-ink" />
        ))}
      </g>
      <text x={l + 24} y={h + 18} className="fill-muted text-[12px]">
        from its end
      </text>
    </svg>
  );
}
