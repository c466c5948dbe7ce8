import { and, eq, ne } from 'drizzle-orm';
import type { MarketplaceFacts } from '@kettle/contract/sources';
import { atOnce, type Database } from '../../ground/db/connection.ts';
import { marketplaces } from '../../ground/db/schema.ts';
import type { Market } from '../../ground/marketplaces/marketplaces.ts';
import { badField, conflict } from '../../ground/problems/problem.ts';
import { expectVersion } from '../../ground/problems/versions.ts';

const NAMES = new Intl.DisplayNames('en', { type: 'region', fallback: 'none' });

/** Changes what is said of a marketplace, as long as it still is what whoever changes it saw. */
export const changeMarketplace = async (
  database: Database,
  market: Market,
  { set, was }: { set: Partial<MarketplaceFacts>; was: Partial<MarketplaceFacts> },
): Promise<void> => {
  if (market.simulated) throw conflict(`${market.name} belongs to the demo and stays as it is.`);
  const { name, country, addressPattern } = set;
  // ZZ stands for a country that is not known.
  if (country && (country === 'ZZ' || NAMES.of(country) === undefined))
    throw badField('set.country', `"${country}" is no code of a country.`);
  if (addressPattern) refuseOddPattern(addressPattern);
  await atOnce(database, async ({ db }) => {
    const [row] = await db.select().from(marketplaces).where(eq(marketplaces.id, market.id)).for('update');
    const now: MarketplaceFacts = {
      name: row!.name,
      measures: row!.measures,
      country: row!.country,
      vat: row!.vat,
      addressPattern: row!.addressPattern,
    };
    const isStale = (Object.keys(set) as (keyof MarketplaceFacts)[]).some((k) => k in was && was[k] !== now[k]);
    // Told as any document of which there is a newer version.
    if (isStale) expectVersion(0, 1, now);
    if (name !== undefined) {
      const [same] = await db
        .select({ id: marketplaces.id })
        .from(marketplaces)
        .where(and(eq(marketplaces.name, name.trim()), ne(marketplaces.id, market.id)));
      if (same) throw conflict(`There is a marketplace "${name.trim()}" already.`);
    }
    await db
      .update(marketplaces)
      .set({
        ...set,
        ...(name !== undefined && { name: name.trim() }),
        ...(addressPattern && { host: new URL(addressPattern.replace('{code}', 'x')).hostname.replace(/^www\./, '') }),
      })
      .where(eq(marketplaces.id, market.id));
  });
};

/** An address of a site, with the code somewhere behind its host. */
const refuseOddPattern = (pattern: string): void => {
  const [one, other] = ['x', 'y'].map((code) => {
    const address = pattern.replace('{code}', code);
    return URL.canParse(address) ? new URL(address) : null;
  });
  const isSound =
    pattern.split('{code}').length === 2 && one && /^https?:$/.test(one.protocol) && one.host === other?.host;
  if (!isSound)
    throw badField(
      'set.addressPattern',
      'Write an address that begins with https:// and has {code} where the listing code stands.',
    );
};
