import { bin, installPackages, run } from "./tooling.mjs";

installPackages();
process.exit(run(bin("astro"), ["dev", ...process.argv.slice(2)]));
