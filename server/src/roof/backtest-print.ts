/** The backtest of every marketplace of a workspace as a table for a terminal. */
import { isNull } from 'drizzle-orm';
import { METHOD_NAMES } from '@kettle/core/estimate/methods';
import type { BacktestRow } from '@kettle/core/estimate/backtest';
import { openDatabase } from '../ground/db/connection.ts';
import { marketplaces } from '../ground/db/schema.ts';
import { asMarket } from '../ground/marketplaces/marketplaces.ts';
import { books } from './stand-ins/books.ts';
import { runBacktest } from '../capabilities/curves/backtest.ts';

const say = (text: string): void => void process.stdout.write(`${text}\n`);
const percent = (share: number | null): string => (share === null ? '–' : `${(100 * share).toFixed(1)} %`);
const line = (r: BacktestRow): string =>
  [
    METHOD_NAMES[r.method].padEnd(32),
    percent(r.error).padStart(8),
    percent(r.bias).padStart(8),
    percent(r.covered).padStart(8),
    String(r.n).padStart(7),
  ].join(' ');

const database = openDatabase(process.env.KETTLE_DATABASE_URL!);
for (const row of await database.db.select().from(marketplaces).where(isNull(marketplaces.binnedAt))) {
  const market = asMarket(row);
  const { backtest } = await runBacktest(database.db, market, books);
  const against = backtest.against === 'books' ? 'the invented marketplace’s books' : 'stock counts';
  say(`\n${market.name}, ${backtest.day}: ${backtest.listings} listings, against ${against}`);
  if (backtest.rows.length === 0)
    say('Nothing could be tried: daily ranks and stock counts over two weeks are needed.');
  let group = '';
  for (const r of backtest.rows) {
    const name = `${r.grouping === 'all' ? '' : `by ${r.grouping}: `}${r.group}`;
    if (name !== group)
      say(`\n${name.padEnd(32)} ${'error'.padStart(8)} ${'bias'.padStart(8)} ${'held'.padStart(8)} ${'n'.padStart(7)}`);
    group = name;
    say(line(r));
  }
}
await database.close();
