import { writeFileSync } from "node:fs";
import type { IncomingMessage, RequestListener, ServerResponse } from "node:http";
import { join } from "node:path";
import { toString as drawQr } from "qrcode";
import { isOpenToOthers } from "./access/address";
import { admit as admitKnown } from "./access/admit";
import { showCode } from "./access/answer";
import { builtFiles } from "./builtFiles";
import { database, dataDirectory } from "./database";
import { hub } from "./follow/answer";
import { BARE_POLICY, FILE_POLICY, SECURITY_HEADERS } from "./headers";
import { refuse } from "./refuse";

/** Opens the data, or ends this process with a sentence. */
export const openData = async (): Promise<void> => {
  await database();
  // Also without anybody who follows: a device that another process turns away is known here at once.
  hub()
    .then((h) => h.start())
    .catch((error: Error) => console.error(`Changes are not heard yet: ${error.message}`));
};

/** Notes in the data directory where this server is reached, for commands that ask it. */
export const noteAddress = (address: string): void => {
  writeFileSync(join(dataDirectory(), "server.json"), JSON.stringify({ address, processId: process.pid }));
};

/** How another device comes in, with a code and its picture, for the server's own output; null where only this machine reaches it. */
export async function sayPairing(): Promise<string | null> {
  if (!isOpenToOthers()) return null;
  const { digits, addresses } = await showCode();
  const [first] = addresses;
  if (!first) return `Other devices: open this machine's address, then /pair, and enter ${digits} within five minutes.`;
  const picture = await drawQr(`${first}#${digits}`, { type: "terminal", small: true });
  return `Other devices: open ${addresses.join(" or ")} and enter ${digits} within five minutes.\n${picture}`;
}

/** Methods that any part of this server knows. */
const METHODS = ["GET", "HEAD", "POST", "PUT", "DELETE", "OPTIONS"];
/** What can be done with a page or a file. */
const PAGE_METHODS = ["GET", "HEAD"];
/** Paths that the framework would answer and that are not used here. */
const UNUSED = /^\/(_image|_server-islands)(\/|\?|$)/;

/** False for an address that is no UTF-8 text, holds a character that no name may have, or steps back by dots. */
function isReadable(url: string): boolean {
  try {
    if (decodeURIComponent(url.replaceAll("+", " ")).includes("\u0000")) return false;
    const segments = decodeURIComponent(url.split("?")[0]).split(/[/\\]/);
    return !segments.some((s) => s === "." || s === "..");
  } catch {
    return false;
  }
}

/**
 * What stands before the application: sets the headers of every answer, static files included, and refuses what the application cannot read, in words.
 * @param handler the application
 * @param admit decides who may come in; answers for itself and gives false where somebody may not
 */
export function frontDoor(
  handler: RequestListener,
  admit: (request: IncomingMessage, response: ServerResponse) => boolean | Promise<boolean> = admitKnown,
): RequestListener {
  const answerBuilt = builtFiles();
  return async (request, response) => {
    for (const [name, value] of Object.entries(SECURITY_HEADERS)) response.setHeader(name, value);
    const { method = "", url = "/" } = request;
    const isFile = url.startsWith("/_astro/") || /^\/sw\.js(\?|$)/.test(url);
    response.setHeader("content-security-policy", isFile ? FILE_POLICY : BARE_POLICY);
    const methods = url.startsWith("/api/") ? METHODS : PAGE_METHODS;
    if (!methods.includes(method))
      return refuse(response, 405, "Method not allowed", `${method} cannot be done here.`, {
        allow: methods.join(", "),
      });
    if (!url.startsWith("/") || !isReadable(url))
      return refuse(response, 400, "Bad request", "The address cannot be read.");
    if (UNUSED.test(url)) return refuse(response, 404, "Not found", "There is nothing at this address.");
    try {
      if ((await admit(request, response)) && !answerBuilt(request, response)) handler(request, response);
    } catch (error) {
      console.error(error);
      if (!response.headersSent)
        refuse(response, 500, "Something broke", "The server met an error of its own; nothing was changed.");
    }
  };
}
