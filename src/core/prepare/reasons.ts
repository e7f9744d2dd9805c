import type { Masses } from "../batter/masses";
import type { Step } from "../clock/step";
import type { Plan } from "../document/schema";
import { kindOf } from "../techniques/operations/registry";
import { byId } from "../units/byId";
import { isStickBlended, runnersOf } from "./steps/make";

const trace = (v: number) => v.toFixed(1);

function windowReason({ window }: Step): string {
  if (!window) return "";
  return `It works from trace ${trace(window.low)} to ${trace(window.high)}: below, ${window.tooThin}; above, ${window.tooThick}.`;
}

function designReason(plan: Plan, step: Step): string {
  const o = byId(plan.operations, step.operationId!);
  if (!step.window)
    return o.kind === "tap"
      ? "A tap lets the batter settle and air rise; more would flatten the design."
      : "It hangs on no trace, only on its place in the order.";
  const { place } = kindOf(o);
  if (place === "top") return `Tops come last and shallow; waiting costs nothing here. ${windowReason(step)}`;
  return windowReason(step);
}

/** Why a step is done, and why here: for somebody who learns. */
export function reasonOf(plan: Plan, step: Step, masses: Masses): string {
  const cup = plan.portions.find((p) => p.id === step.portionIds[0]);
  switch (step.kind) {
    case "lye":
      return "Slowly, so that lye meets oil everywhere at once. From this moment the batter only thickens: every window counts from here.";
    case "blend":
      return "Only until oil and water no longer part. Blending speeds everything and cannot be taken back; hands and time can thicken it later.";
    case "weigh":
      return "Split while it is thin: thin batter weighs out true and leaves little in the bowl.";
    case "colour":
      return cup && isStickBlended(cup)
        ? "Light before dark, so that one tool serves all. A short blend, since this powder clumps; everything else is whisked, which thickens less."
        : "Light before dark, so that one whisk serves all without washing. By hand: whisking hardly thickens.";
    case "scent":
      if (!cup) return "Into the whole bowl once, before the split: quick, and only for a scent that does not run.";
      return runnersOf(plan, masses).has(cup.id)
        ? "This scent runs: it goes in last of all, right before its cup is poured, and the others stand ready."
        : "After the colour, at the last moment: a scent may thicken its cup while it is stirred in.";
    case "bring":
      return "Brought up now, since nothing can be blended while the next scents run.";
    case "fill":
      return "Filled now: its cup must still flow through the funnel, and out of the tip later.";
    case "pipe":
      return `Piped last: it stands by itself, and waiting costs nothing. ${windowReason(step)}`;
    case "pour":
    case "draw":
      return designReason(plan, step);
    case "finish":
      return (
        {
          "finish:press": `Pressed in before the mist and the cover. ${windowReason(step)}`,
          "finish:spritz": "Alcohol keeps air off the top for a while: less ash.",
          "finish:cover": "A cover keeps the warmth in and the air off.",
          "finish:leave-open": "Open until the shine has gone: what is set on the top then holds.",
          "finish:heat-on": "Warmth now carries it through gel: brighter colours, sooner out of the mould.",
        }[step.id] ?? ""
      );
  }
}
