import { existsSync, readFileSync } from "node:fs";
import { join } from "node:path";

/** Asks the server that works in a data directory. @throws Error with a sentence where it cannot be reached, or refuses */
export async function askServer(directory: string, path: string, init?: RequestInit): Promise<Response> {
  const note = join(directory, "server.json");
  const address = existsSync(note) ? (JSON.parse(readFileSync(note, "utf8")) as { address: string }).address : null;
  if (!address) throw new Error(`Another Tundish works in ${directory}. Stop it, then try again.`);
  const answer = await fetch(`${address}${path}`, init).catch(() => null);
  if (!answer) throw new Error(`The server at ${address} does not answer. Stop it, then try again.`);
  if (!answer.ok) {
    const { detail } = (await answer.json().catch(() => ({}))) as { detail?: string };
    throw new Error(detail ?? `The server at ${address} refused: ${answer.status}.`);
  }
  return answer;
}
