import { defineMiddleware } from "astro:middleware";
import { refuseForeign, withSecurityHeaders } from "./server/guard";
import { problem } from "./server/problem";

export const onRequest = defineMiddleware(async (context, next) => {
  const refused = refuseForeign(context.request);
  if (refused) return withSecurityHeaders(refused);
  try {
    return withSecurityHeaders(await next());
  } catch (error) {
    console.error(error);
    if (!context.url.pathname.startsWith("/api/")) throw error;
    return withSecurityHeaders(
      problem(500, "Something broke", "The server met an error of its own; nothing was changed."),
    );
  }
});
