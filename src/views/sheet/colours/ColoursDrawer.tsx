import { useState } from "react";
import { betweenAdvice, partingAdvice } from "../../../core/advise/colourAdvice";
import { COLOUR_TIMES } from "../../../core/colour/colourantSchema";
import { seenBy, VISIONS, type Vision } from "../../../core/colour/difference";
import { pairWords } from "../../../core/colour/judge";
import { Choose, worded } from "../../parts/Choose";
import { Drawer } from "../../parts/Drawer";
import type { PanelProps } from "../panel";

const TIME_WORDS = { fresh: "at the pour", nextDay: "next day", cured: "cured" } as const;
const MARK = { alike: "alike", close: "close", apart: "apart" } as const;

/** Whether the colours of the design will be told apart, when, by whom, and what would part them. */
export function ColoursDrawer({ batch, derived, disabled, onClose }: PanelProps & { onClose: () => void }) {
  const { plan } = batch;
  const [vision, setVision] = useState<Vision | "common">("common");
  const see = (hex: string) => (vision === "common" ? hex : seenBy(hex, vision));
  return (
    <Drawer title="Will the colours be told apart?" width={620} onClose={onClose}>
      <label className="inline-flex items-baseline gap-2">
        <span className="text-muted">seen</span>
        <Choose<Vision | "common">
          value={vision}
          options={[{ value: "common", label: "with common sight" }, ...worded(VISIONS)]}
          onChoose={setVision}
        />
      </label>
      <table className="mt-2 w-full">
        <thead>
          <tr className="text-left text-[12.5px] text-muted">
            <th className="font-normal">cup</th>
            {COLOUR_TIMES.map((t) => (
              <th key={t} className="font-normal">
                {TIME_WORDS[t]}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {plan.portions.map((p, i) => (
            <tr key={p.id}>
              <th className="pr-3 text-left">{p.name}</th>
              {COLOUR_TIMES.map((t) => (
                <td key={t} className="w-[28%] pr-1">
                  <span className="block h-8 border border-ink/30" style={{ background: see(derived.colours[i][t]) }} />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <h3 className="mt-4 text-[15px]">Pair by pair, closest first</h3>
      <ul className="mt-1">
        {derived.pairs.map((pair) => {
          const [a, b] = [plan.portions[pair.a], plan.portions[pair.b]];
          const isTrouble = pair.reads.cured !== "apart" || pair.reads.fresh === "alike";
          const advice = isTrouble && derived.masses && !disabled ? partingAdvice(plan, derived.masses, pair) : [];
          const between = isTrouble && derived.masses ? betweenAdvice(plan, derived.masses, pair) : null;
          return (
            <li key={`${a.id}:${b.id}`} className="border-t border-rule py-1.5">
              <p className="flex flex-wrap items-baseline gap-x-2">
                <span className="inline-flex self-center border border-ink/40">
                  <span className="block h-4 w-6" style={{ background: see(derived.colours[pair.a].cured) }} />
                  <span className="block h-4 w-6" style={{ background: see(derived.colours[pair.b].cured) }} />
                </span>
                <strong>
                  {a.name} and {b.name}
                </strong>
                <span>{pairWords(pair)}</span>
                <span className="w-full text-[12.5px] text-muted">
                  differences:{" "}
                  {COLOUR_TIMES.map((t) => `${MARK[pair.reads[t]]} ${pair.difference[t].toFixed(0)}`).join(" · ")}
                  {pair.areNeighbours ? " · poured next to each other" : ""}
                </span>
              </p>
              {pair.alikeTo.length > 0 && (
                <p className="text-[12.5px] text-muted">
                  Alike to people {pair.alikeTo.map((v) => VISIONS[v]).join(" or ")}.
                </p>
              )}
              {(advice.length > 0 || between) && (
                <p className="mt-1 flex flex-wrap items-center gap-2 text-[13px]">
                  <span className="text-muted">would part them:</span>
                  {advice.map((x) => (
                    <button
                      key={x.words}
                      type="button"
                      className="button !min-h-6 narrow:!min-h-[44px] !px-2 font-normal"
                      onClick={() => batch.edit(x.edit)}
                    >
                      {x.words} (to {x.difference.toFixed(0)})
                    </button>
                  ))}
                  {between && <span>or {between}</span>}
                </p>
              )}
            </li>
          );
        })}
      </ul>
      <p className="mt-2 text-[12.5px] text-muted">
        Differences by CIEDE2000: under 6 reads as one colour in a swirl, from 12 on they are told apart at arm's
        length. Predicted from test patches; light, lot and batter shift them.
      </p>
    </Drawer>
  );
}
