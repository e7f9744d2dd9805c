// Tries laws and estimates at length, on other inputs at every run where a law does not fix its own: `npm run trials`. The tests of every day try them less often, always on the same.
import { folderInMemory } from "./memory.mjs";
import { bin, environment, installPackages, run } from "./tooling.mjs";

installPackages();
if (!process.env.TMPDIR) Object.assign(environment, { TMPDIR: folderInMemory() ?? undefined });
delete environment.DATABASE_URL;
Object.assign(environment, { TUNDISH_TRIALS: "1" });
process.exit(run(bin("vitest"), ["run", "--reporter=dot", ...process.argv.slice(2)]));
