import type { Change } from "../core/practice/change";

/** What a page hears of the studio: a change, or that from now on changes are heard, so that it is time to look at what may have changed before. */
export type Heard = { kind: "listening" } | { kind: "change"; change: Change };

/** What a page tells the worker that follows for it: that it is leaving. */
export const LEAVING = "leaving";
