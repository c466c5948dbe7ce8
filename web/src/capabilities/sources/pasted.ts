/** A cell as a line of a table parted by tabs may hold it. */
const asCell = (text: string): string => {
  const clean = text.replace(/\s+/g, ' ').trim();
  return /["\t]/.test(clean) ? `"${clean.replaceAll('"', '""')}"` : clean;
};

/** The largest table of a page that was copied, as text parted by tabs; null where it holds none. */
export const tableOfHtml = (html: string): string | null => {
  const page = new DOMParser().parseFromString(html, 'text/html');
  const tables = [...page.querySelectorAll('table')].sort((a, b) => b.rows.length - a.rows.length);
  const table = tables[0];
  if (!table || table.rows.length < 2) return null;
  return [...table.rows]
    .map((row) =>
      [...row.cells]
        .flatMap((cell) => [asCell(cell.textContent), ...Array.from({ length: cell.colSpan - 1 }, () => '')])
        .join('\t'),
    )
    .join('\n');
};

/** What was pasted, as a file: files that were copied, a table of a page, or lines of cells; none where it is neither. */
export const filesOfPaste = (data: DataTransfer): File[] => {
  if (data.files.length > 0) return [...data.files];
  const html = data.getData('text/html');
  const table = html === '' ? null : tableOfHtml(html);
  const text = table ?? data.getData('text/plain');
  const isTable = text.includes('\n') && /[\t;,|]/.test(text.split('\n')[0]!);
  return isTable ? [new File([text], 'pasted table.tsv', { type: 'text/tab-separated-values' })] : [];
};
