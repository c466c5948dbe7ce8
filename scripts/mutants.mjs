// Do the tests notice when the money's code is changed in small ways? Prints the share that they do, and the rest by place.
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { installTestPackages } from './install.mjs';
import { repositoryRoot as root } from './private-database.mjs';

await installTestPackages();
const { status } = spawnSync(
  process.execPath,
  [join(root, 'node_modules', '@stryker-mutator', 'core', 'bin', 'stryker.js'), 'run', ...process.argv.slice(2)],
  { cwd: root, stdio: 'inherit' },
);
process.exit(status ?? 1);
