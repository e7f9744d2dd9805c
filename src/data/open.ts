import type { OpenDatabase } from "./database";
import { isServerAddress } from "./place";

/**
 * Opens (and where needed creates and migrates) the database in a data directory, alone, or that of a server's address, beside others.
 * Each driver is loaded only where it is used.
 * @throws DataDirectoryInUse where another process works in the directory
 * @throws UnfitPlace where the server is none that Tundish can work with
 */
export async function openDatabase(place: string): Promise<OpenDatabase> {
  if (isServerAddress(place)) return (await import("./served")).openServed(place);
  return (await import("./embedded")).openEmbedded(place);
}
