import * as z from "zod/mini";
import { hexColour, name, text, within } from "../units/fields";
import { FATTY_ACIDS, type FattyAcid, profileTotal, sapFromProfile } from "./fattyAcids";

export const OIL_EVIDENCE = ["standard", "literature", "profile", "own"] as const;
/** How far a stated SAP may lie from the one that its profile implies before it is impossible, share of it. */
const IMPOSSIBLE_OFF = 0.12;

const acid = z.optional(within(0, 100, "% of fatty acids"));
const profile = z.strictObject(Object.fromEntries(FATTY_ACIDS.map((a) => [a, acid])) as Record<FattyAcid, typeof acid>);

/** One oil, butter, wax or fatty acid. `evidence`: published standard, published analyses, computed from its profile, or the user's own. */
export const oilSchema = z
  .strictObject({
    id: z.string().check(z.regex(/^[A-Za-z0-9_-]{1,40}$/, "must be 1-40 letters, digits, - or _")),
    name: name(80),
    kind: z.enum(["triglyceride", "free acids", "wax"]),
    /** Range of the saponification value, mg KOH per g; its middle is used. */
    sapKohLow: within(20, 420, "mg KOH per g"),
    sapKohHigh: within(20, 420, "mg KOH per g"),
    unsaponifiablePct: within(0, 60, "%"),
    profile,
    /** Rate offset per unit share in the trace clock (natural log). */
    paceOffset: within(-2, 4),
    /** Melting range, C; null for an oil that is liquid in a cool room. */
    melting: z.nullable(z.strictObject({ lowC: within(-20, 100, "C"), highC: within(-20, 100, "C") })),
    densityGPerMl: within(0.8, 1.05, "g/mL"),
    /** Colour that it gives uncoloured batter. */
    batterHex: hexColour,
    evidence: z.enum(OIL_EVIDENCE),
    source: text(200),
  })
  .check(
    z.superRefine((oil, context) => {
      const refuse = (path: string, message: string) => context.addIssue({ code: "custom", path: [path], message });
      if (oil.sapKohHigh < oil.sapKohLow) refuse("sapKohHigh", "must not be below the low end of the range");
      if (oil.melting && oil.melting.highC < oil.melting.lowC) refuse("melting", "ends below where it begins");
      const total = profileTotal(oil.profile);
      if (total > 102) refuse("profile", `adds up to ${Math.round(total)} %, which cannot be`);
      if (total < 70 || oil.kind === "wax") return;
      const implied = sapFromProfile(oil.profile, oil.unsaponifiablePct, oil.kind);
      const stated = (oil.sapKohLow + oil.sapKohHigh) / 2;
      if (Math.abs(stated / implied - 1) > IMPOSSIBLE_OFF) {
        refuse(
          "sapKohLow",
          `cannot be: these fatty acids imply a SAP of about ${Math.round(implied)} mg KOH per g, not ${Math.round(stated)}`,
        );
      }
    }),
  );

export type Oil = z.infer<typeof oilSchema>;
