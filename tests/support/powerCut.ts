import fs from "node:fs";
import { dirname, join, relative, resolve } from "node:path";

/** A file as the system holds it: what of it is not on the disk yet, and where the disk has it. */
interface HeldFile {
  /** Place now; null once it is removed. */
  path: string | null;
  /** Place on the disk; null while the disk does not know of it. */
  onDisk: string | null;
  /** Pages written since the last sync. */
  dirty: Set<number>;
}

/** A change of names or lengths that the disk does not have yet, in order. */
type Change =
  | { kind: "create"; file: HeldFile; path: string }
  | { kind: "rename"; from: string; to: string }
  | { kind: "remove"; path: string }
  | { kind: "directory"; path: string }
  | { kind: "length"; path: string; bytes: number };

/** What a disk writes whole, bytes: half a page of the database, so that pages can be torn. */
const PAGE = 4096;

const real = { ...fs };

/**
 * A disk that forgets: watches the file calls of the engine below a directory, and can say at any moment what would stand there after a power cut. Synced
 * pages survive, of the others a random share. Changes of names and lengths reach the disk in their order, with the next sync of anything at the latest.
 */
export class ForgetfulDisk {
  private readonly root: string;
  private readonly shadow: string;
  private readonly files = new Map<string, HeldFile>();
  private readonly open = new Map<number, HeldFile>();
  private pending: Change[] = [];
  /** Writes and changes so far. */
  calls = 0;
  syncs = 0;
  /** Called before each write or change: the moment for a cut. */
  onCall: () => void = () => {};
  /** False: every sync is swallowed, as with an engine that does not sync. */
  syncsReally = true;

  constructor(root: string, shadow: string) {
    this.root = resolve(root);
    this.shadow = resolve(shadow);
    real.rmSync(this.shadow, { recursive: true, force: true });
    if (real.existsSync(this.root)) real.cpSync(this.root, this.shadow, { recursive: true });
    else real.mkdirSync(this.shadow, { recursive: true });
  }

  private inside(path: unknown): string | null {
    if (typeof path !== "string") return null;
    const at = relative(this.root, resolve(path));
    return at && !at.startsWith("..") && !at.endsWith(".sock") ? at : null;
  }

  private held(path: string): HeldFile {
    let file = this.files.get(path);
    if (!file) {
      const known = real.existsSync(join(this.shadow, path));
      file = { path, onDisk: known ? path : null, dirty: new Set() };
      this.files.set(path, file);
    }
    return file;
  }

  private note(change: Change): void {
    this.calls++;
    this.onCall();
    this.pending.push(change);
  }

  private wrote(file: HeldFile, from: number, bytes: number): void {
    this.calls++;
    this.onCall();
    for (let page = Math.floor(from / PAGE); page * PAGE < from + bytes; page++) file.dirty.add(page);
  }

  /** Watches from now on. Give back what it returns when done. */
  watch(): () => void {
    const patched = fs as unknown as Record<string, unknown>;
    const before = new Map<string, unknown>();
    const set = (name: string, call: (...args: never[]) => unknown) => {
      before.set(name, patched[name]);
      patched[name] = call;
    };
    set("openSync", (path: string, flags: string | number, mode?: number) => {
      const at = this.inside(path);
      const isThere = real.existsSync(path);
      const descriptor = real.openSync(path, flags as string, mode);
      if (at === null || real.fstatSync(descriptor).isDirectory()) return descriptor;
      if (!isThere) this.create(at);
      else if (typeof flags === "number" && flags & fs.constants.O_TRUNC)
        this.note({ kind: "length", path: at, bytes: 0 });
      this.open.set(descriptor, this.held(at));
      return descriptor;
    });
    set("closeSync", (descriptor: number) => {
      this.open.delete(descriptor);
      real.closeSync(descriptor);
    });
    set(
      "writeSync",
      (descriptor: number, data: Uint8Array, offset: number, length: number, position: number | null) => {
        const file = this.open.get(descriptor);
        const at = position ?? (file ? real.fstatSync(descriptor).size : 0);
        if (file) this.wrote(file, at, length ?? data.byteLength);
        return real.writeSync(descriptor, data, offset, length, position);
      },
    );
    set("writeFileSync", (path: string, data: string | Uint8Array, options?: fs.WriteFileOptions) => {
      const at = this.inside(path);
      if (at !== null) {
        if (!real.existsSync(path)) this.create(at);
        else this.note({ kind: "length", path: at, bytes: 0 });
        this.wrote(this.held(at), 0, data.length);
      }
      real.writeFileSync(path, data, options);
    });
    set("copyFileSync", (from: string, to: string) => {
      const at = this.inside(to);
      if (at !== null) {
        this.create(at);
        this.wrote(this.held(at), 0, real.statSync(from).size);
      }
      real.copyFileSync(from, to);
    });
    set("ftruncateSync", (descriptor: number, bytes: number) => {
      const file = this.open.get(descriptor);
      if (file?.path) this.note({ kind: "length", path: file.path, bytes });
      real.ftruncateSync(descriptor, bytes);
    });
    set("truncateSync", (path: string, bytes: number) => {
      const at = this.inside(path);
      if (at !== null) this.note({ kind: "length", path: at, bytes });
      real.truncateSync(path, bytes);
    });
    set("renameSync", (from: string, to: string) => {
      const [a, b] = [this.inside(from), this.inside(to)];
      if (a !== null && b !== null) this.rename(a, b);
      real.renameSync(from, to);
    });
    set("unlinkSync", (path: string) => {
      const at = this.inside(path);
      if (at !== null) this.remove(at);
      real.unlinkSync(path);
    });
    set("rmdirSync", (path: string) => {
      const at = this.inside(path);
      if (at !== null) this.note({ kind: "remove", path: at });
      real.rmdirSync(path);
    });
    set("mkdirSync", (path: string, options?: fs.MakeDirectoryOptions) => {
      const at = this.inside(path);
      if (at !== null && !real.existsSync(path)) this.note({ kind: "directory", path: at });
      return real.mkdirSync(path, options);
    });
    set("fsyncSync", (descriptor: number) => {
      this.syncs++;
      if (this.syncsReally) this.sync(this.open.get(descriptor));
      real.fsyncSync(descriptor);
    });
    return () => {
      for (const [name, call] of before) patched[name] = call;
    };
  }

  private create(path: string): void {
    const file: HeldFile = { path, onDisk: null, dirty: new Set() };
    this.note({ kind: "create", file, path });
    this.files.set(path, file);
  }

  private rename(from: string, to: string): void {
    this.note({ kind: "rename", from, to });
    for (const [path, file] of [...this.files]) {
      if (path !== from && !path.startsWith(`${from}/`)) continue;
      const next = to + path.slice(from.length);
      this.files.delete(path);
      this.files.set(next, file);
      file.path = next;
    }
  }

  private remove(path: string): void {
    this.note({ kind: "remove", path });
    const file = this.files.get(path);
    if (file) file.path = null;
    this.files.delete(path);
  }

  /** Brings changes of names and lengths to a tree; gives where it then has each file. */
  private apply(tree: string, changes: readonly Change[], placeOf: Map<HeldFile, string | null>): void {
    for (const change of changes) {
      if (change.kind === "directory") real.mkdirSync(join(tree, change.path), { recursive: true });
      else if (change.kind === "create") {
        real.mkdirSync(dirname(join(tree, change.path)), { recursive: true });
        real.writeFileSync(join(tree, change.path), "");
        placeOf.set(change.file, change.path);
      } else if (change.kind === "length") {
        const path = join(tree, change.path);
        if (real.existsSync(path)) real.truncateSync(path, change.bytes);
      } else if (change.kind === "remove") {
        real.rmSync(join(tree, change.path), { recursive: true, force: true });
        for (const [file, place] of placeOf) if (place === change.path) placeOf.set(file, null);
      } else {
        const [from, to] = [join(tree, change.from), join(tree, change.to)];
        if (real.existsSync(from)) real.renameSync(from, to);
        for (const [file, place] of placeOf)
          if (place === change.from || place?.startsWith(`${change.from}/`))
            placeOf.set(file, change.to + place.slice(change.from.length));
          else if (place === change.to) placeOf.set(file, null);
      }
    }
  }

  private copyPages(file: HeldFile, to: string, pages: Iterable<number>): void {
    if (file.path === null) return;
    const source = join(this.root, file.path);
    if (!real.existsSync(source) || !real.existsSync(to)) return;
    const [input, output] = [real.openSync(source, "r"), real.openSync(to, "r+")];
    const buffer = Buffer.alloc(PAGE);
    for (const page of pages) {
      const bytes = real.readSync(input, buffer, 0, PAGE, page * PAGE);
      if (bytes > 0) real.writeSync(output, buffer, 0, bytes, page * PAGE);
    }
    real.closeSync(input);
    real.closeSync(output);
  }

  private places(): Map<HeldFile, string | null> {
    const all = new Set([...this.files.values(), ...this.open.values()]);
    return new Map([...all].map((file) => [file, file.onDisk]));
  }

  private sync(file: HeldFile | undefined): void {
    const places = this.places();
    this.apply(this.shadow, this.pending, places);
    for (const [held, place] of places) held.onDisk = place;
    this.pending = [];
    if (!file || file.onDisk === null) return;
    this.copyPages(file, join(this.shadow, file.onDisk), file.dirty);
    file.dirty.clear();
  }

  /** Writes to `image` what would stand on the disk were the power cut now. @param random from 0 to 1, anew at each call */
  cut(image: string, random: () => number): void {
    real.cpSync(this.shadow, image, { recursive: true });
    const places = this.places();
    this.apply(image, this.pending.slice(0, Math.floor(random() * (this.pending.length + 1))), places);
    const share = random();
    for (const [file, place] of places) {
      if (place === null || file.dirty.size === 0) continue;
      this.copyPages(
        file,
        join(image, place),
        [...file.dirty].filter(() => random() < share),
      );
    }
  }
}
