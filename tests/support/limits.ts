import fc from "fast-check";

/** A law that breaks is made simpler for half a minute at most: with whole plans as its input that could go on for an hour. */
fc.configureGlobal({ interruptAfterTimeLimit: 45_000 });
