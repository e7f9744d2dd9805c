import { writeFileSync } from "node:fs";
import { resolve } from "node:path";
import { formatISO } from "date-fns";
import { DataDirectoryInUse } from "../src/data/lock";
import { openDatabase } from "../src/data/open";
import { placeOf } from "../src/data/place";
import { makeBackup } from "../src/server/backup/files";
import { newestBackup } from "../src/server/backup/store";
import { sayOpenProblem } from "../src/server/startWords";
import { askServer } from "./askServer";

/** `npm run backup [FILE]`: everything of a studio in one file; while the server runs it is asked for it. */
const directory = resolve(process.env.TUNDISH_DATA_DIR ?? ".data/studio");
const file = resolve(process.argv[2] ?? `tundish-${formatISO(new Date(), { representation: "date" })}.zip`);

async function backup(): Promise<Uint8Array> {
  const place = placeOf(directory);
  try {
    const { db, close } = await openDatabase(place);
    const made = await makeBackup(db, new Date(), directory);
    await close();
    return made;
  } catch (error) {
    if (!(error instanceof DataDirectoryInUse)) throw new Error(sayOpenProblem(error, place, newestBackup(directory)));
    const answer = await askServer(directory, "/api/backup");
    return new Uint8Array(await answer.arrayBuffer());
  }
}
try {
  const made = await backup();
  writeFileSync(file, made, { flag: "wx" });
  console.log(`${(made.byteLength / 1000).toFixed(0)} kB are in ${file}`);
} catch (error) {
  const { code, message } = error as NodeJS.ErrnoException;
  console.error(code === "EEXIST" ? `${file} is there already: name another file.` : message);
  process.exit(1);
}
