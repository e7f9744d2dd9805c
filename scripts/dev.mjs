import { refuseOldNode } from "./starting.mjs";
import { bin, installPackages, run } from "./tooling.mjs";

refuseOldNode();
installPackages();
process.exit(run(bin("astro"), ["dev", ...process.argv.slice(2)]));
