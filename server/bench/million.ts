import { eq } from 'drizzle-orm';
import mysql, { type RowDataPacket } from 'mysql2/promise';
import { countListings } from '../src/capabilities/sift/read-rows.ts';
import { openDatabase, type Database } from '../src/ground/db/connection.ts';
import { workspace } from '../src/ground/db/schema.ts';
import { raiseDataVersion } from '../src/ground/estimates/estimates.ts';
import { prepareWorkspace } from '../src/roof/prepare.ts';

export const MARKETPLACE = 'quayside';
const SCHEMA = 'kettle_million';

/** The address of the schema that holds the large catalogue, on the benchmarks' own server. */
const schemaUrl = async (url: string): Promise<string> => {
  const connection = await mysql.createConnection(url);
  await connection.query(`create database if not exists ${SCHEMA} character set utf8mb4 collate utf8mb4_unicode_ci`);
  await connection.end();
  return url.replace(/\/[^/]+$/, `/${SCHEMA}`);
};

/** Columns of a table, without some. */
const columnsOf = async (database: Database, table: string, without: string[]): Promise<string[]> => {
  const [rows] = await database.pool
    .promise()
    .query<RowDataPacket[]>(
      'select column_name as name from information_schema.columns where table_schema = database() and table_name = ? order by ordinal_position',
      [table],
    );
  return rows.map((r) => r.name as string).filter((name) => !without.includes(name));
};

/**
 * A catalogue of so many listings on Quayside: the demo's own, and copies of them with other prices, paces, reviews,
 * weights and titles, drawn with the database's seeded random numbers. Made once and kept.
 */
export const largeCatalogue = async (
  benchUrl: string,
  wanted: number,
): Promise<{ url: string; database: Database; made: boolean; seconds: number }> => {
  const since = Date.now();
  const url = await schemaUrl(benchUrl);
  const database = openDatabase(url);
  const { db, pool } = database;
  await prepareWorkspace(database, 'demo', 30_000, () => {});
  const key = 'enlarged';
  const [done] = await db.select().from(workspace).where(eq(workspace.key, key));
  if (done && Number(done.value.listings) === wanted) return { url, database, made: false, seconds: 0 };
  const have = await countListings(db, MARKETPLACE);
  const copies = Math.ceil((wanted - have) / have);
  const all = pool.promise();
  const plain = await columnsOf(database, 'listings', ['id', 'family_id', 'touched']);
  const listed: Record<string, string> = {
    code: "concat('Q', lpad(conv(l.id, 10, 36), 4, '0'), '-', s.seq)",
    title: "concat(l.title, ', ', 5 + floor(rand(s.seq * 7 + l.id) * 90), ' cm')",
    brand: "if(rand() < 0.8, concat(l.brand, ' ', char(65 + floor(rand() * 26))), l.brand)",
    price: 'round(l.price * (0.6 + 0.9 * rand()))',
    reviews: 'round(l.reviews * exp(1.6 * rand() - 0.8))',
    rating: 'least(500, greatest(100, l.rating + round(60 * rand() - 30)))',
    rank: 'greatest(1, round(l.`rank` * exp(2 * rand() - 1)))',
    weight: 'round(l.weight * (0.7 + 0.6 * rand()))',
    sellers: 'greatest(1, l.sellers + floor(3 * rand()) - 1)',
    pictures: '1 + floor(9 * rand())',
    // The long texts would only fill the disk: no limit reads them.
    bullets: 'null',
    description: 'null',
  };
  const lastOwn = await lastDemoId(database);
  for (let from = 1; from <= copies; from++) {
    const limit = Math.min(have, wanted - have - (from - 1) * have);
    if (limit <= 0) break;
    await all.query(
      `insert ignore into listings (${plain.map((c) => `\`${c}\``).join(', ')})
       select ${plain.map((c) => listed[c] ?? `l.\`${c}\``).join(', ')}
       from listings l join (select ${from} as seq) s
       where l.marketplace_id = '${MARKETPLACE}' and l.id <= ${lastOwn} order by l.id limit ${limit}`,
    );
  }
  const figures = await columnsOf(database, 'estimates', ['listing_id']);
  const scaled: Record<string, string> = {
    units: 'e.units * f.x',
    low: 'e.low * f.x',
    high: 'e.high * f.x',
    last_year: 'null',
    units_year: 'e.units_year + 0.4 * f.x - 0.4',
    price_90: 'e.price_90 + 0.1 * f.x - 0.1',
    reviews_month: 'e.reviews_month * f.x',
    season: 'least(1, e.season * (0.7 + 0.4 * f.x))',
    craft: 'least(100, round(e.craft * (0.6 + 0.5 * f.x)))',
  };
  await all.query(
    `insert ignore into estimates (listing_id, ${figures.join(', ')})
     select n.id, ${figures.map((c) => scaled[c] ?? `e.${c}`).join(', ')}
     from listings n
     join listings l on l.marketplace_id = '${MARKETPLACE}' and l.id = conv(substring(n.code, 2, 4), 36, 10)
     join estimates e on e.listing_id = l.id
     join (select id, exp(1.6 * rand() - 0.8) as x from listings) f on f.id = n.id
     where n.code like 'Q%-%'`,
  );
  await raiseDataVersion(db, MARKETPLACE, null);
  await db
    .insert(workspace)
    .values({ key, value: { listings: wanted } })
    .onDuplicateKeyUpdate({ set: { value: { listings: wanted } } });
  return { url, database, made: true, seconds: Math.round((Date.now() - since) / 1000) };
};

const lastDemoId = async (database: Database): Promise<number> => {
  const [rows] = await database.pool
    .promise()
    .query<RowDataPacket[]>(
      `select max(id) as id from listings where marketplace_id = '${MARKETPLACE}' and code not like 'Q%-%'`,
    );
  return rows[0]!.id as number;
};
