import { decide, decisionLines } from "./decisionRun";

/** Two hundred simulated pours with a hidden truth: `npm run bench:decision`. */
const pours = Number(process.argv[2] ?? 200);
const found = decide(pours, 20_261_127, (k) => {
  if (k % 20 === 19) console.error(`${k + 1} of ${pours}`);
});
for (const line of decisionLines(found)) console.log(line);
