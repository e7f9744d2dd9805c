import { refuseOldNode } from "./starting.mjs";
import { buildIfNeeded, installPackages } from "./tooling.mjs";

refuseOldNode();
installPackages();
buildIfNeeded();
