import type { Added, Reading } from "../../core/document/logSchema";
import type { Plan } from "../../core/document/schema";
import { vesselName } from "../../core/document/vesselName";
import { sayQuantity, type UnitPreferences } from "../../core/units/quantities";

/** Where a reading comes from that was a mark of a pitcher. */
export const BY_MARK = "mark";

/** What a reading is of, as people at the bench say it. */
export function readOf(plan: Plan, { what, of }: Pick<Reading, "what" | "of">): string {
  const several = plan.batters.length > 1 ? ` of ${plan.batters.find((b) => b.id === of)?.name ?? "a batter"}` : "";
  switch (what) {
    case "bowl":
      return `Bowl with its batter${several}`;
    case "cup":
      return plan.portions.find((p) => p.id === of)?.name ?? "A cup";
    case "lye":
      return `Lye${several}`;
    case "oils":
      return `Oils${several}`;
  }
}

/** A reading as the book tells it: "Bowl with its batter: 1 386 g on the scale, 210 g of it the bowl". */
export function readingWords(reading: Reading, plan: Plan, units: UnitPreferences): string {
  const isHeat = reading.what === "lye" || reading.what === "oils";
  const value = sayQuantity(reading.value, isHeat ? "temperature" : "mass", units);
  const tare = reading.tareG === null ? "" : `, ${sayQuantity(reading.tareG, "mass", units)} of it the vessel`;
  return `${readOf(plan, reading)}: ${value}${isHeat ? "" : reading.from === BY_MARK ? " by the mark" : ` on the scale${tare}`}`;
}

/** An addition as the book tells it: "2.0 g more Ultramarine into Ink". */
export function addedWords(added: Added, plan: Plan, units: UnitPreferences): string {
  const into = vesselName(plan, added.into);
  if (added.what === "blending") return `Blended ${into} ${Math.round(added.amount)} s longer`;
  const colour = plan.portions.find((p) => p.id === added.into)?.colourants.find((c) => c.id === added.colourantId);
  return `${sayQuantity(added.amount, "mass", units)} more ${added.what === "scent" ? "scent" : (colour?.name ?? "colour")} into ${into}`;
}
