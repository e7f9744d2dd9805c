import { spawnSync } from "node:child_process";
import { cpSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { join, relative, resolve } from "node:path";
import { afterAll, expect, it } from "vitest";
import { OPERATION_KINDS, operationSchema } from "../../../src/core/techniques/operations/registry";

const OPERATIONS = "src/core/techniques/operations";
const FAMILIES = "src/core/techniques/families";
const PICTURE = "src/core/swirl/kinds.ts";

/** A core of its own, where the compiler finds the packages as from the real one. */
const TRIAL = join(process.cwd(), ".cache", `make-believe-${process.pid}`);
afterAll(() => rmSync(TRIAL, { recursive: true, force: true }));

/** Compiles the core with some files otherwise than they are on the disk; the files in which the compiler finds fault, sorted. */
function faultsWith(changed: Record<string, string>): string[] {
  rmSync(TRIAL, { recursive: true, force: true });
  cpSync("src/core", join(TRIAL, "src/core"), { recursive: true });
  for (const [path, text] of Object.entries(changed)) writeFileSync(join(TRIAL, path), text);
  const config = { extends: "../../tsconfig.json", include: ["src"], exclude: [] };
  writeFileSync(join(TRIAL, "tsconfig.json"), JSON.stringify(config));
  const compiler = "node_modules/typescript-native/bin/tsc";
  const { status, stdout } = spawnSync(process.execPath, [compiler, "--noEmit", "--pretty", "false", "-p", TRIAL], {
    encoding: "utf8",
  });
  const faults = [...stdout.matchAll(/^(\S+?)\(\d+,\d+\): error /gm)].map(([, path]) => relative(TRIAL, resolve(path)));
  // A compiler that did not run finds nothing, and says so.
  expect(status === 0, stdout).toBe(faults.length === 0);
  return [...new Set(faults)].sort();
}

const onDisk = (path: string) => readFileSync(path, "utf8");
const withLine = (path: string, after: string, line: string, head = "") => {
  const text = onDisk(path);
  expect(text).toContain(after);
  return head + text.replace(after, `${after}\n${line}`);
};

const LADLE = `
import * as z from "zod/mini";
import { cupPct, defineKind, pour } from "./kind";
export const ladle = defineKind(z.strictObject({ kind: z.literal("ladle"), ...pour, cupPct }))({
  label: "ladle",
  does: "pour",
  place: "mould",
  blank: ({ cup }) => ({ ...cup }),
  workS: () => 3,
  window: () => null,
  words: () => ({ title: "Ladle", detail: "Slowly." }),
  inShort: () => "ladle",
});
`;
/** The file of something new, and its line in the table beside it. */
const registered = (folder: string, name: string, text: string, table: string) => ({
  [`${folder}/${name}.ts`]: text,
  [`${folder}/registry.ts`]: withLine(
    `${folder}/registry.ts`,
    `export const ${table} = {`,
    `  ${name},`,
    `import { ${name} } from "./${name}";\n`,
  ),
});
const LADLE_KNOWN = registered(OPERATIONS, "ladle", LADLE, "KINDS");
const ROW = `
import { type Family, number } from "./family";
export const row: Family = {
  label: "row",
  blurb: "one layer on another",
  expect: { thin: "Thin.", medium: "Medium.", thick: "Thick." },
  knobs: [number("rows", "rows", 1, 5, 2)],
  recipe: ({ portions }) => portions.map((p) => ({ kind: "layer", portionId: p.id, cupPct: 100, height: "low" })),
  rescues: ["textured-top"],
  leaves: { washUpMin: 5, lostGPerKg: 5 },
  isOrderFixed: false,
};
`;
const withRow = (text: string) => registered(FAMILIES, "row", text, "FAMILIES");

const made = { ...LADLE_KNOWN, ...withRow(ROW) };

it("a new kind of operation and a new family are a file and a line in one table each, and how the kind is drawn: that is whole", () => {
  const drawn = withLine(PICTURE, "export const DRAWN: { [K in OperationKind]: Draw<K> } = {", "  ladle: () => {},");
  expect(faultsWith({ ...made, [PICTURE]: drawn })).toEqual([]);
});

it("the compiler names what was forgotten of either, and the picture, and nothing else", () => {
  const short = {
    ...made,
    ...withRow(ROW.replace('  rescues: ["textured-top"],\n', "")),
    [`${OPERATIONS}/ladle.ts`]: LADLE.replace("  window: () => null,\n", ""),
  };
  expect(faultsWith(short)).toEqual([`${FAMILIES}/row.ts`, `${OPERATIONS}/ladle.ts`, PICTURE].sort());
});

it("every kind stands in the registry under the name that its schema asks for", () => {
  for (const kind of OPERATION_KINDS) {
    const read = operationSchema.safeParse({ kind });
    const places = read.error!.issues.map((issue) => issue.path.join("."));
    expect(places).not.toContain("kind");
    expect(places).toContain("mouldId");
  }
  expect(operationSchema.safeParse({ kind: "ladle" }).error!.issues[0].path).toEqual(["kind"]);
});
