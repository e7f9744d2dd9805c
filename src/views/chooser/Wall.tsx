import { type Choice, DOUBTFUL_BELOW } from "../../core/derive/choices";
import { FAMILIES, type FamilyId } from "../../core/techniques/families/registry";
import type { WallFace } from "../../workers/wallFace";
import { FaceCanvas } from "../parts/FaceCanvas";

const SUREST = 99;
/** A chance in words; none is ever certain, and none impossible. */
export const percent = (share: number) => `${Math.min(SUREST, Math.max(1, Math.round(100 * share)))} %`;
/** Words for how likely: a colour never says it alone. */
export const toneOf = (chance: number) => (chance < DOUBTFUL_BELOW ? "text-amber" : "text-leaf");

const needsInShort = (c: Choice) => c.needs.map((n) => n.words.replace(/^an? /, "")).join(", ") || "cups alone";

/** Designs that can be done, each as its face with its chance, its minutes and what it needs; then those that are out, each with its reason. */
export function Wall({
  can,
  out,
  arriving,
  faces,
  chosen,
  onChoose,
}: {
  can: readonly Choice[];
  out: readonly Choice[];
  /** While not all are there yet: every family in its fixed place, null for those that are still being worked out; nothing changes places then. */
  arriving: readonly (readonly [FamilyId, Choice | null])[] | null;
  faces: ReadonlyMap<FamilyId, WallFace>;
  chosen: FamilyId | null;
  onChoose(family: FamilyId): void;
}) {
  return (
    <>
      <ul className="grid grid-cols-4 gap-x-4 gap-y-3 narrow:grid-cols-3 phone:grid-cols-1" data-testid="wall">
        {arriving?.map(([family, c]) => (
          <li key={`arriving.${family}`}>
            {c ? (
              <Card choice={c} face={faces.get(family)} isChosen={family === chosen} onChoose={onChoose} />
            ) : (
              <div className="phone:flex phone:gap-3" data-waiting={family}>
                <div className="aspect-[4/3] w-full border border-dashed border-rule phone:w-28 phone:shrink-0" />
                <p className="mt-1.5 min-h-[84px] text-muted phone:mt-0">{FAMILIES[family].label}…</p>
              </div>
            )}
          </li>
        ))}
        {can.map((c) => (
          <li key={c.family}>
            <Card choice={c} face={faces.get(c.family)} isChosen={c.family === chosen} onChoose={onChoose} />
          </li>
        ))}
      </ul>
      {out.length > 0 && (
        <section aria-labelledby="out-head" className="mt-4 border-t-[1.5px] border-ink pt-2">
          <h2 id="out-head" className="text-[16px]">
            {out.length} {out.length === 1 ? "is" : "are"} out{" "}
            <span className="font-text text-[14px] font-normal text-muted">
              with this batter, this mould and these tools
            </span>
          </h2>
          <ul className="mt-2 grid grid-cols-4 gap-x-4 gap-y-3 narrow:grid-cols-3 phone:grid-cols-1" data-testid="out">
            {out.map((c) => (
              <li key={c.family}>
                <Card choice={c} face={faces.get(c.family)} isChosen={c.family === chosen} onChoose={onChoose} />
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  );
}

function Card({
  choice,
  face,
  isChosen,
  onChoose,
}: {
  choice: Choice;
  face: WallFace | undefined;
  isChosen: boolean;
  onChoose(family: FamilyId): void;
}) {
  const { family, chance, out } = choice;
  const { label } = FAMILIES[family];
  return (
    <button
      type="button"
      className="block w-full cursor-pointer text-left phone:flex phone:gap-3"
      aria-pressed={isChosen}
      data-family={family}
      onClick={() => onChoose(family)}
    >
      <span
        className={`block aspect-[4/3] overflow-hidden border phone:w-28 phone:shrink-0 ${isChosen ? "border-ink outline-[3px] outline-offset-2 outline-ink outline-solid" : "border-ink/30"} ${out ? "opacity-55" : ""}`}
      >
        <FaceCanvas face={face} label={`Predicted bar: ${label}`} />
      </span>
      <span className="mt-1.5 block min-h-[84px] min-w-0 leading-snug phone:mt-0">
        <strong className="block text-[15px] first-letter:uppercase">
          {label}
          {choice.edit === null && <span className="font-normal text-muted"> · as it stands</span>}
        </strong>
        {out ? (
          <span className="block text-[13px]">{out}</span>
        ) : (
          <>
            <span className="block">
              <strong className={`font-head text-[18px] ${toneOf(chance)}`}>{percent(chance)}</strong>{" "}
              <span className="whitespace-nowrap text-[12px] text-muted">
                {Math.round(choice.benchMin)} min · wash {Math.round(choice.washUpMin)}
              </span>
            </span>
            <span className="block text-[12.5px] text-muted">{needsInShort(choice)}</span>
          </>
        )}
      </span>
    </button>
  );
}
