import { useMemo, useState } from "react";
import { ABOUT_WORDS, adjustableAt, adjustablesOf, changeWords } from "../../core/derive/nextTimes";
import { idMaker } from "../../core/document/ids";
import { ABOUT, type About, type NextTime } from "../../core/document/nextTimeSchema";
import { sayer } from "../../core/units/sayer";
import { Choose } from "../parts/Choose";
import { NumberField } from "../parts/NumberField";
import { PutForm } from "../parts/PutForm";
import { Section } from "../parts/Section";
import { TextInput } from "../parts/TextInput";
import { useUnits } from "../parts/units";
import type { OpenBatch } from "../parts/useBatch";

const PATH = ["record", "nextTimes"] as const;
const WORDS_ONLY = "";

/** What is to be done otherwise the next time: in words, with the number that is to change where there is one. Open ones come with every copy. */
export function NextTimes({ batch }: { batch: OpenBatch }) {
  const { plan } = batch;
  const { units } = useUnits();
  const list = useMemo(() => adjustablesOf(plan, sayer(units)), [plan, units]);
  const [of, setOf] = useState(WORDS_ONLY);
  const [about, setAbout] = useState<About>("other");
  const [value, setValue] = useState<number | null>(null);
  const [words, setWords] = useState("");
  const [trouble, setTrouble] = useState<string | null>(null);
  const chosen = list.find((a) => a.path.join(".") === of);
  const put = () => {
    const change = chosen && value !== null ? { path: [...chosen.path], value } : null;
    const said = words.trim() || changeWords(list, change) || "";
    if (chosen && change === null && words.trim() === "") return setTrouble("say the new number, or what to do");
    if (said === "") return setTrouble(chosen ? "it stands so already" : "say what to do otherwise");
    const item: NextTime = {
      ...{ id: idMaker(plan)("n"), about: chosen?.about ?? about, words: said, change },
      ...{ bar: 0, state: "open" },
    };
    const refused = batch.set(PATH, [...plan.record.nextTimes, item]);
    batch.seal();
    setTrouble(refused);
    if (refused !== null) return;
    setWords("");
    setValue(null);
    setOf(WORDS_ONLY);
  };
  const settle = (n: NextTime, state: NextTime["state"]) => {
    batch.set([...PATH, `#${n.id}`, "state"], state);
    batch.seal();
  };
  return (
    <Section head="Next time" className="mt-5" headClass="text-[19px]">
      {plan.record.nextTimes.length > 0 && (
        <ul className="mt-1 grid gap-1.5" aria-label="Next time">
          {plan.record.nextTimes.map((n) => {
            const change = changeWords(list, n.change);
            return (
              <li key={n.id} className="flex items-baseline gap-2 border-b border-rule pb-1.5">
                <span
                  className={`rounded border-[1.5px] px-1.5 text-[12.5px] font-semibold ${n.state === "open" ? "border-amber text-amber" : "border-rule text-muted"}`}
                >
                  {n.state}
                </span>
                <span className={`min-w-0 flex-1 ${n.state === "withdrawn" ? "text-muted line-through" : ""}`}>
                  {n.words}
                  {change !== null && change !== n.words && <span className="text-muted"> ({change})</span>}
                </span>
                <button
                  type="button"
                  className="text-muted underline narrow:min-h-[44px]"
                  onClick={() => settle(n, n.state === "open" ? "withdrawn" : "open")}
                >
                  {n.state === "open" ? "withdraw" : "open again"}
                </button>
              </li>
            );
          })}
        </ul>
      )}
      <PutForm className="mt-2 grid gap-1.5" onPut={put}>
        <p className="flex flex-wrap items-baseline gap-2">
          <label className="text-muted">
            change{" "}
            <Choose
              value={of}
              className="field max-w-60 text-ink"
              options={[
                { value: WORDS_ONLY, label: "something, in words" },
                ...list.map((a) => ({ value: a.path.join("."), label: `${a.label}: ${a.say(a.value)}` })),
              ]}
              onChoose={(to) => {
                setOf(to);
                setValue(adjustableAt(list, { path: to.split("."), value: 0 })?.value ?? null);
              }}
            />
          </label>
          {chosen ? (
            <NumberField
              label="to"
              isNullable
              width="w-16"
              decimals={2}
              value={value}
              onChange={(v) => {
                setValue(v);
                return null;
              }}
            />
          ) : (
            <label className="text-muted">
              about{" "}
              <Choose
                value={about}
                className="field text-ink"
                options={ABOUT.map((a) => ({ value: a, label: ABOUT_WORDS[a] }))}
                onChoose={(a) => setAbout(a as About)}
              />
            </label>
          )}
        </p>
        <p className="flex gap-2">
          <TextInput
            className="min-w-0 flex-1"
            label="What to do otherwise the next time"
            placeholder={chosen ? "why, if you like" : "second mist, cover sooner"}
            {...{ most: 300, value: words, onText: setWords }}
          />
          <button type="submit" className="button button-main min-h-[44px]">
            Put it down
          </button>
        </p>
        {trouble && (
          <p role="alert" className="text-amber">
            {trouble}
          </p>
        )}
      </PutForm>
      <p className="mt-1 text-[13px] text-muted">A copy of this batch shows them beside what they speak of.</p>
    </Section>
  );
}
