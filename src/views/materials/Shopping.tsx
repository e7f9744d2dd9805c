import { parseISO } from "date-fns";
import { Download, Printer } from "lucide-react";
import { useMemo, useState } from "react";
import { forBatches, type ShoppingLine, shoppingCsv } from "../../core/derive/shoppingList";
import type { Settings } from "../../core/practice/practiceSchema";
import { Check } from "../parts/Check";
import { format } from "../parts/dates";
import { Live } from "../parts/Live";
import { StudioHead } from "../parts/StudioHead";
import { save } from "../parts/saveFile";
import { TableHead } from "../parts/TableHead";
import { UnitsProvider, useUnits } from "../parts/units";
import { KIND_WORDS } from "./kindWords";

interface Props {
  batches: { id: string; title: string; pourOn: string | null }[];
  lines: ShoppingLine[];
  settings: Settings;
}

/** What the planned batches need beyond what is on hand. */
export default function Shopping({ batches, lines, settings }: Props) {
  return (
    <Live>
      <UnitsProvider units={settings.units}>
        <div className="mx-auto max-w-[1260px] pb-8">
          <StudioHead here="shopping" title="Shopping list" />
          <ShoppingList batches={batches} lines={lines} />
        </div>
      </UnitsProvider>
    </Live>
  );
}

export function ShoppingList({ batches, lines }: Omit<Props, "settings">) {
  const { grams } = useUnits();
  const [chosen, setChosen] = useState<ReadonlySet<string>>(() => new Set(batches.map((b) => b.id)));
  const shown = useMemo(() => forBatches(lines, chosen), [lines, chosen]);
  const choose = (id: string, isOn: boolean) => {
    const next = new Set(chosen);
    if (isOn) next.add(id);
    else next.delete(id);
    setChosen(next);
  };
  const kinds = [...new Set(shown.map((l) => l.kind))];
  const csv = () => save("shopping-list.csv", new Blob([shoppingCsv(shown)], { type: "text/csv" }));
  if (batches.length === 0)
    return (
      <main className="px-5 pt-4">
        <p className="text-[17px]">Nothing is planned: what a planned batch needs stands here.</p>
      </main>
    );
  return (
    <main className="px-5 pt-4">
      <fieldset className="flex flex-wrap gap-x-5 gap-y-1">
        <legend className="text-muted">For the planned batches</legend>
        {batches.map((b) => (
          <Check
            key={b.id}
            label={b.pourOn === null ? b.title : `${b.title}, ${format(parseISO(b.pourOn), "d MMM")}`}
            checked={chosen.has(b.id)}
            onCheck={(isOn) => choose(b.id, isOn)}
          />
        ))}
      </fieldset>
      <p className="mt-2 flex gap-2 print:hidden">
        <button type="button" className="button min-h-[44px]" onClick={() => window.print()}>
          <Printer size={16} /> Print
        </button>
        <button type="button" className="button min-h-[44px]" onClick={csv}>
          <Download size={16} /> CSV
        </button>
      </p>
      <table className="mt-3 w-full max-w-[980px] border-collapse" aria-label="Shopping list">
        <TableHead
          isStrong
          columns={[
            "material",
            ["needed", "w-24 text-right"],
            ["on hand", "w-28 text-right"],
            ["to buy", "w-24 text-right"],
            ["for", "pl-6 phone:hidden"],
          ]}
        />
        {kinds.map((kind) => (
          <tbody key={kind}>
            <tr>
              <th scope="rowgroup" colSpan={5} className="pt-3 pb-0.5 text-left font-head text-[16px]">
                {KIND_WORDS[kind]}
              </th>
            </tr>
            {shown
              .filter((l) => l.kind === kind)
              .map((l) => (
                <tr key={l.key} className="border-b border-rule align-baseline">
                  <td className="py-1">{l.name}</td>
                  <td className="text-right">{grams(l.massG)}</td>
                  <td className="text-right text-muted">{l.onHandG === null ? "not counted" : grams(l.onHandG)}</td>
                  <td className={`text-right ${l.buyG > 0 ? "font-semibold" : "text-leaf"}`}>
                    {l.buyG > 0 ? grams(l.buyG) : "enough"}
                  </td>
                  <td className="pl-6 text-[13px] text-muted phone:hidden">
                    {l.batches.map((b) => b.title).join(", ")}
                  </td>
                </tr>
              ))}
          </tbody>
        ))}
      </table>
      <p className="mt-3 max-w-[980px] text-[13px] text-muted">
        As weighed up, without water; buy a little more than that. What is ticked off at a weigh-up is taken off. On
        hand is what you counted last, less what batches took since:{" "}
        <a className="underline" href="/stock">
          stock
        </a>
        .
      </p>
    </main>
  );
}
