import { type Done, type Job, runJob } from "./jobs";

/** What a worker thread of the server runs. */
export default function work(job: Job): Done {
  return runJob(job);
}
