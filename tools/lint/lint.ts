import { circlesIn, importsUnder, upwards } from "./floors";

/** Holds the floors of the core, and that no files import each other in a circle; says every place that does not. */
const problems = [
  ...upwards(importsUnder("src/core")).map((problem) => `src/core/${problem}`),
  ...circlesIn(importsUnder("src")).map((circle) => `a circle of files: ${circle.join(", ")}`),
];
for (const problem of problems) console.error(problem);
console.log(problems.length ? `${problems.length} imports are out of order.` : "Floors and imports are in order.");
process.exit(problems.length ? 1 : 0);
