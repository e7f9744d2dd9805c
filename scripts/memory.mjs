// Where tests keep their data directories: in memory, on a system that has a place for it. Half of what tests of the database take is waiting for a
// disk. What a power cut leaves is decided by a disk of the tests' own (tests/support/powerCut.ts), what a killed process leaves by the system: neither asks
// for a real one.
import { accessSync, chmodSync, constants, existsSync, mkdirSync, readdirSync, rmSync, statfsSync } from "node:fs";
import { join } from "node:path";

/** Where such systems keep files in memory. */
const MEMORY = "/dev/shm";
/** Room that must be there, bytes. Tests were measured to use a third of 10⁹. */
const ROOM_BYTES = 2 ** 31;
const PREFIX = "tundish-tests-";

const remove = (directory) => rmSync(directory, { recursive: true, force: true, maxRetries: 5 });

/** Whether a process of this number runs. */
function isRunning(pid) {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return error.code === "EPERM";
  }
}

/** Takes away what runs that were broken off left. */
function clearOld() {
  for (const name of readdirSync(MEMORY))
    if (name.startsWith(PREFIX) && !isRunning(Number(name.slice(PREFIX.length)))) remove(join(MEMORY, name));
}

/** A folder in memory that is gone with this process; null where the system has no place or too little room for it. */
export function folderInMemory() {
  try {
    if (!existsSync(MEMORY)) return null;
    accessSync(MEMORY, constants.W_OK);
    clearOld();
    const { bavail, bsize } = statfsSync(MEMORY);
    if (bavail * bsize < ROOM_BYTES) return null;
    const directory = join(MEMORY, `${PREFIX}${process.pid}`);
    mkdirSync(directory);
    // The tests' database server runs as another user.
    chmodSync(directory, 0o711);
    process.on("exit", () => remove(directory));
    return directory;
  } catch {
    return null; // Tests run on the disk as well, only slower.
  }
}
