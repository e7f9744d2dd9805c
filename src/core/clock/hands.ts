import { gradeOf } from "../techniques/traceWindow";
import { makePlayed, Player, WAIT_STEP_S } from "./play";
import { meansOf, type Program } from "./program";

/** Must-steps outside their windows, and when all is done, s, on the deterministic run. */
function outcomeOf(program: Program): { outside: number; endS: number } {
  const out = makePlayed(program);
  new Player(program).play(meansOf(program), out);
  let outside = 0;
  let endS = 0;
  program.steps.forEach(({ window, isMust }, i) => {
    if (window && isMust && gradeOf(window.low, window.high, out.startTrace[i], out.endTrace[i]) < 1) outside++;
    endS = Math.max(endS, out.endS[i]);
  });
  return { outside, endS };
}

/**
 * A program as its people work it. Two do not always gain by each doing a step at once: colouring side by side may bring thin batter to a
 * stroke so early that it is waited for longer. Where one step after another keeps as many windows and ends sooner by more than the step in which waits are counted,
 * the second person only hands on.
 */
export function asWorked(program: Program): Program {
  if (program.people === 1) return program;
  const inTurn: Program = { ...program, people: 1 };
  const [both, one] = [outcomeOf(program), outcomeOf(inTurn)];
  if (both.outside !== one.outside) return both.outside < one.outside ? program : inTurn;
  return both.endS <= one.endS + WAIT_STEP_S.least ? program : inTurn;
}
