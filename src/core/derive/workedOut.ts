import type { Plan } from "../document/schema";
import type { UnitPreferences } from "../units/quantities";
import { type Derived, derive } from "./derive";

/** Figures that were worked out elsewhere (in another thread), by the very document that they are of. */
const workedOut = new WeakMap<Plan, Derived>();

/** Takes figures that were worked out elsewhere; they must be those of this document, in the units of whoever shows it. */
export const keepDerived = (plan: Plan, derived: Derived): void => {
  workedOut.set(plan, derived);
};

/** Figures of a document that were worked out elsewhere, if they were. */
export const workedOutOf = (plan: Plan): Derived | undefined => workedOut.get(plan);

/** All figures of a plan as planned, or as its pour stands. @param nowS seconds since first contact while the pour is on */
export const derivedOf = (plan: Plan, units: UnitPreferences, nowS?: number): Derived =>
  (nowS === undefined ? workedOut.get(plan) : undefined) ?? derive(plan, nowS, units);
