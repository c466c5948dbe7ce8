// Runs the benchmarks: all, or those named. Each prints one JSON object a line.
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { installPackages, installPrograms } from './install.mjs';
import { repositoryRoot as root, startDatabase } from './private-database.mjs';

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
installPrograms({ mariadbd: 'mariadb-server' });
installPackages();
const data = mkdtempSync(join(tmpdir(), 'kettle-bench-'));
const database = await startDatabase(data);
let failed = 0;
for (const name of wanted) {
  const { status } = spawnSync(process.execPath, ['--import', 'tsx', join(folder, `${name}.bench.ts`)], {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, KETTLE_DATABASE_URL: database.url },
  });
  if (status !== 0) failed++;
}
await database.stop();
rmSync(data, { recursive: true, force: true });
process.exit(failed === 0 ? 0 : 1);
