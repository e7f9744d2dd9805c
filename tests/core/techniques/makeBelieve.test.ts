import { resolve } from "node:path";
import ts from "typescript";
import { expect, it } from "vitest";
import { OPERATION_KINDS, operationSchema } from "../../../src/core/techniques/operations/registry";

const OPERATIONS = "src/core/techniques/operations";
const FAMILIES = "src/core/techniques/families";
const PICTURE = "src/core/swirl/kinds.ts";

const read = ts.parseJsonConfigFileContent(
  ts.readConfigFile("tsconfig.json", (path) => ts.sys.readFile(path)).config,
  ts.sys,
  process.cwd(),
);
const ROOTS = read.fileNames.filter((path) => path.includes("/src/core/"));
let last: ts.Program | undefined;

/** Compiles the core with some files otherwise than they are on the disk; the files (of `inFiles`, by default of all) in which the compiler finds fault. */
function faultsWith(changed: Record<string, string>, inFiles?: readonly string[]): string[] {
  const own = new Map(Object.entries(changed).map(([path, text]) => [resolve(path), text]));
  const host = ts.createCompilerHost(read.options, true);
  const onDisk = { readFile: host.readFile, fileExists: host.fileExists, getSourceFile: host.getSourceFile };
  host.readFile = (path) => own.get(resolve(path)) ?? onDisk.readFile(path);
  host.fileExists = (path) => own.has(resolve(path)) || onDisk.fileExists(path);
  host.getSourceFile = (path, options, onError) => {
    const text = own.get(resolve(path));
    const known = text === undefined ? last?.getSourceFile(path) : undefined;
    if (known && !changedBefore.has(resolve(path))) return known;
    return text === undefined
      ? onDisk.getSourceFile(path, options, onError)
      : ts.createSourceFile(path, text, options, true);
  };
  const program = ts.createProgram([...ROOTS, ...own.keys()], { ...read.options, noEmit: true }, host, last);
  last = program;
  changedBefore = new Set(own.keys());
  const faults = program
    .getSourceFiles()
    .filter((file) => (inFiles ?? ["src/core/"]).some((part) => file.fileName.includes(part)))
    .flatMap((file) => [...program.getSyntacticDiagnostics(file), ...program.getSemanticDiagnostics(file)]);
  return [...new Set(faults.map((f) => f.file!.fileName.replace(`${process.cwd()}/`, "")))].sort();
}
let changedBefore = new Set<string>();

const onDisk = (path: string) => ts.sys.readFile(path)!;
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
const LADLE_KNOWN = {
  [`${OPERATIONS}/ladle.ts`]: LADLE,
  [`${OPERATIONS}/registry.ts`]: withLine(
    `${OPERATIONS}/registry.ts`,
    "export const KINDS = {",
    "  ladle,",
    'import { ladle } from "./ladle";\n',
  ),
};
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
const withRow = (text: string) => ({
  [`${FAMILIES}/row.ts`]: text,
  [`${FAMILIES}/registry.ts`]: withLine(
    `${FAMILIES}/registry.ts`,
    "export const FAMILIES = {",
    "  row,",
    'import { row } from "./row";\n',
  ),
});

const made = { ...LADLE_KNOWN, ...withRow(ROW) };
const touched = [...Object.keys(made), PICTURE];

it("a new kind of operation is its file and a line in one table: the compiler names the other, how it is drawn, and nothing else", () => {
  expect(faultsWith(made)).toEqual([PICTURE]);
});

it("with that the new kind is whole, and a new family is its file and a line in one table", () => {
  const drawn = withLine(PICTURE, "export const DRAWN: { [K in OperationKind]: Draw<K> } = {", "  ladle: () => {},");
  expect(faultsWith({ ...made, [PICTURE]: drawn }, touched)).toEqual([]);
});

it("the compiler names what was forgotten of either", () => {
  const short = {
    ...made,
    ...withRow(ROW.replace('  rescues: ["textured-top"],\n', "")),
    [`${OPERATIONS}/ladle.ts`]: LADLE.replace("  window: () => null,\n", ""),
  };
  expect(faultsWith(short, touched)).toEqual(
    expect.arrayContaining([`${OPERATIONS}/ladle.ts`, `${FAMILIES}/row.ts`, PICTURE]),
  );
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
