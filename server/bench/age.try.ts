import { openDatabase } from '../src/ground/db/connection.ts';
import { books } from '../src/roof/stand-ins/books.ts';
import { runBacktest } from '../src/capabilities/curves/backtest.ts';
import { prepareWorkspace } from '../src/roof/prepare.ts';
import { marketOf } from '../src/ground/marketplaces/marketplaces.ts';
import { refreshLevels } from '../src/ground/estimates/levels.ts';
import { estimateLevels } from '../src/ground/db/schema.ts';
const database = openDatabase(process.env.KETTLE_DATABASE_URL!);
await prepareWorkspace(database, 'demo', 30_000, () => {});
for (const m of ['quayside', 'lindholm-torg']) {
  const market = await marketOf(database.db, m);
  const t = Date.now();
  await refreshLevels(database, market);
  console.log('learnt in', Date.now() - t, 'ms');
  const [row] = (await database.db.select().from(estimateLevels)).filter((r) => r.marketplaceId === m);
  const d = row!.drifts!;
  const f = (c: { moves: { days: number; spread: number }[]; season: number[] | null }) =>
    JSON.stringify(c.moves.map((x) => [x.days, +x.spread.toFixed(2)])) +
    ' ' +
    JSON.stringify(c.season?.map((f) => +f.toFixed(2)));
  console.log('elsewhere', f(d.elsewhere.within), f(d.elsewhere.together));

  for (const p of Object.keys(d.together)) console.log(p, f(d.together[p]!));
  const { backtest } = await runBacktest(database.db, market, books);
  for (const r of backtest.rows)
    if ((r.grouping === 'age' || r.grouping === 'category-age') && r.method === 'blend')
      console.log(
        m,
        r.group.padEnd(45),
        r.n,
        (100 * r.error!).toFixed(1),
        (100 * r.bias!).toFixed(1),
        (100 * r.covered!).toFixed(0),
        r.grouping === 'category-age' && r.n >= 60 && (r.covered! < 0.75 || r.covered! > 0.88) ? '<<<' : '',
      );
}
await database.close();
