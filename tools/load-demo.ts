import { rm } from "node:fs/promises";
import { resolve } from "node:path";
import { formatISO } from "date-fns";
import { computeMasses } from "../src/core/batter/masses";
import { taughtBy } from "../src/core/derive/taught";
import { putBatch } from "../src/data/batches";
import { PHOTOGRAPHED, WORKED_OUT } from "../src/data/demo/bars";
import { demoLibrary } from "../src/data/demo/library";
import { demoOrders } from "../src/data/demo/orders";
import { demoStock } from "../src/data/demo/stock";
import { demoBatches } from "../src/data/demo/studio";
import { demoYear } from "../src/data/demo/year";
import { putLessons } from "../src/data/lessons";
import { putLibraryItem } from "../src/data/library";
import { DataDirectoryInUse } from "../src/data/lock";
import { openDatabase } from "../src/data/open";
import { getPaper, savePaper } from "../src/data/papers";
import { placeOf, shownPlace } from "../src/data/place";
import { getSettings, saveSettings } from "../src/data/settings";
import { withPhotos } from "../src/server/photos/demoPhotos";

/**
 * Loads the demo studio into its data directory: the demo's own batches are put back as they were, others stay.
 * `--fresh` empties the directory first, `--few` loads what is planned and cures now without the year before.
 */
const directory = resolve(process.env.TUNDISH_DATA_DIR ?? ".data/demo");
try {
  if (process.argv.includes("--fresh")) await rm(resolve(directory, "database"), { recursive: true, force: true });
  const place = placeOf(directory);
  const { db, close } = await openDatabase(place);
  const today = formatISO(new Date(), { representation: "date" });
  const batches = process.argv.includes("--few") ? demoBatches(today) : demoYear(today);
  for (const { id, plan } of batches.toReversed()) {
    const bars = PHOTOGRAPHED[id];
    const shown = bars ? await withPhotos(directory, plan, bars, WORKED_OUT[id]) : plan;
    await putBatch(db, id, shown);
    // What was photographed is closed, too: it has taught.
    const taught = bars && taughtBy(shown, computeMasses(shown)!);
    if (taught) await putLessons(db, id, taught);
  }
  for (const { kind, id, document } of demoLibrary()) await putLibraryItem(db, kind, id, document);
  const stock = await getPaper(db, "stock");
  if (stock.version === 0) await savePaper(db, "stock", 0, demoStock(today));
  const orders = await getPaper(db, "orders");
  if (orders.version === 0 && !process.argv.includes("--few")) await savePaper(db, "orders", 0, demoOrders(today));
  const stored = await getSettings(db);
  if (stored.version === 0) await saveSettings(db, 0, { ...stored.document, studio: "Gnomon Lane" });
  await close();
  console.log(`${batches.length} demo batches are in ${shownPlace(place)}`);
} catch (error) {
  console.error(error instanceof DataDirectoryInUse ? error.message : error);
  process.exit(1);
}
