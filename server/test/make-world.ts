// Makes the demo world of so many listings, or an empty workspace ("own"), and writes it to a file that tests begin with.
import { openDatabase } from '../src/ground/db/connection.ts';
import { writeCopy } from '../src/ground/db/copy.ts';
import { prepareWorkspace } from '../src/roof/prepare.ts';

const [beginning, url, file] = process.argv.slice(2) as [string, string, string];
const database = openDatabase(url);
if (beginning === 'own') await prepareWorkspace(database, 'own', 0, () => {});
else await prepareWorkspace(database, 'demo', Number(beginning), () => {});
await writeCopy(url, file);
await database.close();
process.exit(0);
