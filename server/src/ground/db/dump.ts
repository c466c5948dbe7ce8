import { MOST_NUMBER } from './numbers.ts';

/** A statement of a backup that makes or fills one table. */
export interface DumpStatement {
  kind: 'create' | 'insert';
  table: string;
  sql: string;
}

/** What a backup must not contain; the line tells where. */
export class DumpFault extends Error {
  override name = 'DumpFault';
}

/** The longest statement that MariaDB's dump writes, and that the database takes. */
const LONGEST_STATEMENT = 64 * 2 ** 20;

/** Statements around the tables: this program sets the same by itself, so they are left out. Everything else is refused. */
const LEFT_OUT: readonly RegExp[] = [
  /^\/\*M!999999\\- enable the sandbox mode \*\/ ?$/,
  /^\/\*!\d{5} SET [\w@]+ *= ?(?:@?@?\w+|'[\w+:]*')(?:, [\w@]+=(?:\d|'\w+'))? \*\/;$/,
  /^\/\*!\d{5} SET NAMES \w+ \*\/;$/,
  /^\/\*!40000 ALTER TABLE `\w+` (?:DIS|EN)ABLE KEYS \*\/;$/,
  /^SET (?:@OLD_AUTOCOMMIT=@@AUTOCOMMIT, @@AUTOCOMMIT=0|AUTOCOMMIT=@OLD_AUTOCOMMIT);$/,
  /^(?:LOCK TABLES `\w+` WRITE|UNLOCK TABLES|COMMIT|DROP TABLE IF EXISTS `\w+`);$/,
];

/** Words that the definition of a table is made of. None of them reads or writes anything outside of it. */
const WORDS: ReadonlySet<string> = new Set(
  (
    'create table not null default key on collate utf8mb4 utf8mb4_unicode_ci utf8mb4_bin ascii ascii_bin constraint no action update references ' +
    'foreign delete cascade primary unique fulltext engine innodb charset auto_increment check set character json_valid enum is or and between ' +
    'generated always as stored virtual coalesce utc_timestamp unsigned bigint int smallint tinyint mediumint double float decimal date datetime ' +
    'timestamp char varchar text mediumtext longtext blob mediumblob longblob varbinary binary'
  ).split(' '),
);

const QUOTE = 39;
const BACKSLASH = 92;
/** Where a quoted text that begins at a place ends, behind its quote; -1 when it does not. */
const endOfText = (sql: string, from: number): number => {
  for (let i = from + 1; i < sql.length; i++) {
    const code = sql.charCodeAt(i);
    if (code === BACKSLASH) i++;
    else if (code === QUOTE) return i + 1;
  }
  return -1;
};

const NUMBER_OR_NULL = /NULL|0x[0-9A-F]*|-?\d+(?:\.\d+)?(?:e[+-]?\d+)?/iy;
const BINARY = /_binary /y;
const BETWEEN_ROWS = /,\n?/y;

/** Whether a text is rows of plain values, and nothing that the database would compute. */
const areRows = (sql: string, from: number): boolean => {
  let place = from;
  const skip = (pattern: RegExp): boolean => {
    pattern.lastIndex = place;
    if (!pattern.test(sql)) return false;
    place = pattern.lastIndex;
    return true;
  };
  for (;;) {
    if (sql[place++] !== '(') return false;
    do {
      skip(BINARY);
      if (sql.charCodeAt(place) === QUOTE) place = endOfText(sql, place);
      else if (!skip(NUMBER_OR_NULL)) return false;
      if (place < 0) return false;
    } while (sql[place++] === ',');
    if (sql[place - 1] !== ')') return false;
    if (sql[place] === ';') return place === sql.length - 1;
    if (!skip(BETWEEN_ROWS)) return false;
  }
};

const CREATE = /^CREATE TABLE `(\w{1,64})` \(\n/;
const INSERT = /^INSERT INTO `(\w{1,64})` (?:\((?:`\w+`, )*`\w+`\) )?VALUES\s+/;
const COUNTER = /^\) ENGINE=InnoDB(?: AUTO_INCREMENT=(\d{1,19}))? DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_\w+;$/;

/** Whether a text defines a table by known words, names, numbers and quoted texts alone. */
const isDefinition = (sql: string): boolean => {
  const bare = sql.replace(/'(?:[^'\\]|\\.)*'/gs, "''").replace(/`\w{1,64}`/g, '``');
  if (!/^[\w\s(),;=.<>*'`+-]+$/.test(bare) || bare.indexOf(';') !== bare.length - 1) return false;
  if ((bare.match(/[a-z_]\w*/gi) ?? []).some((word) => !WORDS.has(word.toLowerCase()))) return false;
  const counter = COUNTER.exec(sql.slice(sql.lastIndexOf('\n') + 1));
  return counter !== null && Number(counter[1] ?? 1) <= MOST_NUMBER;
};

const statementFrom = (sql: string, line: number): DumpStatement | null => {
  if (LEFT_OUT.some((known) => known.test(sql))) return null;
  const created = CREATE.exec(sql);
  if (created && isDefinition(sql)) return { kind: 'create', table: created[1]!, sql };
  const inserted = INSERT.exec(sql);
  if (inserted && areRows(sql, inserted[0].length)) return { kind: 'insert', table: inserted[1]!, sql };
  throw new DumpFault(`Line ${line} is not part of a workspace backup: “${sql.slice(0, 60).replace(/\s+/g, ' ')}”.`);
};

/**
 * The statements of a backup, one after the other: tables and rows of plain values. The file may come from anybody, so what
 * is not known to stand in a backup is refused, never handed on.
 * @throws DumpFault with the line
 */
export const statementsOf = async function* (chunks: AsyncIterable<string>): AsyncGenerator<DumpStatement> {
  let rest = '';
  let statement: string[] = [];
  let length = 0;
  let line = 0;
  let beginsAt = 1;
  const take = (text: string): DumpStatement | null => {
    line++;
    // Between statements blank lines and remarks have no meaning.
    if (statement.length === 0 && (text === '' || text === '--' || text.startsWith('-- '))) return null;
    if (statement.length === 0) beginsAt = line;
    statement.push(text);
    length += text.length + 1;
    if (length > LONGEST_STATEMENT) throw new DumpFault(`The statement at line ${beginsAt} is too long.`);
    // A dump writes line breaks within texts as \n, so a semicolon at the end of a line ends the statement.
    if (!text.endsWith(';') && !LEFT_OUT[0]!.test(text)) return null;
    const sql = statement.join('\n');
    statement = [];
    length = 0;
    return statementFrom(sql, beginsAt);
  };
  for await (const chunk of chunks) {
    const lines = (rest + chunk).split('\n');
    rest = lines.pop()!;
    if (rest.length > LONGEST_STATEMENT) throw new DumpFault(`Line ${line + 1} is too long.`);
    for (const text of lines) {
      const made = take(text);
      if (made) yield made;
    }
  }
  const last = rest === '' ? null : take(rest);
  if (last) yield last;
  if (statement.length > 0) throw new DumpFault(`The file ends in the middle of the statement at line ${beginsAt}.`);
};
