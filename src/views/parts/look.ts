/** How pages look on this device: as its system says, or always one way. A cookie, so that the very first paint is right. */
export const LOOKS = [
  { id: "system", label: "as this device's system says" },
  { id: "light", label: "light" },
  { id: "dark", label: "dark, for the bench" },
] as const;
export type Look = (typeof LOOKS)[number]["id"];

export const LOOK_COOKIE = "tundish-look";
const YEAR_S = 365 * 24 * 3600;

/** What a cookie says; whatever it does not name is the system's. */
export const lookOf = (said: string | undefined): Look => LOOKS.find((l) => l.id === said)?.id ?? "system";

/** Changes the look at once, and for the pages to come. */
export function wear(look: Look): void {
  document.documentElement.dataset.look = look;
  // biome-ignore lint/suspicious/noDocumentCookie: the cookie store is not there on a plain connection
  document.cookie = `${LOOK_COOKIE}=${look}; path=/; max-age=${YEAR_S}; samesite=strict`;
}
