// Reads reviews from files and prints what they say: `npm run mine -- [--corrections FILE] [--concepts] FILE [FILE …]`. Needs neither a server nor a database.
import { spawnSync } from 'node:child_process';
import { join, resolve } from 'node:path';
import { repositoryRoot as root } from './private-database.mjs';

const here = (path) => resolve(process.env.INIT_CWD ?? '.', path);
const asked = process.argv.slice(2).map((a) => (a.startsWith('--') ? a : here(a)));
if (asked.length === 0) {
  console.error('Say which files: npm run mine -- reviews.ndjson');
  process.exit(2);
}
const { status } = spawnSync(
  process.execPath,
  ['--import', 'tsx', join(root, 'server', 'src', 'roof', 'mine-print.ts'), ...asked],
  { cwd: root, stdio: 'inherit' },
);
process.exit(status ?? 1);
