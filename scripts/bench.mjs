// Runs the benchmarks: all, or those named. Each prints one JSON object a line.
import { spawnSync } from 'node:child_process';
import { mkdirSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { buildInterface, installTestPackages, installPrograms } from './install.mjs';
import { programPath, repositoryRoot as root, startDatabase } from './private-database.mjs';

const folder = join(root, 'server', 'bench');
const all = readdirSync(folder)
  .filter((f) => f.endsWith('.bench.ts'))
  .map((f) => f.replace('.bench.ts', ''));
const wanted = process.argv.slice(2).length > 0 ? process.argv.slice(2) : all;
const unknown = wanted.filter((name) => !all.includes(name));
if (unknown.length > 0) {
  console.error(`There is no benchmark ${unknown.join(', ')}; there are ${all.join(', ')}.`);
  process.exit(2);
}
await installPrograms({
  mariadbd: 'mariadb-server',
  ...(wanted.some((w) => ['browser', 'costing', 'demand', 'sheet'].includes(w)) ? { chromium: 'chromium' } : {}),
});
await installTestPackages();
if (wanted.some((w) => ['browser', 'costing', 'sheet'].includes(w))) await buildInterface();
// Kept between runs: a catalogue of a million listings takes minutes to make.
const data = join(root, '.data', 'bench');
mkdirSync(data, { recursive: true });
const database = await startDatabase(data, (sentence) => console.error(sentence));
let failed = 0;
for (const name of wanted) {
  const { status } = spawnSync(process.execPath, ['--import', 'tsx', join(folder, `${name}.bench.ts`)], {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, KETTLE_DATABASE_URL: database.url, CHROMIUM: programPath('chromium') ?? '' },
  });
  if (status !== 0) failed++;
}
await database.stop();
process.exit(failed === 0 ? 0 : 1);
