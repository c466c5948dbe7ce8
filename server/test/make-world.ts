// Makes the demo world of so many listings in an empty schema and writes it to a file, for tests to begin with.
import { openDatabase } from '../src/ground/db/connection.ts';
import { writeCopy } from '../src/ground/db/copy.ts';
import { prepareWorkspace } from '../src/roof/prepare.ts';

const [listings, url, file] = process.argv.slice(2) as [string, string, string];
const database = openDatabase(url);
await prepareWorkspace(database, 'demo', Number(listings), () => {});
await writeCopy(url, file);
await database.close();
process.exit(0);
