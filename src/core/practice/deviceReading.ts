import * as z from "zod/mini";
import { isoInstant, within } from "../units/fields";
import { fahrenheitToC, LB_G, OZ_G } from "../units/quantities";

/** A device's own name in the address that it sends to. */
export const deviceName = z
  .string()
  .check(z.regex(/^[a-z0-9][a-z0-9-]{0,39}$/, "must be small letters, digits and hyphens, 40 at most"));

const MASS = { g: 1, kg: 1000, oz: OZ_G, lb: LB_G } as const;

/** What a scale or a thermometer sends. */
export const sentReadingSchema = z.discriminatedUnion("kind", [
  z.strictObject({
    kind: z.literal("mass"),
    value: within(-50_000, 200_000),
    unit: z.enum(["g", "kg", "oz", "lb"]),
    isStable: z.boolean(),
    /** Above its range: the value says nothing. */
    isOverload: z._default(z.boolean(), false),
    at: isoInstant,
  }),
  z.strictObject({
    kind: z.literal("temperature"),
    value: within(-60, 600),
    unit: z.enum(["C", "F"]),
    isStable: z.boolean(),
    at: isoInstant,
  }),
]);
export type SentReading = z.infer<typeof sentReadingSchema>;

/** A reading as the bench shows it: g or degrees Celsius. */
export interface DeviceReading {
  deviceId: string;
  kind: SentReading["kind"];
  value: number;
  isStable: boolean;
  isOverload: boolean;
  at: string;
}

/** A reading that was sent, in g or C. */
export function deviceReading(deviceId: string, sent: SentReading): DeviceReading {
  const { kind, isStable, at } = sent;
  if (sent.kind === "mass")
    return { deviceId, kind, value: sent.value * MASS[sent.unit], isStable, isOverload: sent.isOverload, at };
  const value = sent.unit === "F" ? fahrenheitToC(sent.value) : sent.value;
  return { deviceId, kind, value, isStable, isOverload: false, at };
}

const told = z.strictObject({
  deviceId: deviceName,
  kind: z.enum(["mass", "temperature"]),
  value: z.number(),
  isStable: z.boolean(),
  isOverload: z.boolean(),
  at: z.string(),
});

/** A reading as the stream of changes tells it; null for what is none. */
export function readTold(text: string): DeviceReading | null {
  try {
    const read = told.safeParse(JSON.parse(text));
    return read.success ? read.data : null;
  } catch {
    return null;
  }
}
