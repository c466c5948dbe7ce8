import { and, asc, count, eq, inArray } from 'drizzle-orm';
import express from 'express';
import type { Api } from '../../ground/http/api.ts';
import { candidateRow } from '../../ground/candidates/candidate-rows.ts';
import { atOnce, type Database, type Db } from '../../ground/db/connection.ts';
import { candidates, evidencePictures } from '../../ground/db/schema.ts';
import { notFound, ProblemError } from '../../ground/problems/problem.ts';

/** Bytes of a picture, and pictures of a candidate, at most. */
const LARGEST = 3_000_000;
const MOST = 60;
const KEY = /^[a-z0-9][a-z0-9-]{0,59}$/;
type Type = (typeof evidencePictures.$inferSelect)['type'];

/** What a picture is, by its first bytes: what a file says of itself is not believed. */
const typeOf = (bytes: Buffer): Type | null => {
  const starts = (hex: string, at = 0): boolean => bytes.subarray(at, at + hex.length / 2).toString('hex') === hex;
  if (starts('89504e470d0a1a0a')) return 'image/png';
  if (starts('ffd8ff')) return 'image/jpeg';
  return starts('52494646') && starts('57454250', 8) ? 'image/webp' : null;
};

/** Pictures beside judged answers, by candidate and key; without their bytes. */
export const picturesOf = async (db: Db, ids: readonly number[]) => {
  const rows = await db
    .select({
      id: evidencePictures.id,
      candidate: evidencePictures.candidateId,
      key: evidencePictures.key,
      name: evidencePictures.name,
      day: evidencePictures.day,
    })
    .from(evidencePictures)
    .where(inArray(evidencePictures.candidateId, [...ids]))
    .orderBy(asc(evidencePictures.id));
  const found = new Map<number, Record<string, { id: number; name: string; day: string }[]>>();
  for (const { candidate, key, ...picture } of rows) {
    const of = found.get(candidate) ?? {};
    (of[key] ??= []).push(picture);
    found.set(candidate, of);
  }
  return found;
};

export const dropPicture = async (db: Db, id: number, picture: number): Promise<void> => {
  const [{ affectedRows }] = await db
    .delete(evidencePictures)
    .where(and(eq(evidencePictures.id, picture), eq(evidencePictures.candidateId, id)));
  if (affectedRows === 0) throw notFound(`Picture ${picture}`);
};

const numberIn = (text: string, what: string): number => {
  const number = Number(text);
  if (!Number.isSafeInteger(number) || number < 1) throw notFound(`${what} ${text}`);
  return number;
};

/** Takes pictures in as evidence, and shows them: as nothing but pictures, whatever else their bytes may be. */
export const servePictures = (api: Api, database: Database): void => {
  const { db } = database;
  api.on(
    'post',
    '/api/candidates/:id/evidence/:key',
    async (request, response) => {
      const id = numberIn(request.params.id, 'Candidate');
      const { key } = request.params;
      if (!KEY.test(key)) throw notFound(`The criterion "${key.slice(0, 60)}"`);
      const { market } = await candidateRow(db, id);
      const bytes: unknown = request.body;
      const type = Buffer.isBuffer(bytes) ? typeOf(bytes) : null;
      if (!Buffer.isBuffer(bytes) || type === null)
        throw new ProblemError(415, 'no-picture', 'Evidence is a picture: PNG, JPEG or WebP, at most 3 MB.');
      const asked = request.get('x-file-name') ?? '';
      const name = safeName(asked) || 'picture';
      const picture = await atOnce(database, async ({ db: tx }) => {
        await tx.select({ id: candidates.id }).from(candidates).where(eq(candidates.id, id)).for('update');
        const [there] = await tx.select({ n: count() }).from(evidencePictures).where(eq(evidencePictures.candidateId, id)); // prettier-ignore
        if (there!.n >= MOST)
          throw new ProblemError(409, 'too-many', `A candidate keeps ${MOST} pictures: remove one first.`);
        const [{ insertId }] = await tx.insert(evidencePictures).values({ candidateId: id, key, type, name, bytes, day: market.today }); // prettier-ignore
        return insertId;
      });
      response.json({ id: picture });
    },
    [express.raw({ type: ['image/png', 'image/jpeg', 'image/webp'], limit: LARGEST })],
  );
  api.on('get', '/api/evidence/:picture', async (request, response) => {
    const id = numberIn(request.params.picture, 'Picture');
    const [row] = await db.select({ type: evidencePictures.type, bytes: evidencePictures.bytes }).from(evidencePictures).where(eq(evidencePictures.id, id)); // prettier-ignore
    if (!row) throw notFound(`Picture ${id}`);
    response
      .type(row.type)
      .setHeader('Content-Security-Policy', "default-src 'none'; sandbox")
      .setHeader('X-Content-Type-Options', 'nosniff')
      .setHeader('Cache-Control', 'private, no-cache')
      .send(row.bytes);
  });
};

/** A file's name as it comes in a header. */
const safeName = (text: string): string => {
  try {
    return decodeURIComponent(text).replace(/[\p{C}]/gu, ' ').trim().slice(0, 200); // prettier-ignore
  } catch {
    return '';
  }
};
