import { existsSync, mkdirSync, mkdtempSync, readdirSync, rmSync, utimesSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { dirname, join } from "node:path";
import { pathToFileURL } from "node:url";
import type { Plugin, ResolvedConfig } from "vite";
import { afterAll, describe, expect, it } from "vitest";
import { byId } from "../../../src/core/units/byId";
import { NATIVE, nativeCore } from "../../../tools/vite/native";

const folder = mkdtempSync(join(tmpdir(), "tundish-native-"));
afterAll(() => rmSync(folder, { recursive: true }));
const folders = { sources: join(folder, "src"), built: join(folder, "built") };
mkdirSync(join(folders.sources, "mould"), { recursive: true });
writeFileSync(join(folders.sources, "mould/level.ts"), "export const levelMm: number = 62;");
writeFileSync(
  join(folders.sources, "cup.ts"),
  'import { levelMm } from "./mould/level";\nexport let poured = 0;\nexport const pour = (): number => (poured += levelMm);',
);

type Resolve = (source: string, importer?: string) => Promise<string | null>;
function resolverOf(watch: object | null, of = folders): Resolve {
  const plugin: Plugin = nativeCore(of);
  (plugin.configResolved as (config: ResolvedConfig) => void)({ server: { watch } } as ResolvedConfig);
  return plugin.resolveId as unknown as Resolve;
}
const test = join(folder, "tests", "cup.test.ts");

describe("modules that Node reads by itself", () => {
  it("are those below the folder, each a file of its own without types, that share what they hold", async () => {
    const resolveId = resolverOf(null);
    const at = await resolveId("../src/cup", test);
    const whole = dirname(at!);
    expect(dirname(whole)).toBe(folders.built);
    expect(await resolveId("./mould/level", join(folders.sources, "cup.ts"))).toBe(join(whole, "mould/level.mjs"));
    const cup = await import(/* @vite-ignore */ pathToFileURL(at!).href);
    cup.pour();
    expect(cup.poured).toBe(62);
  });

  it("are made once for all that ask at once, whole or not at all, and what is long of no use is taken away", async () => {
    const old = join(folders.built, "0123456789abcdef");
    mkdirSync(old, { recursive: true });
    utimesSync(old, 1, 1);
    const own = { ...folders, sources: join(folder, "other") };
    mkdirSync(own.sources);
    writeFileSync(join(own.sources, "wire.ts"), "export const wireMm = 0.5;");
    const asked = [1, 2, 3].map(() => resolverOf(null, own)("../other/wire", test));
    const places = await Promise.all(asked);
    expect(new Set(places).size).toBe(1);
    expect(existsSync(places[0]!)).toBe(true);
    expect(readdirSync(folders.built).filter((name) => name.includes("-"))).toEqual([]);
    expect(existsSync(old)).toBe(false);
  });

  it("are no packages, no other folder's, and none that is gone", async () => {
    const resolveId = resolverOf(null);
    expect(await resolveId("zod/mini", test)).toBeNull();
    expect(await resolveId("./other", test)).toBeNull();
    expect(await resolveId("../src/gone", test)).toBeNull();
    expect(await resolveId("../src/cup")).toBeNull();
  });

  it("are none where tests are run again at each change", async () => {
    expect(await resolverOf({})("../src/cup", test)).toBeNull();
  });

  it("are what these tests read of the core", () => {
    let readFrom = "";
    try {
      byId([], "p1");
    } catch (error) {
      readFrom = (error as Error).stack!.split("\n")[1];
    }
    expect(readFrom).toMatch(NATIVE);
  });
});
