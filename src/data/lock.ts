import { createHash, randomUUID } from "node:crypto";
import { rename, unlink } from "node:fs/promises";
import { connect, createServer, type Server } from "node:net";
import { tmpdir } from "node:os";
import { join, resolve } from "node:path";

/** Thrown when another process works in the data directory. */
export class DataDirectoryInUse extends Error {
  constructor(directory: string) {
    super(
      `The data directory ${directory} is in use by another running Tundish. Stop that one first, or choose another directory with TUNDISH_DATA_DIR.`,
    );
    this.name = "DataDirectoryInUse";
  }
}

export interface DirectoryLock {
  release(): Promise<void>;
}

/** Longest path that a Unix socket may have on common systems, bytes. */
const LONGEST_SOCKET_PATH = 100;
const SETTLE_MS = 60;
const ATTEMPTS = 5;

/** Where the lock of a directory stands: inside it, or in the system's temporary folder when that path is too long for a socket. */
function socketPath(directory: string): string {
  const own = join(resolve(directory), "in-use.sock");
  if (process.platform === "win32") return `\\\\.\\pipe\\tundish-${hash(own)}`;
  return Buffer.byteLength(own) <= LONGEST_SOCKET_PATH ? own : join(tmpdir(), `tundish-${hash(own)}.sock`);
}
const hash = (text: string) => createHash("sha256").update(text).digest("hex").slice(0, 24);

/** Asks who listens at a path: its token, or null when nobody answers. */
function askHolder(path: string): Promise<string | null> {
  return new Promise((done) => {
    let answer = "";
    const socket = connect(path);
    socket.setTimeout(1000, () => socket.destroy());
    socket.on("data", (chunk) => {
      answer += chunk.toString();
    });
    socket.on("error", () => done(null));
    socket.on("close", () => done(answer || null));
  });
}

function listen(path: string, token: string): Promise<Server | null> {
  return new Promise((done, fail) => {
    const server = createServer((socket) => socket.on("error", () => {}).end(token));
    server.once("error", (error: NodeJS.ErrnoException) => (error.code === "EADDRINUSE" ? done(null) : fail(error)));
    server.listen(path, () => {
      server.unref();
      done(server);
    });
  });
}

/**
 * Takes the exclusive lock of a data directory: a Unix socket on which the holder answers with its own token. A socket left by a
 * killed process answers nobody and is put aside first (by rename, and put back should it turn out to be alive), so that of two
 * starters at once only the one that still answers after a pause wins.
 * @throws DataDirectoryInUse
 */
export async function lockDirectory(directory: string): Promise<DirectoryLock> {
  const path = socketPath(directory);
  const token = randomUUID();
  for (let attempt = 0; attempt < ATTEMPTS; attempt++) {
    const server = await listen(path, token);
    if (server) {
      await new Promise((r) => setTimeout(r, SETTLE_MS));
      if ((await askHolder(path)) === token) {
        return { release: () => new Promise((done) => server.close(() => done())) };
      }
      server.close();
      throw new DataDirectoryInUse(directory);
    }
    if ((await askHolder(path)) !== null) throw new DataDirectoryInUse(directory);
    const aside = `${path}.${token.slice(0, 8)}`;
    try {
      await rename(path, aside);
      if ((await askHolder(aside)) !== null) {
        await rename(aside, path);
        throw new DataDirectoryInUse(directory);
      }
      await unlink(aside);
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== "ENOENT") throw error;
    }
  }
  throw new DataDirectoryInUse(directory);
}
