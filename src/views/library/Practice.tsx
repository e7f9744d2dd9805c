import { useMemo } from "react";
import { type Settings, settingsSchema } from "../../core/practice/practiceSchema";
import { METRIC, type UnitPreferences, US } from "../../core/units/quantities";
import { Devices } from "../access/Devices";
import { BoundNumber, BoundSelect, BoundText, type Editable } from "../parts/bound";
import { worded } from "../parts/Choose";
import { Live } from "../parts/Live";
import type { Look } from "../parts/look";
import { PracticeFields } from "../parts/PracticeFields";
import { DocumentTrouble, SaveMark } from "../parts/SaveMark";
import { Section } from "../parts/Section";
import { StudioHead } from "../parts/StudioHead";
import { UnitsProvider, useUnits } from "../parts/units";
import { type DocumentKind, useDocument, useUndoKeys } from "../parts/useDocument";
import { Backups } from "./Backups";
import { KnownHand } from "./KnownHand";
import { LookChoice } from "./LookChoice";

interface StoredSettings {
  version: number;
  document: Settings;
}

const KIND: DocumentKind<Settings> = {
  key: "settings",
  url: "/api/settings",
  bodyOf: (settings) => settings,
  storedOf: (answer) => ({ ...(answer as StoredSettings), updatedAt: "" }),
  isOf: (change) => change.kind === "settings",
  read: (value) => {
    const parsed = settingsSchema.safeParse(value);
    return parsed.success
      ? { ok: true, document: parsed.data }
      : { ok: false, message: parsed.error.issues[0].message };
  },
};

const UNIT_FIELDS: { field: keyof UnitPreferences; label: string; words: Record<string, string> }[] = [
  { field: "mass", label: "mass", words: { g: "grams", oz: "pounds and ounces" } },
  { field: "length", label: "length", words: { mm: "millimetres", in: "inches" } },
  { field: "volume", label: "volume", words: { ml: "millilitres", us: "cups and spoons" } },
  { field: "temperature", label: "temperature", words: { C: "Celsius", F: "Fahrenheit" } },
  {
    field: "spoons",
    label: "spoons and cups",
    words: { us: "US: 4.93 mL, cup 236.6 mL", metric: "metric: 5 mL, cup 250 mL" },
  },
];

const SCOOP = { unit: "mL", decimals: 2, step: 0.05 } as const;

/** How this studio works: units, schools of practice with their reasons, and what new batches start from. */
export default function Practice({ stored, look }: { stored: StoredSettings; look: Look }) {
  const initial = useMemo(() => ({ ...stored, updatedAt: "" }), [stored]);
  const held = useDocument(KIND, initial);
  useUndoKeys(held.undo, held.redo);
  const open: Editable = { document: held.document, set: held.set, seal: held.seal };
  const all = (units: UnitPreferences) => {
    held.set(["units"], { ...units, spoons: held.document.units.spoons });
    held.seal();
  };
  return (
    <Live>
      <UnitsProvider units={held.document.units}>
        <div className="flex min-h-screen flex-col">
          <StudioHead here="practice" title="Practice">
            <SaveMark saveState={held.saveState} />
          </StudioHead>
          <main className="mx-2.5 mb-2.5 mt-2 grid flex-1 grid-cols-2 narrow:grid-cols-1 content-start gap-x-12 gap-y-6 rounded-lg border-[1.5px] border-ink bg-sheet px-7 py-5">
            <div className="col-span-full">
              <DocumentTrouble held={held} />
            </div>
            <Section head="The studio">
              <BoundText open={open} path={["studio"]} label="name, as it stands on printed sheets" className="w-72" />
              <BoundText
                open={open}
                path={["region"]}
                label="whose rules and limits you follow"
                className="mt-2 w-full"
              />
              <p className="mt-1 text-[12.5px] text-muted">
                A reminder in your own words. Selling soap is regulated differently in each place: Tundish compares with
                the limits that you enter and decides nothing.
              </p>
            </Section>
            <Section head="Units" className="min-w-0">
              <p className="mb-2 flex gap-2">
                <button type="button" className="button" onClick={() => all(METRIC)}>
                  All metric
                </button>
                <button type="button" className="button" onClick={() => all(US)}>
                  All US
                </button>
              </p>
              <div className="grid grid-cols-1 gap-1.5">
                {UNIT_FIELDS.map((u) => (
                  <BoundSelect
                    key={u.field}
                    open={open}
                    path={["units", u.field]}
                    label={u.label}
                    options={worded(u.words)}
                    className="w-96 max-w-full narrow:w-[28rem] phone:flex-col phone:items-stretch [&>label]:w-32 phone:[&>label]:w-auto"
                  />
                ))}
              </div>
              <p className="mt-1.5">
                <BoundNumber open={open} path={["scoopMl"]} label="your own small scoop holds" {...SCOOP} />
              </p>
              <UnitExample />
              <LookChoice worn={look} />
            </Section>
            <div className="grid min-w-0 content-start gap-y-6">
              <Section head="Schools of practice" className="min-w-0">
                <PracticeFields open={open} path={["practice"]} />
                <p className="mt-2 text-[12.5px] text-muted">
                  New batches start from these; each batch can be worked differently on its weigh-up sheet.
                </p>
              </Section>
              <Devices />
            </div>
            <div className="grid content-start gap-y-6">
              <Section head="New batches">
                <p className="flex flex-wrap gap-x-5 gap-y-2">
                  <BoundNumber open={open} path={["barThicknessMm"]} label="bars" quantity="length" width="w-14" />
                  <BoundNumber open={open} path={["cureDays"]} label="cure" unit="days" />
                  <BoundNumber open={open} path={["residualWaterPct"]} label="water left in a cured bar" unit="%" />
                </p>
                <p className="mt-1 text-[12.5px] text-muted">
                  Residual water is an estimate (8 to 12 %): your own weighings know better.
                </p>
              </Section>
              <KnownHand />
              <Backups />
            </div>
          </main>
        </div>
      </UnitsProvider>
    </Live>
  );
}

function UnitExample() {
  const { grams, mm, say } = useUnits();
  return (
    <p className="mt-2 text-[12.5px] text-muted">
      Shown as {grams(1472)}, {mm(89)}, {say(590, "volume")}, {say(32, "temperature")}. Any unit can be typed: "1 lb 4
      oz", "3.5 in", "2 1/2 cups", "90 F".
    </p>
  );
}
