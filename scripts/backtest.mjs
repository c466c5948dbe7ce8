// Prints how well each way of estimating units does in a workspace: `npm run backtest`, or with `demo` or `own` behind it.
import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { installPackages, installPrograms } from './install.mjs';
import { repositoryRoot as root, startDatabase } from './private-database.mjs';
import { whoRuns } from './workspace.mjs';

const [kind = 'own', flag, folder] = process.argv.slice(2);
if (!['demo', 'own'].includes(kind)) {
  console.error('Say "demo" or "own": npm run backtest -- demo');
  process.exit(2);
}
const data = flag === '--data' && folder ? folder : join(root, '.data', kind);
if (whoRuns(data)) {
  console.error('This workspace is open in another window. Close it, or look at "How well estimates do" there.');
  process.exit(1);
}
if (!existsSync(data) && !process.env.KETTLE_DATABASE_URL) {
  console.error(`There is no workspace in ${data} yet: start the program once.`);
  process.exit(1);
}
await installPackages();
let database = null;
if (!process.env.KETTLE_DATABASE_URL) {
  await installPrograms({ mariadbd: 'mariadb-server' });
  database = await startDatabase(data, (sentence) => console.error(sentence));
}
const { status } = spawnSync(process.execPath, ['--import', 'tsx', join(root, 'server/src/roof/backtest-print.ts')], {
  cwd: root,
  stdio: 'inherit',
  env: { ...process.env, KETTLE_DATABASE_URL: process.env.KETTLE_DATABASE_URL ?? database.url },
});
await database?.stop();
process.exit(status ?? 1);
