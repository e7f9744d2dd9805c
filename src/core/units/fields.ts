import * as z from "zod/mini";

/** What a check says where it has no words of its own; the small entry of the package brings none. */
z.config(z.locales.en());

/** Identifier inside a document: short, plain, unique in its own list. */
export const id = z.string().check(z.regex(/^[A-Za-z0-9_-]{1,40}$/, "must be 1-40 letters, digits, - or _"));

const FORBIDDEN = /(?![\t\n\r])\p{Cc}|\p{Cs}/u;

/** Free text without control characters or broken surrogates. */
export const text = (maxLength: number) =>
  z.string().check(
    z.maxLength(maxLength, `must be at most ${maxLength} characters`),
    z.refine((s) => !FORBIDDEN.test(s), "must not hold control characters"),
  );

/** A name that must say something. */
export const name = (maxLength: number) =>
  text(maxLength).check(z.refine((s) => s.trim().length > 0, "must not be empty"));

/** A number inside a range, with the range in the message. */
export const within = (low: number, high: number, unit = "") =>
  z
    .number({ error: `must be a number from ${low} to ${high}${unit && ` ${unit}`}` })
    .check(
      z.minimum(low, `must be from ${low} to ${high}${unit && ` ${unit}`}`),
      z.maximum(high, `must be from ${low} to ${high}${unit && ` ${unit}`}`),
    );

export const hexColour = z.string().check(z.regex(/^#[0-9a-f]{6}$/, "must be a colour like #2a4858"));
export const isoDate = z.iso.date("must be a date like 2026-11-24");
export const isoInstant = z.iso.datetime("must be an instant like 2026-11-24T14:02:11Z");
