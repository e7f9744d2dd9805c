import { useState } from "react";
import { idMaker } from "../../core/document/ids";
import { PutForm } from "../parts/PutForm";
import { Section } from "../parts/Section";
import { TextInput } from "../parts/TextInput";
import type { OpenBatch } from "../parts/useBatch";
import { DatedList } from "./DatedList";

const PATH = ["record", "cure", "tests"] as const;

/** The maker's own tests of the bars, in their own words. */
export function Tests({ batch, today }: { batch: OpenBatch; today: string }) {
  const { tests } = batch.plan.record.cure;
  const [words, setWords] = useState("");
  const put = () => {
    if (words.trim() === "") return;
    const item = { id: idMaker(batch.plan)("q"), on: today, words: words.trim() };
    if (batch.set(PATH, [...tests, item]) !== null) return;
    batch.seal();
    setWords("");
  };
  return (
    <Section head="Your own tests" headClass="text-[19px]" className="mt-5">
      <p className="mt-1 text-[13px] text-muted">
        Zap, strip, lather: noted as yours. Tundish does not say that a bar is safe; selling is regulated differently in
        each place.
      </p>
      <PutForm className="mt-1 flex gap-2" onPut={put}>
        <TextInput
          className="min-w-0 flex-1"
          label="What was tested, and what it showed"
          placeholder="zap: none, bar 3"
          {...{ most: 200, value: words, onText: setWords }}
        />
        <button type="submit" className="button min-h-[44px]">
          Put it down
        </button>
      </PutForm>
      <DatedList
        {...{ batch, path: PATH, list: tests, label: "Own tests", one: "test", day: "d MMM" }}
        words={(t) => t.words}
      />
    </Section>
  );
}
