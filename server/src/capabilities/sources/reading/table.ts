/** A row of a file with the line, or number, that it begins on. */
export interface TableRow {
  line: number;
  /** In the order of the columns; '' where nothing stands. */
  cells: string[];
  /** Something stands beyond its last column. */
  ragged?: boolean;
}
/** A table as it comes out of a file, whatever the file is. */
export interface FileTable {
  columns: string[];
  /** Read once, as they come. */
  rows: AsyncIterable<TableRow>;
  /** Sheets of the file, or files in it, where it has several to choose from; the one that is read. */
  sheets: string[];
  sheet: string | null;
}
/** A fault of the file itself, in a sentence. */
export class FileFault extends Error {
  override name = 'FileFault';
}

export const MOST_COLUMNS = 500;
export const LONGEST_HEAD = 190;
/** A cell is cut behind this: longer than any text that is kept of it. */
export const LONGEST_CELL = 20_000;
/** A row that is longer than this is none. */
export const LONGEST_RECORD = 1_000_000;

/** Heads as the columns are called: cut, numbered where they are empty, told apart where several are the same. */
export const headsOf = (cells: readonly string[]): string[] => {
  if (cells.length > MOST_COLUMNS)
    throw new FileFault(
      `The file has ${cells.length} columns; ${MOST_COLUMNS} can be read. Is it a table of listings?`,
    );
  return toldApart(cells.map((name, i) => name.trim().slice(0, LONGEST_HEAD) || `Column ${i + 1}`));
};

const toldApart = (names: readonly string[]): string[] => {
  const times = new Map<string, number>();
  const taken = new Set(names);
  return names.map((name) => {
    let n = (times.get(name) ?? 0) + 1;
    times.set(name, n);
    if (n === 1) return name;
    while (taken.has(`${name} (${n})`)) n++;
    times.set(name, n);
    taken.add(`${name} (${n})`);
    return `${name} (${n})`;
  });
};

/**
 * A number that a file holds as one, written so that its point cannot be taken for a mark of thousands.
 * @example asText(1.234) // => "1.2340"
 */
export const asText = (value: unknown): string => {
  if (value === null || value === undefined) return '';
  if (value instanceof Date) return Number.isNaN(value.getTime()) ? '' : value.toISOString().slice(0, 10);
  if (typeof value === 'number') {
    const text = Number.isFinite(value) ? String(value) : '';
    return /^-?\d{1,3}\.\d{3}$/.test(text) ? `${text}0` : text;
  }
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  return typeof value === 'string' ? value : '';
};

/**
 * The head and the rows of a sheet of cells: titles above the head, which fill one cell, are passed over, and so are empty
 * rows.
 */
export const tableOfCells = async (rows: AsyncIterable<TableRow>): Promise<Pick<FileTable, 'columns' | 'rows'>> => {
  const iterator = rows[Symbol.asyncIterator]();
  const filled = ({ cells }: TableRow): number => cells.filter((c) => c.trim() !== '').length;
  let inHead = true;
  const next = async (): Promise<TableRow | null> => {
    for (;;) {
      const step = await iterator.next();
      if (step.done) return null;
      // Lines above the head that begin with # say what a file is about: this program's own exports have them.
      const isAbout = inHead && (step.value.cells[0] ?? '').startsWith('#');
      if (filled(step.value) > 0 && !isAbout) return step.value;
    }
  };
  const above: TableRow[] = [];
  let head = await next();
  while (head && filled(head) === 1 && above.length < MOST_ABOVE) {
    above.push(head);
    head = await next();
  }
  // A table of one column has heads of one cell.
  const waiting = head && filled(head) > 1 ? [] : [...above.slice(1), ...(head ? [head] : [])];
  if (waiting.length > 0 || !head) head = above[0] ?? head;
  if (!head) throw new FileFault('The file is empty.');
  const columns = headsOf(trimmedEnd(head.cells));
  inHead = false;
  const first = waiting.shift() ?? (await next());
  if (!first) throw new FileFault('The file has a head but no rows.');
  return {
    columns,
    rows: (async function* () {
      for (let row: TableRow | null = first; row; row = waiting.shift() ?? (await next()))
        yield { line: row.line, cells: columns.map((_, i) => (row!.cells[i] ?? '').slice(0, LONGEST_CELL).trim()) };
    })(),
  };
};
const MOST_ABOVE = 20;

const trimmedEnd = (cells: readonly string[]): string[] => {
  let end = cells.length;
  while (end > 0 && cells[end - 1]!.trim() === '') end--;
  return cells.slice(0, end);
};
