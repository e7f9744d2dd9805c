import { resolve } from "node:path";
import node from "@astrojs/node";
import react from "@astrojs/react";
import tailwindcss from "@tailwindcss/vite";
import { defineConfig } from "astro/config";
import { CSP_DIRECTIVES } from "./src/server/policy";
import { direct } from "./tools/vite/direct";
import { offline } from "./tools/vite/offline";
import { preloads } from "./tools/vite/preloads";
import { threads } from "./tools/vite/threads";

const external = ["@electric-sql/pglite", "postgres", "tinypool"];

export default defineConfig({
  output: "server",
  adapter: node({ mode: "standalone" }),
  integrations: [react(), offline()],
  image: { service: { entrypoint: "astro/assets/services/noop" } },
  devToolbar: { enabled: false },
  security: { checkOrigin: false },
  server: { host: process.env.HOST ?? "127.0.0.1", port: Number(process.env.PORT ?? 4321) },
  experimental: {
    csp: {
      directives: [...CSP_DIRECTIVES],
    },
  },
  vite: {
    build: { reportCompressedSize: false },
    plugins: [tailwindcss(), direct(), preloads(), threads({ "front.mjs": resolve("src/server/front.ts") })],
    ssr: { external, noExternal: ["lucide-react", "date-fns", "zod", "culori"] },
    optimizeDeps: { exclude: external },
    worker: { format: "es", plugins: () => [direct()] },
  },
});
