import { desc, eq, lt } from 'drizzle-orm';
import type { Deed } from '@kettle/contract/people';
import type { Db } from '../../ground/db/connection.ts';
import { deeds, people, tokens } from '../../ground/db/schema.ts';
import type { Acting } from '../../ground/people/who.ts';

const PAGE = 100;

/** Who did something: a person, in a browser or by a key. */
export type Doer = Pick<Acting, 'id' | 'token'>;

/** Writes down who asked for what: the route and its parameters, never what was typed. */
export const noteDeed = async (
  db: Db,
  who: Doer,
  { what, parameters, status }: { what: string; parameters: Record<string, string>; status: number },
): Promise<void> => {
  const short = Object.fromEntries(Object.entries(parameters).map(([k, v]) => [k, v.slice(0, 80)]));
  await db.insert(deeds).values({ personId: who.id, tokenId: who.token, what: what.slice(0, 200), parameters: short, status: String(status) }); // prettier-ignore
};

export const listDeeds = async (db: Db, before: number | undefined): Promise<Deed[]> => {
  const rows = await db
    .select({
      id: deeds.id,
      at: deeds.at,
      by: people.name,
      token: deeds.tokenId,
      key: tokens.name,
      what: deeds.what,
      parameters: deeds.parameters,
      status: deeds.status,
    }) // prettier-ignore
    .from(deeds)
    .innerJoin(people, eq(people.id, deeds.personId))
    .leftJoin(tokens, eq(tokens.id, deeds.tokenId))
    .where(before === undefined ? undefined : lt(deeds.id, before))
    .orderBy(desc(deeds.id))
    .limit(PAGE);
  return rows.map(({ token, key, ...deed }) => ({ ...deed, token: token === null ? null : (key ?? 'a key that has ended') })); // prettier-ignore
};
