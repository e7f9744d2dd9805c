import { evenOutOf, shareG, weighedBowlG } from "../../core/batter/readings";
import type { Plan } from "../../core/document/schema";
import { KeyHint } from "../keys/KeyHint";
import { POUR_KEYS } from "../keys/screens";
import { useUnits } from "../parts/units";
import type { Pour } from "./usePour";

/** While the bowl is split, and until the cups are coloured: whether targets are the plan's or the scale's, and which cup should give some back. */
export function SplitHint({ plan, pour }: { plan: Plan; pour: Pour }) {
  const { grams, ml } = useUnits();
  const step = pour.current!;
  const batter = plan.batters.find((b) => b.id === step.batterId);
  const masses = pour.derived.masses;
  const pot = masses?.batters.find((b) => b.id === batter?.id);
  if (!batter || !masses || !pot) return null;
  const targetG = (id: string) => shareG(pot.baseG, masses.portions.find((p) => p.id === id)?.sharePct ?? 0);
  const isColoured = (id: string) =>
    plan.record.events.some(
      (e) => e.kind === "stepDone" && (e.stepId === `colour:${id}` || e.stepId === `scent:${id}`),
    );
  const found = evenOutOf(plan, batter.id, targetG);
  const even = found && !isColoured(found.fromId) && !isColoured(found.toId) ? found : null;
  if (step.kind !== "weigh" && !even) return null;
  if (step.kind === "weigh" && !even && weighedBowlG(plan, batter) === null && plan.practice.measuring === "eyeball") {
    const volumeMl = (masses.portions.find((p) => p.id === step.portionIds[0])?.baseG ?? 0) / batter.densityGPerMl;
    return (
      <p className="mt-3 text-[20px]">
        By eye: up to <strong>{ml(volumeMl)}</strong>. Put in the mark that it really stands at, and its colour and
        scent follow. <KeyHint of={POUR_KEYS.measure} className="text-[14px] phone:hidden" />
      </p>
    );
  }
  if (step.kind === "weigh" && !even && weighedBowlG(plan, batter) === null)
    return (
      <p className="notice-amber mt-3 text-[20px]">
        The bowl is not weighed: this target is the plan's. Bowl with its batter on the scale first, and every cup
        follows what is really there. <KeyHint of={POUR_KEYS.measure} className="text-[14px] phone:hidden" />
      </p>
    );
  const name = (id: string) => plan.portions.find((p) => p.id === id)?.name;
  const off = pot.baseG - pot.plannedBaseG;
  return (
    <p className="mt-3 text-[20px]">
      {even ? (
        <span className="notice-amber block">
          Even out before any colour goes in: from {name(even.fromId)} into {name(even.toId)}, about{" "}
          <strong>{grams(Math.round(even.massG))}</strong>.
        </span>
      ) : (
        `Targets by the scale: ${grams(pot.baseG)} in the bowl, ${Math.abs(off) < 1 ? "as planned" : `${grams(Math.abs(off))} ${off < 0 ? "less" : "more"} than planned`}.`
      )}
    </p>
  );
}
