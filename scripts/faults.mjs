// Hurts the real program and tells what it lost: `npm run faults -- [rounds] [seed]`; `npm run fuzz -- [requests] [seed]`;
// `npm run test:cluster -- [seed] [moments]` hurts three database nodes and two servers.
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { buildInterface, installTestPackages, installPrograms } from './install.mjs';
import { repositoryRoot as root } from './private-database.mjs';

const words = process.argv.slice(2);
const RUNS = {
  fuzz: ['faults', 'fuzz-run.ts'],
  cluster: ['several', 'cluster-run.ts'],
};
const named = RUNS[words[0]];
await installPrograms({
  mariadbd: 'mariadb-server',
  ...(words[0] === 'cluster' ? { nginx: 'nginx', rsync: 'rsync', ip: 'iproute2', openssl: 'openssl' } : {}),
});
await installTestPackages();
await buildInterface();
const { status } = spawnSync(
  process.execPath,
  [
    '--import',
    'tsx',
    join(root, 'server', 'test', ...(named ?? ['faults', 'faults-run.ts'])),
    ...(named ? words.slice(1) : words),
  ],
  { cwd: root, stdio: 'inherit' },
);
process.exit(status ?? 1);
