import type mysql from 'mysql2/promise';

/**
 * The largest number that may stand in the database. JavaScript counts exactly up to 2⁵³; a rounded number would be that of
 * another row. Half of that leaves room for rows that are still to come.
 */
export const MOST_NUMBER = 2 ** 52;

type Asking = Pick<mysql.Connection, 'query'>;

/** A table whose next row would get a number beyond `MOST_NUMBER`; null when there is none. Quick: asked at every start. */
export const tableWithLargeCounter = async (connection: Asking): Promise<string | null> => {
  const [rows] = await connection.query<mysql.RowDataPacket[]>(
    'select table_name as name from information_schema.tables where table_schema = database() and auto_increment > ? limit 1',
    [MOST_NUMBER],
  );
  return rows[0] ? String(rows[0].name) : null;
};

/** A table that holds a whole number beyond `MOST_NUMBER` anywhere; null when there is none. Reads every row. */
export const tableWithLargeNumber = async (connection: Asking): Promise<string | null> => {
  const counter = await tableWithLargeCounter(connection);
  if (counter !== null) return counter;
  const [columns] = await connection.query<mysql.RowDataPacket[]>(
    `select table_name as name, group_concat(column_name) as columns from information_schema.columns
     where table_schema = database() and data_type = 'bigint' group by table_name`,
  );
  for (const { name, columns: of } of columns as { name: string; columns: string }[]) {
    const beyond = of.split(',').map((column) => `\`${column}\` not between ${-MOST_NUMBER} and ${MOST_NUMBER}`);
    const [rows] = await connection.query<mysql.RowDataPacket[]>(`select 1 from \`${name}\` where ${beyond.join(' or ')} limit 1`); // prettier-ignore
    if (rows.length > 0) return name;
  }
  return null;
};
