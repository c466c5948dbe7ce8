import { and, eq, inArray } from 'drizzle-orm';
import type { Job } from '@kettle/contract/shapes';
import { nicheCorrections, niches, searchTerms } from '../../ground/db/schema.ts';
import type { Ground } from '../../ground/ground.ts';
import type { JobContext, JobPayloads } from '../../ground/jobs/kinds.ts';
import { marketOf, type Market } from '../../ground/marketplaces/marketplaces.ts';
import { badField, conflict } from '../../ground/problems/problem.ts';
import { layAll } from './kinds/lay-searches.ts';

/**
 * Puts terms under a niche by hand, whatever files and the grouping say, or leaves them to these again ("niche" null). A
 * niche is renamed by putting all its terms under another name, and joined to another by that one's.
 */
export const correctNiches = async (
  { database: { db }, jobs }: Pick<Ground, 'database' | 'jobs'>,
  market: Market,
  { terms, niche }: { terms: readonly number[]; niche: string | null },
): Promise<Job> => {
  if (market.simulated)
    throw conflict(`The niches of ${market.name} come from the demo’s own feed and stay as they are.`);
  const name = niche?.normalize('NFKC').replace(/\s+/g, ' ').trim();
  if (name === '') throw badField('niche', 'A niche needs a name.');
  const texts = (
    await db
      .select({ text: searchTerms.text })
      .from(searchTerms)
      .where(and(eq(searchTerms.marketplaceId, market.id), inArray(searchTerms.id, [...terms])))
  ).map((t) => t.text);
  if (texts.length === 0) throw badField('terms', 'None of these search terms is there any more.');
  await db
    .delete(nicheCorrections)
    .where(and(eq(nicheCorrections.marketplaceId, market.id), inArray(nicheCorrections.term, texts)));
  if (name !== undefined)
    await db.insert(nicheCorrections).values(texts.map((term) => ({ marketplaceId: market.id, term, niche: name })));
  // Niches follow from all terms together; should the job be lost, the next laying takes the correction in.
  return jobs.add('lay-searches', { marketplace: market.id, niche: name ?? null });
};

/** Lays the searches of a marketplace out anew, with what was corrected by hand. */
export const laySearches = async (
  { marketplace, niche }: JobPayloads['lay-searches'],
  { database, finish }: JobContext,
): Promise<void> => {
  const market = await marketOf(database.db, marketplace);
  await finish(async (inside) => {
    const notes = await layAll({ inside, market });
    const [found] =
      niche === null
        ? []
        : await inside.db
            .select({ id: niches.id })
            .from(niches)
            .where(and(eq(niches.marketplaceId, market.id), eq(niches.name, niche)));
    return { message: ['Niches were laid out anew.', ...notes].join(' '), niche: found?.id ?? null };
  });
};
