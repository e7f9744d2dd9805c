import { equalLevels, eyeballMarks } from "../../core/batter/eyeball";
import type { Masses } from "../../core/batter/masses";
import type { Plan } from "../../core/document/schema";
import { TableHead } from "../parts/TableHead";
import { useUnits } from "../parts/units";

/** Volume marks for those who pour portions by eye, and what an error does to the shares. */
export function Eyeball({ plan, masses }: { plan: Plan; masses: Masses }) {
  const { say, grams } = useUnits();
  const marks = eyeballMarks(plan, masses);
  const groups = equalLevels(marks);
  const volume = (ml: number) => say(ml, "volume");
  return (
    <section aria-label="Measured by eye" className="mt-2 break-inside-avoid">
      <h2 className="border-b-[1.5px] border-ink text-[15px]">Measured by eye</h2>
      <table className="w-full text-[13px]">
        <TableHead columns={["cup", "to", "marks", "5 % off", "10 % off"]} />
        <tbody>
          {marks.map((m) => (
            <tr key={m.portionId} className="border-t border-rule/60">
              <th className="text-left">{m.name}</th>
              <td className="font-semibold">{volume(m.volumeMl)}</td>
              <td>
                {m.below === null && m.above === null
                  ? m.fullShare === null
                    ? "no pitcher laid out"
                    : `${Math.round(100 * m.fullShare)} % full`
                  : `between ${m.below === null ? "the floor" : volume(m.below)} and ${m.above === null ? "the rim" : volume(m.above)}`}
              </td>
              {m.errorPoints.map((e) => (
                <td key={e.pct}>
                  {grams(e.massG)}, {e.points.toFixed(1)} points
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      {groups.map((x) => (
        <p key={x.names.join()} className="mt-1 text-[13px]">
          {x.names.join(", ")}: pour from the fuller into the emptier until all stand at {volume(x.volumeMl)}.
        </p>
      ))}
      <p className="mt-1 text-[12.5px] text-muted print:text-black">
        Points: how far the share of the design shifts, of 100. The white of the rest takes up what the others miss.
      </p>
    </section>
  );
}
