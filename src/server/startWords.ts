import { DataDirectoryInUse } from "../data/lock";
import { isServerAddress, shownPlace, UnfitPlace } from "../data/place";
import { NotSynced } from "../data/syncedFiles";

const codeOf = (error: unknown): string => (error as { code?: unknown })?.code?.toString() ?? "";

const UNREACHED = ["ECONNREFUSED", "ENOTFOUND", "EAI_AGAIN", "EHOSTUNREACH", "ENETUNREACH", "ETIMEDOUT", "ENOENT"];

function sayServerProblem(error: unknown, address: string): string {
  const shown = shownPlace(address);
  const code = codeOf(error);
  const { username, pathname } = new URL(address);
  if (UNREACHED.includes(code) || code.startsWith("CONNECT"))
    return `The database server of ${shown} does not answer: start it, or correct DATABASE_URL. Nothing was changed.`;
  if (code.startsWith("28"))
    return `The database server of ${shown} refuses this name or password: correct DATABASE_URL. Nothing was changed.`;
  if (code === "3D000")
    return `The server of ${shown} has no database of that name: create it with: createdb ${decodeURIComponent(pathname.slice(1))}`;
  if (code === "42501")
    return `${decodeURIComponent(username)} may not create tables in ${shown}: allow it, or make it the owner of the database. Nothing was changed.`;
  if (code === "53300") return `The database server of ${shown} takes no more connections now: try again later.`;
  if (code === "53100") return `The disk of the database server of ${shown} is full. Nothing is lost: free some space.`;
  const [line] = ((error as Error)?.message ?? String(error)).split("\n");
  return `The database of ${shown} cannot be opened: ${line.slice(0, 200)}`;
}

/** An error, or the one that caused it where a query failed. */
const rootOf = (error: unknown): unknown => {
  let root = error;
  for (let depth = 0; codeOf(root) === "" && (root as Error)?.cause && depth < 5; depth++) root = (root as Error).cause;
  return root;
};

/** Why the data could not be opened, and what to do: a sentence or two, never a stack. Nothing was changed by then. */
export function sayOpenProblem(error: unknown, place: string, newestBackup: string | null): string {
  if (error instanceof DataDirectoryInUse || error instanceof NotSynced || error instanceof UnfitPlace)
    return error.message;
  const { path } = (error ?? {}) as NodeJS.ErrnoException;
  return isServerAddress(place) && !path
    ? sayServerProblem(rootOf(error), place)
    : sayDirectoryProblem(error, path ?? place, newestBackup);
}

function sayDirectoryProblem(error: unknown, directory: string, newestBackup: string | null): string {
  const message = (error as Error)?.message ?? String(error);
  const code = codeOf(error);
  if (["EACCES", "EPERM", "EROFS"].includes(code) || /read-only file system|permission denied/i.test(message))
    return `The data directory ${directory} cannot be written to: allow it, or choose another with TUNDISH_DATA_DIR. Nothing was changed.`;
  if (["ENOSPC", "EDQUOT"].includes(code) || /no space left|quota/i.test(message))
    return `The disk of ${directory} is full. Nothing is lost: free some space and start again.`;
  if (code === "ENOTDIR" || code === "EEXIST")
    return `${directory} is not a directory: choose another with TUNDISH_DATA_DIR.`;
  const restore = newestBackup
    ? `Put the newest backup in its place with: npm run restore "${newestBackup}". What is there now is kept beside it.`
    : "There is no backup in it. Keep a copy of the directory before you do anything with it.";
  const [line] = message.split("\n");
  const detail = code === "ENOTEMPTY" || /^Aborted\(/.test(line) || line.length > 200 ? "" : ` (${line})`;
  return `The database in ${directory} cannot be opened: it is damaged, or not one of Tundish${detail}. ${restore}`;
}
