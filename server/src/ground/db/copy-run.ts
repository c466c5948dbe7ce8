// Writes or reads a copy of a database: `write FILE` or `read FILE`, with KETTLE_DATABASE_URL.
import { resolve } from 'node:path';
import mysql from 'mysql2/promise';
import { CopyFault, readCopy, writeCopy } from './copy.ts';

const [verb, name] = process.argv.slice(2);
const url = process.env.KETTLE_DATABASE_URL!;
const file = resolve(name!);
try {
  if (verb === 'write') await writeCopy(url, file);
  else {
    const connection = await mysql.createConnection(url);
    const [tables] = await connection.query<mysql.RowDataPacket[]>('show tables');
    await connection.end();
    if (tables.length > 0) throw new CopyFault('That database is not empty; a copy is read into an empty one only.');
    await readCopy(url, file);
    const after = await mysql.createConnection(url);
    const [there] = await after.query<mysql.RowDataPacket[]>("show tables like 'marketplaces'");
    await after.end();
    if (there.length === 0) throw new CopyFault('The file holds no workspace of this program.');
  }
} catch (error) {
  const sentence = error instanceof CopyFault ? error.message : 'The database does not answer, or refuses its account.';
  process.stderr.write(`${sentence}\n`);
  process.exit(1);
}
