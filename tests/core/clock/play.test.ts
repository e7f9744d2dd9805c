import fc from "fast-check";
import { expect, it } from "vitest";
import { computeMasses } from "../../../src/core/batter/masses";
import { makePlayed, Player } from "../../../src/core/clock/play";
import { meansOf } from "../../../src/core/clock/program";
import type { Plan } from "../../../src/core/document/schema";
import { programOf } from "../../../src/core/prepare/compile";
import { FAMILY_IDS } from "../../../src/core/techniques/families/registry";
import { between } from "../../support/between";
import { runningPour } from "../../support/runningPour";
import { tries } from "../../support/tries";

it("a pour that is played up to a time goes up to there as the whole of it does, with one pair of hands or two", () => {
  let leftOut = 0;
  fc.assert(
    fc.property(
      fc.constantFrom(...FAMILY_IDS),
      between(0.1, 0.9),
      between(0.2, 1.5),
      fc.constantFrom<1 | 2>(1, 2),
      (family, share, until, people) => {
        const { plan, nowS } = runningPour(family, share);
        const shared: Plan = { ...plan, practice: { ...plan.practice, people } };
        const program = programOf(shared, computeMasses(shared)!, nowS);
        const [whole, part] = [makePlayed(program), makePlayed(program)];
        const untilS = until * nowS;
        new Player(program).play(meansOf(program), whole);
        new Player(program).play(meansOf(program), part, undefined, untilS);
        program.steps.forEach((step, i) => {
          if (part.endS[i] === Number.POSITIVE_INFINITY) {
            leftOut++;
            expect(whole.startS[i], step.id).toBeGreaterThanOrEqual(untilS);
            return;
          }
          for (const of of ["startS", "endS", "startTrace", "endTrace"] as const)
            expect(part[of][i], `${of} of ${step.id}`).toBe(whole[of][i]);
        });
      },
    ),
    { numRuns: tries(60) },
  );
  expect(leftOut).toBeGreaterThan(100);
});
