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

/** An escaped letter (two of them where it takes two), or any other escape, which stays as it is. */
const ESCAPE = /\\u(d[89ab][\da-f]{2})\\u(d[c-f][\da-f]{2})|\\u([\da-f]{4})|\\[^u]/gi;
const plainLetters = (text: string): string =>
  text.includes('\\u')
    ? text.replace(ESCAPE, (escape, high?: string, low?: string, one?: string) => {
        if (high && low) return String.fromCharCode(parseInt(high, 16), parseInt(low, 16));
        const code = one ? parseInt(one, 16) : 0;
        // Quotes, strokes and control characters must stay escaped, and half a letter is none.
        const mayStand = code >= 0x20 && code !== 0x22 && code !== 0x5c && (code < 0xd800 || code > 0xdfff);
        return mayStand ? String.fromCharCode(code) : escape;
      })
    : text;

/**
 * JSON text with its escaped letters (backslash, u, four digits) as letters, which says the same: the parser takes many
 * times as long for an escape as for a letter.
 */
const withPlainLetters = async function* (texts: AsyncIterable<string>): AsyncGenerator<string> {
  let rest = '';
  for await (const text of texts) {
    const all = rest + text;
    // No escape holds a comma: up to the last one all of them are whole.
    const end = all.lastIndexOf(',') + 1;
    rest = all.slice(end);
    if (rest.length > LONGEST_MEMBER) throw new FileFault('An object of the file is longer than ten million letters.');
    if (end > 0) yield plainLetters(all.slice(0, end));
  }
  if (rest) yield plainLetters(rest);
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
  for await (const text of withPlainLetters(texts)) {
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

/** Whether an object holds a list of objects, which then are the rows. */
const holdsRows = (value: object): boolean =>
  Object.values(value).some((list) => Array.isArray(list) && list.some((m) => m !== null && typeof m === 'object'));

/** Whether a text, which holds the whole first line, begins like a file of one JSON object a line. */
const isByLines = (start: string): boolean => {
  const text = start.trimStart();
  const end = text.indexOf('\n');
  if (!text.startsWith('{') || end < 0) return false;
  try {
    const first = JSON.parse(text.slice(0, end)) as object;
    return text.slice(end).trimStart().startsWith('{') || !holdsRows(first);
  } catch {
    return false;
  }
};

/** The beginning of a text with its whole first line, as far as a line may be long, and the text from its beginning on. */
const withFirstLine = async (texts: AsyncIterable<string>): Promise<{ start: string; all: AsyncIterable<string> }> => {
  const source = texts[Symbol.asyncIterator]();
  let start = '';
  // And a little of the second line, which tells whether it is one more object.
  const isEnough = (): boolean => {
    const text = start.trimStart();
    const end = text.indexOf('\n');
    return start.length > LONGEST_RECORD || (end >= 0 && text.slice(end).trimStart() !== '');
  };
  while (!isEnough()) {
    const step = await source.next();
    if (step.done) break;
    start += step.value;
  }
  const all = (async function* (): AsyncGenerator<string> {
    yield start;
    yield* { [Symbol.asyncIterator]: () => source };
  })();
  return { start, all };
};

/** A JSON file (a list of objects, an object that holds one, or an object a line) as a table; numbers of rows as lines. */
export const readJson = async (texts: AsyncIterable<string>): Promise<FileTable> => {
  const { start, all } = await withFirstLine(texts);
  const members = isByLines(start) ? linesOf(all) : membersOf(all, start);
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
