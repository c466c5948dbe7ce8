import { mkdtemp, open, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { createGunzip } from 'node:zlib';
import yauzl, { type Entry, type ZipFile } from 'yauzl';
import { FileFault } from './table.ts';

/** What comes out of a packed file at most, and how many times its size beyond the first megabytes. */
const LARGEST_UNPACKED = 1_500_000_000;
const MOST_TIMES = 300;
const FREE = 20_000_000;
const MOST_ENTRIES = 2000;

/** Ends what unpacks to far more than a table would. */
const bounded = async function* (packed: () => number, stream: AsyncIterable<Buffer>): AsyncGenerator<Buffer> {
  let size = 0;
  for await (const chunk of stream) {
    size += chunk.length;
    if (size > LARGEST_UNPACKED || (size > FREE && size > MOST_TIMES * packed()))
      throw new FileFault('The file unpacks to far more than a table would. It was not read further.');
    yield chunk;
  }
};

/** The bytes in a gzip file. */
export const unzipped = async function* (pieces: AsyncIterable<Uint8Array>): AsyncGenerator<Buffer> {
  let packed = 0;
  const gunzip = createGunzip();
  const feed = (async () => {
    try {
      for await (const piece of pieces) {
        packed += piece.length;
        if (!gunzip.write(piece)) await new Promise((resolve) => gunzip.once('drain', resolve));
        if (gunzip.destroyed) return;
      }
      gunzip.end();
    } catch (error) {
      gunzip.destroy(error as Error);
    }
  })();
  try {
    yield* bounded(() => packed, gunzip as AsyncIterable<Buffer>);
  } catch (error) {
    if (/^Z_|unexpected end/.test(String((error as { code?: string }).code ?? (error as Error).message)))
      throw new FileFault('The packed file is damaged or cut off.');
    throw error;
  } finally {
    gunzip.destroy();
    gunzip.emit('drain');
    await feed;
  }
};

/** A zip file on disk for as long as it is read: its directory stands at its end. */
export class Archive {
  private readonly folder: string;
  private readonly zip: ZipFile;
  readonly entries: readonly Entry[];

  private constructor(folder: string, zip: ZipFile, entries: readonly Entry[]) {
    this.folder = folder;
    this.zip = zip;
    this.entries = entries;
  }

  static async open(pieces: AsyncIterable<Uint8Array>): Promise<Archive> {
    const folder = await mkdtemp(join(tmpdir(), 'kettle-file-'));
    try {
      const path = join(folder, 'file.zip');
      const file = await open(path, 'w');
      try {
        for await (const piece of pieces) await file.write(piece);
      } finally {
        await file.close();
      }
      const zip = await yauzl.openPromise(path, { lazyEntries: true, autoClose: false, strictFileNames: false });
      const entries: Entry[] = [];
      for await (const entry of zip.eachEntry()) {
        if (entries.length >= MOST_ENTRIES) throw new FileFault(`The archive holds more than ${MOST_ENTRIES} files.`);
        entries.push(entry);
      }
      return new Archive(folder, zip, entries);
    } catch (error) {
      await rm(folder, { recursive: true, force: true });
      if (error instanceof FileFault || !(error instanceof Error) || 'code' in error) throw error;
      throw new FileFault(`The archive cannot be read: ${error.message.slice(0, 160)}`);
    }
  }

  find(name: string): Entry | undefined {
    return this.entries.find((e) => e.fileName === name);
  }

  /** The bytes of one of its files. */
  async *bytes(entry: Entry): AsyncGenerator<Buffer> {
    if (entry.isEncrypted()) throw new FileFault('The archive is locked by a password.');
    const stream: Readable = await this.zip.openReadStreamPromise(entry);
    try {
      yield* bounded(() => Math.max(1, entry.compressedSize), stream as AsyncIterable<Buffer>);
    } catch (error) {
      if (error instanceof FileFault) throw error;
      throw new FileFault(`The archive cannot be read: ${(error as Error).message.slice(0, 160)}`);
    } finally {
      stream.destroy();
    }
  }

  async close(): Promise<void> {
    this.zip.close();
    await rm(this.folder, { recursive: true, force: true });
  }
}
