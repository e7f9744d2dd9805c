import { refusePlan } from "../body";
import { jsonText, problem } from "../problem";
import type { Done, Job } from "./jobs";
import { compute } from "./pool";

/** What a job came to as an answer over HTTP. */
export function doneAnswer(done: Done): Response {
  if (done.ok) return jsonText(done.json);
  if (done.why === "invalid") return refusePlan(done.parsed);
  if (done.why === "not-poured")
    return problem(
      409,
      "Not poured yet",
      "Only a batch that has been poured to its end can teach the clock, or say what was kept of its chance.",
    );
  return problem(
    422,
    "Cannot be computed",
    "The formula cannot be computed: it has no oils, or one that is not known.",
  );
}

/** Does a job in a worker thread and answers with what it came to. */
export async function computedAnswer(job: Job, request: Request): Promise<Response> {
  const done = await compute(job, request);
  return done.ok ? doneAnswer(done.value) : done.answer;
}
