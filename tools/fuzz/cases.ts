import { newPlan } from "../../src/core/document/newPlan";
import { planOfFamily } from "../../src/core/library/familyPlan";
import { LIBRARY_KINDS } from "../../src/core/library/names";
import { DEFAULT_SETTINGS } from "../../src/core/practice/practiceSchema";
import { FAMILY_IDS } from "../../src/core/techniques/families/registry";
import { demoLibrary } from "../../src/data/demo/library";
import { demoBatches } from "../../src/data/demo/studio";

/** A request as the fuzzer sends it: the body as text, or bytes in base64. */
export interface Case {
  method: string;
  path: string;
  headers: Record<string, string>;
  body?: string;
  bytes?: string;
  /** True where what is accepted is followed through every page, export and import. */
  isFollowed?: boolean;
}

type Json = null | boolean | number | string | Json[] | { [key: string]: Json };
type Random = () => number;

const JSON_TYPE = { "content-type": "application/json" };
const plain = (value: unknown): Json => JSON.parse(JSON.stringify(value));
const PLANS: Json[] = [
  ...demoBatches("2026-11-24").map((b) => b.plan),
  ...FAMILY_IDS.map(planOfFamily),
  newPlan("A new one", 1),
].map(plain);
const ROWS = demoLibrary();

/** Values that nobody sends who means well. */
const NONSENSE: Json[] = [
  null,
  true,
  false,
  "",
  "x",
  " ",
  "p9",
  "<b>&'\"",
  "\u0000",
  "\ud800",
  "‮abc",
  "__proto__",
  "constructor",
  "9".repeat(400),
  "x".repeat(20_000),
  0,
  -0,
  -1,
  0.1,
  1e-320,
  1e308,
  -1e308,
  9_007_199_254_740_991,
  2_147_483_648,
  [],
  {},
  [[]],
  [null],
  { id: "x" },
  "2026-02-31",
  "0000-00-00",
  "9999-12-31",
];

const pick = <T>(random: Random, list: readonly T[]): T => list[Math.floor(random() * list.length)];

/** Nothing of a real document lies deeper; what was put in before, as nonsense, may. */
const DEEPEST_PLACE = 12;

function placesOf(node: Json, at: (string | number)[] = []): (string | number)[][] {
  if (at.length > DEEPEST_PLACE) return [];
  if (node === null || typeof node !== "object") return at.length ? [at] : [];
  const below = Object.entries(node).flatMap(([key, value]) =>
    placesOf(value, [...at, Array.isArray(node) ? Number(key) : key]),
  );
  return at.length ? [at, ...below] : below;
}

/** A document with one to four places changed: nonsense, a number a little or much beside, the place gone, twice, or another's. */
function changed(random: Random, document: Json): Json {
  const copy = structuredClone(document);
  const times = 1 + Math.floor(random() ** 2 * 4);
  for (let i = 0; i < times; i++) {
    const places = placesOf(copy);
    if (places.length === 0) return copy;
    const place = pick(random, places);
    // biome-ignore lint/suspicious/noExplicitAny: a walk through any JSON
    const holder = place.slice(0, -1).reduce<any>((node, key) => node?.[key], copy);
    const key = place[place.length - 1];
    if (holder === null || typeof holder !== "object") continue;
    const kind = random();
    if (kind < 0.15) {
      if (Array.isArray(holder)) holder.splice(key as number, 1);
      else delete holder[key];
    } else if (kind < 0.25 && Array.isArray(holder)) holder.push(structuredClone(holder[key as number]));
    else if (kind < 0.6 && typeof holder[key] === "number")
      holder[key] *= pick(random, [0, -1, 1e-9, 0.5, 1.01, 2, 10, 1000, 1e9]);
    else if (kind < 0.7)
      holder[key] = structuredClone(pick(random, places).reduce<Json>((node, k) => (node as never)?.[k] ?? null, copy));
    else if (kind < 0.75) holder[pick(random, ["extra", "__proto__x", "id", "kind"])] = pick(random, NONSENSE);
    else holder[key] = pick(random, NONSENSE);
  }
  return copy;
}

/** Text that is no proper JSON, or only just. */
function brokenText(random: Random, text: string): string {
  const at = Math.floor(random() * text.length);
  return pick(random, [
    () => text.slice(0, at),
    () => text.slice(at),
    () => text.slice(0, at) + pick(random, ["}", "]", ",", '"', "\\", "\u0000", "NaN", "1e999", "//"]) + text.slice(at),
    () => `${text}${text}`,
    () => "[".repeat(5_000),
    () => `{"schemaVersion":${pick(random, [1, 2, 3, 4, 5])},"x":${"[".repeat(3_000)}${"]".repeat(3_000)}}`,
    () => `\ufeff${text}`,
    () => "",
    () => "null",
  ])();
}

const IDS = [
  "x",
  "%00",
  "..",
  "%2e%2e%2f",
  "a".repeat(300),
  "demo-meteor-shower",
  "'%20or%201=1",
  "%F0%9F%8C%99",
  "__proto__",
  "0",
  "-1",
];
const METHODS = ["GET", "HEAD", "POST", "PUT", "DELETE", "OPTIONS", "PATCH", "TRACE", "PROPFIND"];
const QUERIES = [
  "",
  "?",
  "?board=planned",
  "?board=%00",
  "?board=curing&offset=-1&limit=1e9",
  "?search=%25_%5C&board=ready",
  "?sort=__proto__&order=desc",
  "?sort=constructor",
  "?draws=NaN&seed=-1",
  "?draws=1e9",
  "?limit=0x10",
  "?%ff",
  "?check=1&from=../../etc/passwd",
  "?check=1&from=tundish-2026-01-01-daily.zip",
  `?search=${"x".repeat(3000)}`,
  "?search=%E2%80%AE",
];

function anyPath(random: Random): string {
  const id = pick(random, IDS);
  const kind = pick(random, [...LIBRARY_KINDS, "nothing", "__proto__"]);
  const path = pick(random, [
    "/",
    "/practice",
    "/pair",
    `/library/${kind}`,
    `/batches/${id}`,
    `/batches/${id}/${pick(random, ["studio", "weigh", "pour", "book", "x"])}`,
    "/api/batches",
    `/api/batches/${id}`,
    `/api/batches/${id}/${pick(random, ["file", "copy", "lessons", "x"])}`,
    "/api/settings",
    "/api/health",
    "/api/changes",
    "/api/knowledge",
    `/api/knowledge/${id}`,
    `/api/library/${kind}`,
    `/api/library/${kind}/${id}`,
    `/api/library/${kind}/${id}/versions`,
    "/api/plan/derive",
    "/api/plan/chances",
    "/api/backups",
    `/api/backups/${id}`,
    "/api/restore",
    "/api/devices",
    `/api/devices/${id}`,
    "/api/devices/code",
    "/api/pair",
    "/api/nothing",
    "/_image",
    "/_astro/nothing.js",
    "/%ff",
    "//",
    "/..%2f..%2fetc/passwd",
  ]);
  return path + pick(random, QUERIES);
}

function anyRequest(random: Random): Case {
  const headers: Record<string, string> = {};
  if (random() < 0.7)
    headers["content-type"] = pick(random, [
      "application/json",
      "application/json; charset=utf-8",
      "application/json-patch+json",
      "text/plain",
      "application/zip",
      "multipart/form-data; boundary=x",
      "",
      "x",
    ]);
  if (random() < 0.5) headers["if-match"] = pick(random, ['"1"', '"0"', "1", "*", '"9999999999"', 'W/"1"', '""', "\t"]);
  if (random() < 0.15) headers.origin = pick(random, ["null", "http://evil.example", "https://127.0.0.1", "x"]);
  if (random() < 0.1) headers.host = pick(random, ["evil.example", "a b", "", "127.0.0.1:1"]);
  if (random() < 0.1) headers.cookie = pick(random, ["tundish-device=x", "tundish-device", "=;=;", "a".repeat(2000)]);
  const method = pick(random, METHODS);
  const body = pick(random, [
    "{}",
    "[]",
    "null",
    "",
    '{"isLeftOut":1}',
    '{"document":{}}',
    '{"code":"000000","name":"x"}',
    "x",
    '"\\ud800"',
  ]);
  return { method, path: anyPath(random), headers, ...(["GET", "HEAD", "TRACE"].includes(method) ? {} : { body }) };
}

function planCase(random: Random): Case {
  const plan = changed(random, pick(random, PLANS));
  const text = JSON.stringify(plan);
  const body = random() < 0.08 ? brokenText(random, text) : text;
  const path = pick(random, ["/api/plan/derive", "/api/batches", "/api/batches", "/api/plan/chances?draws=20"]);
  return { method: "POST", path, headers: JSON_TYPE, body, isFollowed: path === "/api/batches" };
}

function rowCase(random: Random): Case {
  const row = pick(random, ROWS);
  const value = changed(random, plain({ document: row.document, isArchived: false }));
  const isNew = random() < 0.6;
  const kind = random() < 0.9 ? row.kind : pick(random, LIBRARY_KINDS);
  return {
    method: isNew ? "POST" : "PUT",
    path: isNew ? `/api/library/${kind}` : `/api/library/${kind}/${row.id}`,
    headers: { ...JSON_TYPE, "if-match": pick(random, ['"1"', '"2"']) },
    body: random() < 0.05 ? brokenText(random, JSON.stringify(value)) : JSON.stringify(value),
  };
}

function settingsCase(random: Random): Case {
  return {
    method: "PUT",
    path: "/api/settings",
    headers: { ...JSON_TYPE, "if-match": pick(random, ['"0"', '"1"']) },
    body: JSON.stringify(changed(random, plain(DEFAULT_SETTINGS))),
  };
}

/** Damaged backups: bytes changed, cut off, or put in twice. @param backup a good one */
function backupCase(random: Random, backup: Uint8Array): Case {
  const bytes = Buffer.from(backup);
  for (let i = 0; i < 1 + random() * 3; i++) bytes[Math.floor(random() * bytes.length)] = Math.floor(random() * 256);
  const cut = random() < 0.3 ? bytes.subarray(0, Math.floor(random() * bytes.length)) : bytes;
  return {
    method: "POST",
    path: "/api/restore?check=1",
    headers: { "content-type": "application/zip" },
    bytes: cut.toString("base64"),
  };
}

/** The next input: requests of any kind, documents, library rows, settings and files. */
export function nextCase(random: Random, backup: Uint8Array): Case {
  const kind = random();
  if (kind < 0.45) return anyRequest(random);
  if (kind < 0.75) return planCase(random);
  if (kind < 0.93) return rowCase(random);
  return kind < 0.985 ? settingsCase(random) : backupCase(random, backup);
}
