import { buildIfNeeded, installPackages } from "./tooling.mjs";

installPackages();
buildIfNeeded();
