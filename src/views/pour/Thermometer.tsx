import { useState } from "react";
import type { BatterMasses } from "../../core/batter/masses";
import { readingOf } from "../../core/batter/readings";
import { type MeetingRead, readMeeting } from "../../core/clock/meeting";
import type { Batter } from "../../core/document/schema";
import { NumberField } from "../parts/NumberField";
import { useUnits } from "../parts/units";
import type { OpenBatch } from "../parts/useBatch";
import { useDevice } from "../parts/useDevice";

interface Props {
  batch: OpenBatch;
  batter: Batter;
  masses: BatterMasses;
}

const COLDEST_C = -20;
const HOTTEST_C = 110;

/** Lye and oils as the thermometer reads them: what they give together, and whether to pour or to wait. */
export function Thermometer({ batch, batter, masses }: Props) {
  const { say } = useUnits();
  const { plan } = batch;
  const known = (what: "lye" | "oils") => readingOf(plan, what, batter.id)?.value ?? null;
  const [typed, setTyped] = useState<{ lye: number | null; oils: number | null }>({ lye: null, oils: null });
  const now = (what: "lye" | "oils") => typed[what] ?? known(what);
  const [lye, oils] = [now("lye"), now("oils")];
  const note = (what: "lye" | "oils", value: number, from: string) =>
    batch.happen({ kind: "reading", what, of: batter.id, value, tareG: null, from });
  const take = () => {
    for (const what of ["lye", "oils"] as const) {
      const value = typed[what];
      if (value !== null && value !== known(what)) note(what, value, "");
    }
    setTyped({ lye: null, oils: null });
  };
  const probe = useDevice("temperature");
  const isRead = lye !== null && oils !== null;
  const read = isRead
    ? readMeeting(lye, oils, {
        solutionG: masses.lyeG + masses.allWaterG,
        oilsG: masses.oilsG,
        targetC: batter.startTemperatureC,
        roomC: plan.roomTemperatureC,
        mayDiffer: plan.practice.temperature === "melt",
      })
    : null;
  const field = (what: "lye" | "oils") => (
    <NumberField
      label={`${what} now`}
      value={now(what)}
      quantity="temperature"
      isNullable
      width="w-20"
      onChange={(value) => {
        if (value !== null && (value < COLDEST_C || value > HOTTEST_C))
          return `must be from ${say(COLDEST_C, "temperature")} to ${say(HOTTEST_C, "temperature")}`;
        setTyped((t) => ({ ...t, [what]: value }));
        return null;
      }}
      onBlur={take}
    />
  );
  return (
    <div className="mt-3">
      {plan.batters.length > 1 && <strong>{batter.name}</strong>}
      <div className="flex flex-wrap gap-x-5 gap-y-2">
        {field("lye")}
        {field("oils")}
      </div>
      {probe && (
        <p className="mt-2 flex flex-wrap items-center gap-2" data-testid="probe">
          Thermometer: <strong>{say(Math.round(10 * probe.value) / 10, "temperature")}</strong>{" "}
          {probe.isStable ? "still" : <em>settling…</em>}
          {(["lye", "oils"] as const).map((what) => (
            <button
              key={what}
              type="button"
              className="button !min-h-12"
              disabled={!probe.isStable}
              onClick={() => note(what, Math.round(10 * probe.value) / 10, probe.deviceId)}
            >
              that is the {what}
            </button>
          ))}
        </p>
      )}
      {read && (
        <p
          role="status"
          className={`mt-2 ${read.does === "go" ? "notice-leaf" : "notice-amber"}`}
          data-testid="meeting-read"
        >
          {meetingWords(read, batter.startTemperatureC, (c) => say(Math.round(c), "temperature"))}
        </p>
      )}
    </div>
  );
}

/** "5 °C apart, together about 38 °C (plan 38 °C): pour." */
function meetingWords(read: MeetingRead, targetC: number, say: (c: number) => string): string {
  const together = `Together about ${say(read.togetherC)}, planned ${say(targetC)}`;
  const the = read.which === null ? "both" : `the ${read.which}`;
  if (read.does === "go") return `${together}: pour. The clock starts from there.`;
  if (read.does === "warm")
    return `${together}: cooler than the plan, so slower, and hard fats may set (dull and stiff, not trace). Warm ${the} a little, or pour knowing it.`;
  const howLong =
    read.waitMin === null
      ? "it will not come down by itself in this room: stand it in cold water"
      : `about ${Math.max(1, Math.round(read.waitMin))} min in still air`;
  return `${together}: wait for ${the}, ${howLong}.`;
}
