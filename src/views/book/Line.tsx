import { parseISO } from "date-fns";
import { type ReactNode, useCallback, useMemo } from "react";
import type { LineEntry } from "../../core/derive/line";
import { BarThumb } from "../parts/BarThumb";
import { BatchPaper } from "../parts/BatchPaper";
import { type BatchPageProps, LiveBench } from "../parts/bench";
import { format } from "../parts/dates";
import { FaceCanvas } from "../parts/FaceCanvas";
import { Rating } from "../parts/Rating";
import type { StoredBatch } from "../parts/stored";
import { useBatch } from "../parts/useBatch";
import { useFaceQueue } from "../parts/useFaceQueue";
import { BookTabs } from "./BookTabs";
import { KeptChart, keptWords, useKept } from "./KeptChart";

const FACE_PX = { width: 260, height: 190 } as const;
const ORDINALS = ["First", "Second", "Third", "Fourth", "Fifth", "Sixth", "Seventh", "Eighth", "Ninth", "Tenth"];
const ordinal = (i: number) => ORDINALS[i] ?? `${i + 1}th`;
const day = (on: string) => format(parseISO(on), "d MMM yyyy");

export default function Line({ initial, line, ...page }: BatchPageProps & { line: LineEntry[] }) {
  return (
    <LiveBench {...page}>
      <SoapLine initial={initial} line={line} />
    </LiveBench>
  );
}

const Row = ({ label, children }: { label: string; children: ReactNode }) => (
  <tr className="align-top">
    <th scope="row" className="sticky left-0 border-t border-rule bg-sheet py-2 pr-4 text-left font-normal text-muted">
      {label}
    </th>
    {children}
  </tr>
);
const Cell = ({ children, of }: { children: ReactNode; of: LineEntry }) => (
  <td key={of.entry.id} className="border-t border-rule py-2 pr-5 text-[14.5px]">
    {children}
  </td>
);

/** A soap as a line of batches: read across what changed, what came of it and what was to be otherwise. */
function SoapLine({ initial, line }: { initial: StoredBatch; line: LineEntry[] }) {
  const batch = useBatch(initial);
  const queue = useMemo(
    () =>
      line.flatMap(({ entry: e }) =>
        e.design ? [{ key: e.id, design: e.design, palette: e.palette, atMm: e.cutMm }] : [],
      ),
    [line],
  );
  const faces = useFaceQueue(queue, FACE_PX.width, FACE_PX.height);
  const kept = useKept(line);
  const nameOf = useCallback((l: LineEntry) => ordinal(line.indexOf(l)), [line]);
  const poured = line.filter((l) => l.pouredOn !== null);
  const open = line.flatMap((l) => l.nextTimes).filter((n) => n.state === "open").length;
  const cells = (of: (l: LineEntry) => ReactNode) =>
    line.map((l) => (
      <Cell key={l.entry.id} of={l}>
        {of(l)}
      </Cell>
    ));
  return (
    <BatchPaper {...{ id: initial.id, batch, tab: "book" }} className="px-6 py-4 phone:px-3">
      <div className="flex flex-wrap items-baseline gap-x-4">
        <h2 className="text-[22px]">The line of this soap</h2>
        <span className="text-muted">
          {poured.length} poured
          {poured.length > 0 && ` since ${format(parseISO(poured[0].pouredOn!), "MMMM yyyy")}`}
          {open > 0 && `, ${open} for the next time`}
        </span>
        <BookTabs id={initial.id} here="line" />
      </div>
      <div className="scroll-quiet mt-3 overflow-x-auto">
        <table className="border-collapse">
          <thead>
            <tr className="align-bottom">
              <td className="sticky left-0 bg-sheet" />
              {line.map((l, i) => (
                <th key={l.entry.id} scope="col" className="w-[280px] min-w-[260px] pr-5 pb-2 text-left font-normal">
                  <span className="flex items-baseline justify-between gap-2">
                    <a
                      className="font-head text-[20px] font-semibold underline-offset-2 hover:underline"
                      href={`/batches/${l.entry.id}${l.pouredOn === null ? "" : "/book"}`}
                      aria-current={l.entry.id === initial.id ? "page" : undefined}
                    >
                      {ordinal(i)}
                    </a>
                    <span className={l.pouredOn === null ? "font-semibold text-amber" : "text-muted"}>
                      {l.pouredOn !== null
                        ? `poured ${day(l.pouredOn)}`
                        : l.plannedOn !== null
                          ? `to pour ${day(l.plannedOn)}`
                          : "no day yet"}
                    </span>
                  </span>
                  <span
                    className={`mt-1 block aspect-[26/19] w-[260px] border-[1.5px] ${l.pouredOn === null ? "border-dashed border-ink" : "border-ink/50"}`}
                  >
                    <FaceCanvas face={faces.get(l.entry.id)} label={`Predicted bar, ${l.entry.title}`} />
                  </span>
                  <span className="text-[12.5px] text-muted">predicted, bar at {Math.round(l.entry.cutMm)} mm</span>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            <Row label="changed">
              {cells((l) =>
                l.changed === null ? (
                  "the beginning"
                ) : l.changed.length === 0 ? (
                  <span className="text-muted">nothing</span>
                ) : (
                  <ul>
                    {l.changed.map((c) => (
                      <li key={c}>{c}</li>
                    ))}
                  </ul>
                ),
              )}
            </Row>
            <Row label="verdict">
              {cells((l) =>
                l.pouredOn === null ? (
                  <span className="text-muted">not poured yet</span>
                ) : (
                  <>
                    {l.entry.rating !== null && <Rating of={l.entry.rating} />}
                    {l.verdict !== "" && <p>“{l.verdict}”</p>}
                  </>
                ),
              )}
            </Row>
            {line.some((l) => l.photos.length > 0) && (
              <Row label="photos">
                {cells((l) => (
                  <span className="flex gap-1.5">
                    {l.photos.map((p) => (
                      <a
                        key={p.hash}
                        href={`/batches/${l.entry.id}/photos`}
                        aria-label={`Photo of ${p.bar === null ? "the soap" : `bar ${p.bar}`}, ${l.entry.title}`}
                      >
                        <BarThumb
                          hash={p.hash}
                          alt={`${p.bar === null ? "The soap" : `Bar ${p.bar}`} as it was cut, ${l.entry.title}`}
                          size="cell"
                        />
                      </a>
                    ))}
                  </span>
                ))}
              </Row>
            )}
            {poured.length > 0 && (
              <Row label="chance">
                {cells((l) => {
                  const own = kept.get(l.entry.id);
                  if (own) return keptWords(own);
                  return l.pouredOn !== null && <span className="text-muted">{own === null ? "not known" : "…"}</span>;
                })}
              </Row>
            )}
            <Row label="at the cut">
              {cells(
                (l) =>
                  l.cut &&
                  `${l.cut.asPredicted} of ${l.cut.bars} as predicted${l.cut.findings.length > 0 ? `; ${l.cut.findings.join(", ")}` : ""}`,
              )}
            </Row>
            <Row label="next time">
              {cells((l) => (
                <ul className="grid gap-1">
                  {l.nextTimes.map((n) => (
                    <li key={n.id} className="flex items-baseline gap-1.5">
                      <span
                        className={`rounded border-[1.5px] px-1.5 text-[12.5px] font-semibold ${n.state === "open" ? "border-amber text-amber" : n.state === "taken" ? "border-leaf text-leaf" : "border-rule text-muted"}`}
                      >
                        {n.state}
                      </span>
                      {n.words}
                    </li>
                  ))}
                </ul>
              ))}
            </Row>
          </tbody>
        </table>
      </div>
      <KeptChart line={line} kept={kept} nameOf={nameOf} />
    </BatchPaper>
  );
}
