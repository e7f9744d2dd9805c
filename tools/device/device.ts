import { createInterface } from "node:readline";
import { parseArgs } from "node:util";
import type { SentReading } from "../../src/core/practice/deviceReading";
import { readScaleLine, scaleLine } from "../../src/formats/scaleLine";
import { Follower, POURS_G_PER_S } from "./follower";
import { KITCHEN_SCALE, SimulatedScale, SimulatedThermometer } from "./models";

/** Simulated scale or thermometer as a process of its own: prints what it reads, and sends it to a running Tundish. */

const HELP = `npm run device -- scale        a kitchen scale      (npm run device -- thermometer: a probe)
  --to ADDRESS     Tundish to send to   (http://127.0.0.1:4321)
  --name NAME      what it is called    (scale, thermometer)
  --follow BATCH   does what the pour of this batch asks for: the bowl, then cup after cup
  --off=PERCENT    how far the bowl is from the plan while it follows (0; --off=-8 is 8 % light)
  --pours G        how fast it pours into a cup while it follows, g/s (60)
  --most G, --readability G, --settles S    the make of the scale; --lag S that of the probe
Type while it runs: a number puts that much on (g) or the probe into it (°C); t tares; l leans on the table; f lets go; q ends.`;

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: {
    to: { type: "string", default: "http://127.0.0.1:4321" },
    name: { type: "string" },
    follow: { type: "string" },
    off: { type: "string", default: "0" },
    pours: { type: "string" },
    most: { type: "string" },
    readability: { type: "string" },
    settles: { type: "string" },
    lag: { type: "string" },
    help: { type: "boolean", default: false },
  },
});
const [what] = positionals;
if (values.help || (what !== "scale" && what !== "thermometer")) {
  console.log(HELP);
  process.exit(values.help ? 0 : 1);
}

const EVERY_MS = 200;
/** What is still is told again after so long, ms: the bench must see that the device is there. */
const STILL_THERE_MS = 1500;
const name = values.name ?? what;
const number = (text: string | undefined, usual: number) => (text === undefined ? usual : Number(text));

const scale = new SimulatedScale({
  ...KITCHEN_SCALE,
  readabilityG: number(values.readability, KITCHEN_SCALE.readabilityG),
  settlesS: number(values.settles, KITCHEN_SCALE.settlesS),
  mostG: number(values.most, KITCHEN_SCALE.mostG),
});
const thermometer = new SimulatedThermometer(21, number(values.lag, 4));
const follower =
  values.follow && what === "scale"
    ? new Follower(values.to, values.follow, 1 + Number(values.off) / 100, number(values.pours, POURS_G_PER_S))
    : null;
const decimals = number(values.readability, KITCHEN_SCALE.readabilityG) < 1 ? 1 : 0;

let said = "";
let saidMs = 0;
let isSilent = false;

/** Sends what is new; a server that does not answer is said once. */
async function send(line: string, reading: SentReading): Promise<void> {
  const nowMs = Date.now();
  if (line === said && nowMs - saidMs < STILL_THERE_MS) return;
  if (line !== said) console.log(line);
  said = line;
  saidMs = nowMs;
  try {
    const answer = await fetch(`${values.to}/api/devices/${name}/readings`, {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify(reading),
    });
    if (!answer.ok) throw new Error(`${answer.status} ${await answer.text()}`);
    isSilent = false;
  } catch (error) {
    if (!isSilent) console.error(`${values.to} does not take it: ${error instanceof Error ? error.message : error}`);
    isSilent = true;
  }
}

async function tick(): Promise<void> {
  const at = new Date().toISOString();
  if (what === "thermometer") {
    thermometer.pass(EVERY_MS / 1000);
    const { degreesC, isStable } = thermometer.read();
    return send(`${isStable ? "ST" : "US"},${degreesC.toFixed(1)} C`, {
      ...{ kind: "temperature", value: degreesC, unit: "C" },
      isStable,
      at,
    });
  }
  const isMoving = follower ? follower.work(scale, EVERY_MS / 1000) : false;
  scale.pass(EVERY_MS / 1000, isMoving);
  // Through the same line and the same reader as a scale on a cable.
  const line = scaleLine(scale.read(), decimals);
  const { massG, isStable, isOverload } = readScaleLine(line)!;
  return send(line, { kind: "mass", value: massG, unit: "g", isStable, isOverload, at });
}

function obey(text: string): void {
  const word = text.trim().toLowerCase();
  if (word === "q") process.exit(0);
  if (word === "t") scale.tare();
  else if (word === "l" || word === "f") scale.lean(word === "l");
  else if (word !== "" && Number.isFinite(Number(word)))
    what === "scale" ? scale.put(Number(word)) : thermometer.into(Number(word));
}

createInterface({ input: process.stdin }).on("line", obey);
if (follower) setInterval(() => void follower.look(), 500);
for (;;) {
  await tick();
  await new Promise((done) => setTimeout(done, EVERY_MS));
}
