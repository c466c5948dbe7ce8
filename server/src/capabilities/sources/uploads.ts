import { and, asc, eq, gt } from 'drizzle-orm';
import type { Db } from '../../ground/db/connection.ts';
import { uploadPieces, uploads } from '../../ground/db/schema.ts';
import { ProblemError } from '../../ground/problems/problem.ts';

/** A file comes in, and is kept, in pieces of this size: none is ever held whole. */
const PIECE = 256 * 1024;
/** Megabytes; asked each time, since whoever runs the program may set it. */
const largestFile = (): number => Number(process.env.KETTLE_LARGEST_FILE_MB ?? 500);

/** Keeps a file as it comes in. One that is too large, or that breaks off, leaves nothing behind. */
export const keepUpload = async (db: Db, name: string, file: AsyncIterable<Buffer>): Promise<number> => {
  const [made] = await db.insert(uploads).values({ name }).$returningId();
  const uploadId = made!.id;
  let size = 0;
  let place = 0;
  let waiting: Buffer[] = [];
  let waitingSize = 0;
  const flush = async (): Promise<void> => {
    if (waitingSize > 0)
      await db.insert(uploadPieces).values({ uploadId, place: place++, bytes: Buffer.concat(waiting) });
    waiting = [];
    waitingSize = 0;
  };
  try {
    for await (const chunk of file) {
      size += chunk.length;
      if (size > largestFile() * 2 ** 20)
        throw new ProblemError(
          413,
          'too-large',
          `The file is larger than ${largestFile()} MB. Split it and take the parts in one by one.`,
        );
      waiting.push(chunk);
      if ((waitingSize += chunk.length) >= PIECE) await flush();
    }
    await flush();
  } catch (error) {
    // What is left behind when not even that can be written is swept away later.
    await dropUpload(db, uploadId).catch(() => undefined);
    throw error;
  }
  return uploadId;
};

/** The pieces of a kept file in their order. */
export const piecesOf = async function* (db: Db, upload: number): AsyncGenerator<Buffer> {
  for (let last = -1; ;) {
    const [piece] = await db
      .select()
      .from(uploadPieces)
      .where(and(eq(uploadPieces.uploadId, upload), gt(uploadPieces.place, last)))
      .orderBy(asc(uploadPieces.place))
      .limit(1);
    if (!piece) return;
    last = piece.place;
    yield piece.bytes;
  }
};

export const dropUpload = async (db: Db, upload: number): Promise<void> => {
  await db.delete(uploads).where(eq(uploads.id, upload));
};
