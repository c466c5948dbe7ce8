import { JSONParser } from '@streamparser/json';
import { asText, FileFault, headsOf, LONGEST_CELL, LONGEST_RECORD, type FileTable, type TableRow } from './table.ts';

/** Objects that are looked at for the names of their fields; names that come later only are not columns. */
const LOOKED_AT = 1000;
const MOST_FIELDS = 600;
const LONGEST_MEMBER = 10_000_000;

/** The fields of an object as texts, those of objects in it by their path; lists as their members, parted by commas. */
const fieldsOf = (value: unknown, path = '', into = new Map<string, string>()): Map<string, string> => {
  if (into.size > MOST_FIELDS) return into;
  if (Array.isArray(value)) into.set(path || 'value', value.slice(0, 100).map(asText).filter(Boolean).join(', '));
  else if (value !== null && typeof value === 'object' && !(value instanceof Date)) {
    if (path.split('.').length > 4) return into;
    for (const [key, inner] of Object.entries(value)) fieldsOf(inner, path === '' ? key : `${path}.${key}`, into);
  } else into.set(path || 'value', asText(value).slice(0, LONGEST_CELL).trim());
  return into;
};

/** Members of a JSON list, or of the lists in a JSON object, as they come. */
const membersOf = async function* (texts: AsyncIterable<string>, start: string): AsyncGenerator<unknown> {
  const isList = start.trimStart().startsWith('[');
  const parser = new JSONParser({ paths: isList ? ['$.*'] : ['$.*.*'], keepStack: false });
  let waiting: unknown[] = [];
  parser.onValue = ({ value, key }) => {
    if (typeof key === 'number' && value !== null && typeof value === 'object') waiting.push(value);
  };
  let fault: Error | null = null;
  parser.onError = (error) => (fault = error);
  let since = 0;
  for await (const text of texts) {
    since += text.length;
    if (since > LONGEST_MEMBER) throw new FileFault('An object of the file is longer than ten million letters.');
    try {
      parser.write(text);
    } catch (error) {
      fault ??= error as Error;
    }
    if (fault)
      throw new FileFault(`The file is no JSON that can be read: ${String((fault as Error).message).slice(0, 160)}`);
    if (waiting.length > 0) since = 0;
    yield* waiting;
    waiting = [];
  }
  if (!parser.isEnded) throw new FileFault('The JSON in the file does not end. It seems to be cut off.');
};

/** One JSON object a line. */
const linesOf = async function* (texts: AsyncIterable<string>): AsyncGenerator<unknown> {
  let rest = '';
  const parsed = function* (lines: string[]): Generator<unknown> {
    for (const line of lines) {
      if (line.trim() === '') continue;
      try {
        yield JSON.parse(line);
      } catch {
        throw new FileFault(`A line of the file is no JSON: ${line.slice(0, 60)}`);
      }
    }
  };
  for await (const text of texts) {
    const lines = (rest + text).split('\n');
    rest = lines.pop()!;
    if (rest.length > LONGEST_RECORD) throw new FileFault('A line of the file is longer than a million letters.');
    yield* parsed(lines);
  }
  yield* parsed([rest]);
};

/** Whether a text begins like a file of one JSON object a line. */
const isByLines = (start: string): boolean => {
  const end = start.indexOf('\n');
  if (!start.trimStart().startsWith('{') || end < 0) return false;
  try {
    JSON.parse(start.slice(0, end));
    return true;
  } catch {
    return false;
  }
};

/** A JSON file (a list of objects, an object that holds one, or an object a line) as a table; numbers of rows as lines. */
export const readJson = async (texts: AsyncIterable<string>, start: string): Promise<FileTable> => {
  const members = isByLines(start) ? linesOf(texts) : membersOf(texts, start);
  const first: Map<string, string>[] = [];
  const names = new Set<string>();
  let ended = false;
  while (first.length < LOOKED_AT) {
    const step = await members.next();
    if (step.done) {
      ended = true;
      break;
    }
    const fields = fieldsOf(step.value);
    for (const name of fields.keys()) names.add(name);
    first.push(fields);
  }
  if (first.length === 0) throw new FileFault('The file holds no list of objects.');
  const keys = [...names];
  const cellsOf = (fields: Map<string, string>): string[] => keys.map((key) => fields.get(key) ?? '');
  return {
    columns: headsOf(keys),
    sheets: [],
    sheet: null,
    rows: (async function* (): AsyncGenerator<TableRow> {
      let line = 0;
      for (const fields of first) yield { line: ++line, cells: cellsOf(fields) };
      if (!ended) for await (const value of members) yield { line: ++line, cells: cellsOf(fieldsOf(value)) };
    })(),
  };
};
