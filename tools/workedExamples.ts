import { writeFileSync } from "node:fs";
import { workedText } from "../tests/support/workedText";

const HEAD = `# Worked examples

Whole jobs with their figures worked out with a pencil, beside what Tundish reckons for the same plan. Printed by
\`npx tsx tools/workedExamples.ts\` from \`tests/examples/jobs.ts\`; a test holds every figure to its sum and this text to the code.
Times are middles of an estimate; chances are shares of drawn runs.
`;

writeFileSync("docs/worked-examples.md", `${HEAD}\n${workedText()}\n`);
