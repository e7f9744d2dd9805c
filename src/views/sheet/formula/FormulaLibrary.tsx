import { useEffect, useState } from "react";
import { computeMasses } from "../../../core/batter/masses";
import { withOwnIds } from "../../../core/document/ids";
import type { Batter } from "../../../core/document/schema";
import type { Formula } from "../../../core/formula/formulaSchema";
import type { LibraryItem } from "../../../core/library/kinds";
import { knowledgeNow } from "../../../core/library/knowledgeNow";
import { giveFormula, isSameFormula, takeFormula } from "../../../core/library/use";
import { cutTo } from "../../../core/units/text";
import { api } from "../../parts/api";
import { useBench } from "../../parts/bench";
import type { OpenBatch } from "../../parts/useBatch";

/** Takes a formula from the library, and gives this one to it; says which version the batch uses. */
export function FormulaLibrary({ batch, batter, disabled }: { batch: OpenBatch; batter: Batter; disabled: boolean }) {
  const [search, setSearch] = useState("");
  const [found, setFound] = useState<LibraryItem<"formulas">[]>([]);
  const [said, setSaid] = useState<string | null>(null);
  const [mine, setMine] = useState<Formula | null>(null);
  const { told } = useBench("told");
  const ref = batter.formulaRef;

  useEffect(() => {
    let isOld = false;
    const timer = setTimeout(async () => {
      const answer = await api<{ items: LibraryItem<"formulas">[] }>(
        `/api/library/formulas?limit=8&search=${encodeURIComponent(search)}`,
      );
      if (!isOld && answer.ok) setFound(answer.value.items);
    }, 150);
    return () => {
      isOld = true;
      clearTimeout(timer);
    };
  }, [search]);

  useEffect(() => {
    setMine(null);
    if (!ref) return;
    let isOld = false;
    void api<{ version: number; document: Formula }[]>(`/api/library/formulas/${ref.formulaId}/versions`).then((a) => {
      if (isOld || !a.ok) return;
      setMine(a.value.find((v) => v.version === ref.version)?.document ?? null);
    });
    return () => {
      isOld = true;
    };
  }, [ref]);

  const take = (row: LibraryItem<"formulas">) => {
    const taken = takeFormula(batter, row);
    const rest = batch.plan.batters.filter((b) => b.id !== batter.id);
    const own = withOwnIds(taken.batter, { ...batch.plan, batters: rest });
    const others = batch.plan.oilRows.filter((o) => !taken.oilRows.some((r) => r.id === o.id));
    const known = knowledgeNow([...rest, own], told);
    const refused = batch.edit({
      kind: "all",
      edits: [
        { kind: "set", path: ["batters", `#${batter.id}`], value: own },
        { kind: "set", path: ["oilRows"], value: [...others, ...taken.oilRows] },
        { kind: "set", path: ["knowledge", "formulas"], value: known.formulas },
        { kind: "set", path: ["knowledge", "firm"], value: known.firm },
      ],
    });
    setSaid(refused ?? `${row.document.name}, version ${row.version}, is in this batch now. Undo takes it back.`);
  };
  const give = async () => {
    const name = cutTo(80, `${batch.plan.title}: ${batter.name}`);
    const dose = computeMasses(batch.plan)?.batters.find((m) => m.id === batter.id)?.dose;
    const document = giveFormula(batch.plan, batter, name, dose);
    const answer = await api<LibraryItem<"formulas">>("/api/library/formulas", { method: "POST", body: { document } });
    if (!answer.ok) return setSaid(answer.message);
    batch.set(["batters", `#${batter.id}`, "formulaRef"], {
      formulaId: answer.value.id,
      version: answer.value.version,
      name,
    });
    setSaid(`Kept in the library as "${name}".`);
  };

  return (
    <div className="grid gap-1">
      <p>
        {ref ? (
          <>
            From <strong>{ref.name}</strong>, version {ref.version}
            {mine && !isSameFormula(batter, mine) ? ", changed since for this batch" : ""}.{" "}
            <a className="underline" href={`/library/formulas?open=${ref.formulaId}`}>
              See its versions
            </a>
          </>
        ) : (
          "Made for this batch; not from the library."
        )}
      </p>
      {!disabled && (
        <div className="flex flex-wrap items-baseline gap-2">
          <label className="inline-flex items-baseline gap-1 text-muted">
            take another
            <input
              className="field w-44 text-ink"
              placeholder="search formulas"
              value={search}
              onChange={(e) => setSearch(e.currentTarget.value)}
            />
          </label>
          {found.slice(0, search ? 6 : 4).map((row) => (
            <button
              key={row.id}
              type="button"
              className="button !min-h-6 narrow:!min-h-[44px] !px-2 text-[12.5px]"
              onClick={() => take(row)}
            >
              {row.document.name}
            </button>
          ))}
          <button type="button" className="ml-auto text-muted underline" onClick={give}>
            keep this one in the library
          </button>
        </div>
      )}
      {said && (
        <p role="status" className="text-[12.5px] text-leaf">
          {said}
        </p>
      )}
    </div>
  );
}
