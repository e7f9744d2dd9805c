import { derive } from "../../src/core/derive/derive";
import { JOBS } from "../examples/jobs";

const shown = (value: number, unit: string) =>
  `${Number(value.toFixed(Math.abs(value) >= 100 ? 1 : 3))} ${unit}`.trim();

/** The jobs with their sums as a Markdown text: by hand beside what Tundish reckons. */
export function workedText(): string {
  return JOBS.map((job) => {
    const plan = job.plan();
    const derived = derive(plan);
    const rows = job.figures.map(
      (f) => `| ${f.words} | ${f.sum} | ${shown(f.hand, f.unit)} | ${shown(f.of(derived, plan), f.unit)} |`,
    );
    return [
      `## ${job.name}`,
      "",
      job.given,
      "",
      "| Figure | Sum by hand | By hand | Tundish |",
      "| --- | --- | --- | --- |",
      ...rows,
    ].join("\n");
  }).join("\n\n");
}
