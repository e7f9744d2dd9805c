/** Headers of every answer. A page comes with its own Content-Security-Policy (hashes of its scripts); frame-ancestors is added to it. */
export const SECURITY_HEADERS: Readonly<Record<string, string>> = {
  "x-content-type-options": "nosniff",
  "referrer-policy": "no-referrer",
  "x-frame-options": "DENY",
  "cross-origin-opener-policy": "same-origin",
  "cross-origin-resource-policy": "same-origin",
  "permissions-policy": "camera=(), microphone=(), geolocation=(), screen-wake-lock=(self)",
};

/** Policy of what is no page: nothing may be loaded from it. */
export const BARE_POLICY = "default-src 'none'; frame-ancestors 'none'";
/** Policy of files of the application: a worker is bound by that of its own file, and loads its parts from here. */
export const FILE_POLICY = "default-src 'self'; frame-ancestors 'none'";
