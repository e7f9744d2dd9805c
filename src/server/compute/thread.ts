import { type PageDone, type PageJob, runPageJob } from "./figures";
import { type Done, type Job, runJob } from "./jobs";

/** What a worker thread of the server runs. */
export default function work(job: Job | PageJob): Done | PageDone {
  return job.kind === "figures" || job.kind === "bars" ? runPageJob(job) : runJob(job);
}
