import {
  closeSync,
  existsSync,
  fsyncSync,
  mkdirSync,
  openSync,
  readdirSync,
  readSync,
  renameSync,
  rmSync,
  writeSync,
} from 'node:fs';
import { basename, dirname, join } from 'node:path';
import type { Build } from './build.ts';

/** Raised when what an index holds, or how it is made, changes: older snapshots are then passed over. */
const VERSION = 2;
const KINDS = { Float64Array, Uint32Array, Int32Array, Uint16Array, Uint8Array } as const;
type Kind = keyof typeof KINDS;
type Numbers = InstanceType<(typeof KINDS)[Kind]>;
interface Place {
  kind: Kind;
  length: number;
}
interface Head {
  version: number;
  /** Tells one database from another that was made in its place. */
  origin: string;
  places: Place[];
  /** The build with each array of numbers replaced by its place in the file. */
  build: unknown;
}

const isNumbers = (value: unknown): value is Numbers => ArrayBuffer.isView(value) && !(value instanceof DataView);

/**
 * Keeps a built index in a file, so that the next start has one to answer from at once. It is a copy of what the database
 * says and can be deleted at any time.
 */
export const saveSnapshot = (file: string, origin: string, build: Build): void => {
  const arrays: Numbers[] = [];
  const text = JSON.stringify(build, (_, value: unknown) => {
    if (!isNumbers(value)) return value;
    return { $numbers: arrays.push(value) - 1 };
  });
  const head: Head = {
    version: VERSION,
    origin,
    places: arrays.map((a) => ({ kind: a.constructor.name as Kind, length: a.length })),
    build: JSON.parse(text),
  };
  const bytes = Buffer.from(JSON.stringify(head));
  mkdirSync(dirname(file), { recursive: true });
  clearHalfWritten(file);
  const fresh = `${file}.${process.pid}.new`;
  const out = openSync(fresh, 'w', 0o600);
  try {
    const size = Buffer.alloc(8);
    size.writeBigUInt64LE(BigInt(bytes.length));
    writeAll(out, size);
    writeAll(out, bytes);
    for (const a of arrays) writeAll(out, Buffer.from(a.buffer as ArrayBuffer, a.byteOffset, a.byteLength));
    fsyncSync(out);
  } finally {
    closeSync(out);
  }
  // Under its name only once it is whole.
  renameSync(fresh, file);
};

/** Removes what a process that was killed while it wrote has left behind. */
const clearHalfWritten = (file: string): void => {
  for (const name of readdirSync(dirname(file))) {
    const writer = new RegExp(`^${basename(file).replaceAll('.', '\\.')}\\.(\\d+)\\.new$`).exec(name)?.[1];
    if (writer && !isAlive(Number(writer))) rmSync(join(dirname(file), name), { force: true });
  }
};

const isAlive = (pid: number): boolean => {
  try {
    process.kill(pid, 0);
    return true;
  } catch {
    return false;
  }
};

/** The index of a snapshot, in shared memory; null when there is none, or one of another version or database. */
export const loadSnapshot = (file: string, origin: string): Build | null => {
  if (!existsSync(file)) return null;
  const input = openSync(file, 'r');
  try {
    const size = readAll(input, Buffer.alloc(8));
    if (!size) return null;
    const bytes = readAll(input, Buffer.alloc(Number(size.readBigUInt64LE())));
    const head = bytes && (JSON.parse(bytes.toString()) as Head);
    if (!head || head.version !== VERSION || head.origin !== origin) return null;
    const arrays: Numbers[] = [];
    for (const { kind, length } of head.places) {
      const Numbers = KINDS[kind];
      const shared = new SharedArrayBuffer(length * Numbers.BYTES_PER_ELEMENT);
      if (!readAll(input, Buffer.from(shared as unknown as ArrayBuffer))) return null;
      arrays.push(new Numbers(shared as unknown as ArrayBuffer));
    }
    return JSON.parse(JSON.stringify(head.build), (_, value: unknown) =>
      value !== null && typeof value === 'object' && '$numbers' in value ? arrays[Number(value.$numbers)] : value,
    ) as Build;
  } catch {
    // Cut short or not ours: the next build writes a whole one.
    rmSync(file, { force: true });
    return null;
  } finally {
    closeSync(input);
  }
};

const CHUNK = 64 * 2 ** 20;

const writeAll = (file: number, bytes: Buffer): void => {
  for (let at = 0; at < bytes.length;) at += writeSync(file, bytes, at, Math.min(CHUNK, bytes.length - at));
};

const readAll = (file: number, into: Buffer): Buffer | null => {
  for (let at = 0; at < into.length;) {
    const n = readSync(file, into, at, Math.min(CHUNK, into.length - at), null);
    if (n === 0) return null;
    at += n;
  }
  return into;
};
