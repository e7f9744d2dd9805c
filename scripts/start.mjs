// Starts the built server: HOST, PORT and TUNDISH_DATA_DIR say where. Ends with a message when the data directory is in use.
import { environment } from "./tooling.mjs";

Object.assign(process.env, environment);
process.env.HOST ??= "127.0.0.1";
process.env.PORT ??= "4321";
process.env.ASTRO_NODE_AUTOSTART = "disabled";
process.env.ASTRO_NODE_LOGGING = "disabled";

const { openAtStart } = await import("../dist/server/entry.mjs").then(async (entry) => ({
  openAtStart: async () => {
    const { server } = entry.startServer();
    server.server.on("error", (error) => {
      console.error(
        error.code === "EADDRINUSE" ? `Port ${process.env.PORT} is in use: choose another with PORT.` : error.message,
      );
      process.exit(1);
    });
    const host = process.env.HOST === "0.0.0.0" || process.env.HOST === "::" ? "127.0.0.1" : process.env.HOST;
    const address = `http://${host.includes(":") ? `[${host}]` : host}:${process.env.PORT}`;
    await new Promise((ready) => (server.server.listening ? ready() : server.server.once("listening", ready)));
    await fetch(`${address}/api/health`);
    return address;
  },
}));
const address = await openAtStart();
console.log(`Tundish is running at ${address}`);
