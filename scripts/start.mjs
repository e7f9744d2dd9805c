// Starts the built server: HOST, PORT and TUNDISH_DATA_DIR say where. Ends with a sentence when it cannot.
import { existsSync } from "node:fs";
import { createServer } from "node:http";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import { setFlagsFromString } from "node:v8";
import { refuseOldNode, sayListenProblem } from "./starting.mjs";
import { environment, root } from "./tooling.mjs";

refuseOldNode();
Object.assign(process.env, environment);
process.env.HOST ??= "127.0.0.1";
process.env.PORT ??= "4321";
// Pages are written without the checks that help while sources are changed.
process.env.NODE_ENV ??= "production";
process.env.ASTRO_NODE_AUTOSTART = "disabled";
process.env.ASTRO_NODE_LOGGING = "disabled";
const { HOST: host, PORT: port } = process.env;
// What the database engine runs once while it starts is not worth a second, slower compilation: ten times the engine's own measure of
// what is, and a start takes a third less time and nearly half the work.
setFlagsFromString("--wasm-tiering-budget=18000000");

/** By an address that the type checker does not follow: it would check all that was built. */
const built = (file) => pathToFileURL(join(root, "dist/server", file)).href;
if (!existsSync(join(root, "dist/server/entry.mjs"))) {
  console.error("Tundish is not built yet: run `npm run build`, or `npm run demo`, which does all that is needed.");
  process.exit(1);
}
// The data first: what cannot be opened is said before anybody is answered. The application is read in meanwhile.
const { frontDoor, noteAddress, openData, sayPairing } = await import(built("front.mjs"));
const [{ handler }] = await Promise.all([import(built("entry.mjs")), openData()]);
const server = createServer(frontDoor(handler));
server.requestTimeout = 60_000;
server.headersTimeout = 20_000;
await new Promise((ready, fail) => {
  server.once("error", fail);
  server.listen(Number(port), host, ready);
}).catch((error) => {
  console.error(sayListenProblem(error, host, port));
  process.exit(1);
});
const shown = host === "0.0.0.0" || host === "::" ? "127.0.0.1" : host;
const address = `http://${shown.includes(":") ? `[${shown}]` : shown}:${port}`;
noteAddress(address);
console.log(`Tundish is running at ${address}`);
const pairing = await sayPairing();
if (pairing) console.log(pairing);
