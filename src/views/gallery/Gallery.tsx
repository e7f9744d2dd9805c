import { useEffect, useMemo, useState } from "react";
import { derive } from "../../core/derive/derive";
import { planOfFamily } from "../../core/library/familyPlan";
import type { Design } from "../../core/swirl/design";
import { EXPECTED_AT, type Thickness } from "../../core/techniques/families/family";
import { FAMILIES, FAMILY_IDS, type FamilyId } from "../../core/techniques/families/registry";
import { Choose } from "../parts/Choose";
import { FaceCanvas } from "../parts/FaceCanvas";
import { Live } from "../parts/Live";
import { StudioHead } from "../parts/StudioHead";
import { useFaces } from "../parts/useFaces";

const THICKNESSES = Object.keys(EXPECTED_AT) as Thickness[];
/** Samples of the pictures, and how deep below the surface the top is read, mm. */
const [FACE_PX, LONG_PX, SKIN_MM] = [240, 380, 0.4];
const VIEWS = {
  across: "cut across",
  level: "cut level, half way up",
  along: "cut along the middle",
  top: "from above",
};
const FAMILY_OPTIONS = FAMILY_IDS.map((id) => ({ value: id, label: FAMILIES[id].label }));
const isFamily = (hash: string): hash is FamilyId => FAMILY_IDS.some((id) => id === hash);

/** Every design family in four cups of the same colours, thin, medium and thick, from four sides: what to expect of each. */
export default function Gallery() {
  const [family, setFamily] = useState<FamilyId>("drop");
  const choose = (id: FamilyId) => {
    setFamily(id);
    history.replaceState(null, "", `#${id}`);
  };
  useEffect(() => {
    const wanted = location.hash.slice(1);
    if (isFamily(wanted)) setFamily(wanted);
  }, []);
  return (
    <Live>
      <div className="flex min-h-screen flex-col">
        <StudioHead here="gallery" title="Gallery" />
        <main className="mx-2.5 mb-2.5 mt-2 grid flex-1 grid-cols-[200px_minmax(0,1fr)] content-start gap-x-8 rounded-lg border-[1.5px] border-ink bg-sheet px-6 py-4 narrow:grid-cols-1 narrow:gap-y-4 phone:px-3">
          <p className="hidden phone:block">
            <Choose
              label="Design family"
              className="field w-full"
              value={family}
              options={FAMILY_OPTIONS}
              onChoose={choose}
            />
          </p>
          <nav aria-label="Design families" className="phone:hidden">
            <ul className="grid gap-0.5 narrow:flex narrow:flex-wrap">
              {FAMILY_IDS.map((id) => (
                <li key={id}>
                  <button
                    type="button"
                    aria-pressed={id === family}
                    className="w-full rounded px-2 py-1.5 text-left first-letter:uppercase aria-pressed:bg-ink aria-pressed:text-sheet narrow:min-h-[44px]"
                    onClick={() => choose(id)}
                  >
                    {FAMILIES[id].label}
                  </button>
                </li>
              ))}
            </ul>
          </nav>
          <section aria-labelledby="family-head">
            <h2 id="family-head" className="text-[22px] first-letter:uppercase">
              {FAMILIES[family].label}
            </h2>
            <p className="first-letter:uppercase">{FAMILIES[family].blurb}.</p>
            <p className="mb-3 text-[13px] text-muted">
              Four cups, loaf 250 × 90 × 70 mm, every pour at the same trace. The words say what such batter does at the
              bench; the pictures predict the pattern and are no photographs.
            </p>
            <FamilyFaces key={family} family={family} />
          </section>
        </main>
      </div>
    </Live>
  );
}

function FamilyFaces({ family }: { family: FamilyId }) {
  const { design, palette, levelMm } = useMemo(() => {
    const plan = planOfFamily(family);
    const { designs, palette, masses } = derive(plan);
    return {
      design: designs.get(plan.moulds[0].id) ?? null,
      palette,
      levelMm: masses?.moulds[0].levelMm ?? 0,
    };
  }, [family]);
  if (!design) return null;
  return (
    <div className="grid gap-5">
      {THICKNESSES.map((t) => (
        <AtTrace key={t} family={family} design={design} palette={palette} levelMm={levelMm} thickness={t} />
      ))}
    </div>
  );
}

function AtTrace({
  family,
  design,
  palette,
  levelMm,
  thickness,
}: {
  family: FamilyId;
  design: Design;
  palette: string[];
  levelMm: number;
  thickness: Thickness;
}) {
  const trace = EXPECTED_AT[thickness];
  const shown = useMemo(() => ({ ...design, pours: design.pours.map((p) => ({ ...p, trace })) }), [design, trace]);
  const { lengthMm, widthMm } = design;
  const tall = (acrossMm: number, px: number) => Math.max(8, Math.round((px * levelMm) / acrossMm));
  const wide = Math.round((LONG_PX * widthMm) / lengthMm);
  const faces = useFaces(shown, palette, [
    [
      {
        key: "across",
        view: { kind: "across", atMm: 0.47 * lengthMm },
        width: FACE_PX,
        height: tall(widthMm, FACE_PX),
      },
      { key: "level", view: { kind: "level", atMm: levelMm / 2 }, width: LONG_PX, height: wide },
      {
        key: "along",
        view: { kind: "lengthwise", atMm: widthMm / 2 },
        width: LONG_PX,
        height: tall(lengthMm, LONG_PX),
      },
      { key: "top", view: { kind: "above", depthMm: SKIN_MM }, width: LONG_PX, height: wide },
    ],
  ]);
  const picture = (key: keyof typeof VIEWS, ratio: string) => (
    <figure key={key}>
      <div className={`overflow-hidden border border-ink/30 ${ratio}`}>
        <FaceCanvas face={faces.get(key)} label={`${FAMILIES[family].label}, ${thickness}, ${VIEWS[key]}`} />
      </div>
      <figcaption className="text-[12.5px] text-muted">{VIEWS[key]}</figcaption>
    </figure>
  );
  return (
    <article aria-label={`${thickness} batter`} data-testid={`at-${thickness}`}>
      <h3 className="border-b border-ink pb-0.5 text-[16px]">
        <span className="inline-block first-letter:uppercase">{thickness}</span>{" "}
        <span className="font-text text-[13px] font-normal text-muted">trace {trace.toFixed(1)}</span>
      </h3>
      <p className="mb-2 mt-1">{FAMILIES[family].expect[thickness]}</p>
      <div className="grid grid-cols-[200px_repeat(3,minmax(0,1fr))] items-start gap-x-4 gap-y-2 narrow:grid-cols-2 phone:grid-cols-1">
        {picture("across", "aspect-[9/7]")}
        {picture("level", "aspect-[250/90]")}
        {picture("top", "aspect-[250/90]")}
        {picture("along", "aspect-[250/70]")}
      </div>
    </article>
  );
}
