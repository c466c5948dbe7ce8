// Hurts the real program and tells what it lost: `npm run faults -- [rounds] [seed]`; `npm run fuzz -- [requests] [seed]`.
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { buildInterface, installPackages, installPrograms } from './install.mjs';
import { repositoryRoot as root } from './private-database.mjs';

const words = process.argv.slice(2);
const fuzz = words[0] === 'fuzz';
await installPrograms({ mariadbd: 'mariadb-server' });
await installPackages();
await buildInterface();
const { status } = spawnSync(
  process.execPath,
  [
    '--import',
    'tsx',
    join(root, 'server', 'test', 'faults', fuzz ? 'fuzz-run.ts' : 'faults-run.ts'),
    ...(fuzz ? words.slice(1) : words),
  ],
  { cwd: root, stdio: 'inherit' },
);
process.exit(status ?? 1);
