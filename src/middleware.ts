import { defineMiddleware } from "astro:middleware";
import { randomUUID } from "node:crypto";
import { withDevPolicy } from "./server/devPolicy";
import { faultAnswer, noteFault } from "./server/faults";
import { refuseForeign, withSecurityHeaders } from "./server/guard";
import { withStylesAllowed } from "./server/inlineStyles";
import { withPreloads } from "./server/preloads";

/** Time for the last answers to go out before a process whose database has stopped ends, ms. */
const LAST_WORDS_MS = 500;

export const onRequest = defineMiddleware(async (context, next) => {
  const refused = refuseForeign(context.request);
  if (refused) return withSecurityHeaders(refused);
  try {
    const answer = await withStylesAllowed(await next(), withPreloads);
    // The build writes the policy into the pages themselves; where sources run it is made here.
    return withSecurityHeaders(import.meta.env.DEV ? await withDevPolicy(answer, randomUUID()) : answer);
  } catch (error) {
    const kind = noteFault(error);
    if (kind === "stopped") setTimeout(() => process.exit(1), LAST_WORDS_MS);
    return withSecurityHeaders(faultAnswer(kind));
  }
});
