/** A new id of an own row. Works also on pages that came unencrypted, where the browser makes no UUIDs. */
export const ownId = (): string => `own-${crypto.getRandomValues(new Uint32Array(1))[0].toString(16).padStart(8, "0")}`;
