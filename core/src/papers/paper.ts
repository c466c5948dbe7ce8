/** A sentence and what it rests on, with its date; null for what rests on nothing but itself. */
export interface Said {
  text: string;
  source: string | null;
}
export type Block =
  | { kind: 'sentences' | 'list'; said: readonly Said[] }
  | { kind: 'table'; head: readonly string[]; rows: readonly (readonly Said[])[] };
export interface Section {
  heading: string;
  blocks: readonly Block[];
}
/** A paper as it is handed on, whatever it is written as. */
export interface Paper {
  title: string;
  about: readonly string[];
  sections: readonly Section[];
}

/** A sentence that rests on something. @example said('a', 'b') // => {"text":"a","source":"b"} */
export const said = (text: string, source: string | null = null): Said => ({ text, source });

const saidIn = (block: Block): readonly Said[] => (block.kind === 'table' ? block.rows.flat() : block.said);

/** What the sentences of a paper rest on, each once, in the order in which it is first needed. */
export const sourcesOf = ({ sections }: Paper): string[] => [
  ...new Set(sections.flatMap((s) => s.blocks.flatMap((b) => saidIn(b).flatMap(({ source }) => source ?? [])))),
];

/** Signs that a text cannot hold in XML, and that mean nothing in print. */
// eslint-disable-next-line no-control-regex -- these are what is taken out
const UNTELLABLE = /[\u0000-\u0008\u000B\u000C\u000E-\u001F\uFFFE\uFFFF]/g;
/** Text as every paper can hold it. @example plainText('a\u0007b') // => "a b" */
export const plainText = (text: string): string => text.replace(UNTELLABLE, ' ').toWellFormed();

/** Text as HTML holds it, in an element as in an attribute. @example escaped('a<b>') // => "a&lt;b&gt;" */
export const escaped = (text: string): string =>
  plainText(text)
    .replaceAll('&', '&amp;')
    .replaceAll('<', '&lt;')
    .replaceAll('>', '&gt;')
    .replaceAll('"', '&quot;')
    .replaceAll("'", '&#39;');

/** How every paper looks, on a screen and printed on A4 or Letter. */
const PAPER_STYLE = `body{font:11pt/1.45 Georgia,serif;color:#1E2A32;max-width:46rem;margin:2rem auto;padding:0 1rem}
h1{font-size:20pt;margin:0 0 .3rem}h2{font-size:13pt;margin:1.4rem 0 .3rem;border-bottom:1px solid #D5DBDD}
p{margin:.25rem 0}.about{color:#51616B}table{border-collapse:collapse;width:100%;font-size:10pt}
th,td{border-bottom:1px solid #D5DBDD;padding:.2rem .5rem;text-align:left;vertical-align:top}
sup a{color:#5B2A57;text-decoration:none}ol.rests{font-size:9pt;color:#51616B}
.day{white-space:nowrap}@page{margin:18mm}@media print{body{margin:0;max-width:none}h2{break-after:avoid}li,tr{break-inside:avoid}}`;

/** A day by itself, which is not broken into lines. */
const A_DAY = /^\d{4}-\d\d-\d\d$/;

/** What stands between title and end of a paper: its sections, then what they rest on. */
export const bodyAsHtml = (paper: Paper): string => {
  const sources = sourcesOf(paper);
  const note = (source: string | null): string => {
    if (source === null) return '';
    const n = sources.indexOf(source) + 1;
    return `<sup><a href="#rests-${n}">${n}</a></sup>`;
  };
  const text = (s: Said): string => `${escaped(s.text)}${note(s.source)}`;
  const block = (b: Block): string => {
    if (b.kind === 'table')
      return `<table><thead><tr>${b.head.map((h) => `<th scope="col">${escaped(h)}</th>`).join('')}</tr></thead><tbody>${b.rows.map((row) => `<tr>${row.map((c) => `<td${A_DAY.test(c.text) ? ' class="day"' : ''}>${text(c)}</td>`).join('')}</tr>`).join('')}</tbody></table>`;
    return b.kind === 'list'
      ? `<ul>${b.said.map((s) => `<li>${text(s)}</li>`).join('')}</ul>`
      : b.said.map((s) => `<p>${text(s)}</p>`).join('');
  };
  return `${paper.about.map((a) => `<p class="about">${escaped(a)}</p>`).join('')}${paper.sections.map((s) => `<h2>${escaped(s.heading)}</h2>${s.blocks.map(block).join('')}`).join('')}${sources.length === 0 ? '' : `<h2>What it rests on</h2><ol class="rests">${sources.map((s, i) => `<li id="rests-${i + 1}">${escaped(s)}</li>`).join('')}</ol>`}`;
};

/** A page of HTML that opens anywhere. @param body is HTML already */
export const asPage = (title: string, body: string, style = ''): string =>
  `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>${escaped(title)}</title><style>${PAPER_STYLE}${style}</style></head><body>${body}</body></html>`;

/** A paper as one page of HTML that opens anywhere: no script, nothing from elsewhere, its sources at the end. */
export const paperAsHtml = (paper: Paper): string =>
  asPage(paper.title, `<h1>${escaped(paper.title)}</h1>${bodyAsHtml(paper)}`);

/** Signs that Markdown would take for its own. A line break would end a line of a list or a table. */
const asMarkdown = (text: string): string =>
  plainText(text)
    .replace(/\s+/g, ' ')
    .replace(/[\\`*_{}[\]<>#|~!]/g, '\\$&')
    .replace(/^([-+]|\d+[.)])(?= )/, '\\$1');

/** A paper as Markdown, with its sources as footnotes. */
export const paperAsMarkdown = (paper: Paper): string => {
  const sources = sourcesOf(paper);
  const text = (s: Said): string =>
    `${asMarkdown(s.text)}${s.source === null ? '' : `[^${sources.indexOf(s.source) + 1}]`}`;
  const block = (b: Block): string => {
    if (b.kind === 'table')
      return [
        `| ${b.head.map(asMarkdown).join(' | ')} |`,
        `| ${b.head.map(() => '---').join(' | ')} |`,
        ...b.rows.map((row) => `| ${row.map(text).join(' | ')} |`),
      ].join('\n');
    return b.said.map((s) => (b.kind === 'list' ? `- ${text(s)}` : `${text(s)}\n`)).join('\n');
  };
  return `${[
    `# ${asMarkdown(paper.title)}`,
    ...paper.about.map(asMarkdown),
    ...paper.sections.flatMap((s) => [`## ${asMarkdown(s.heading)}`, ...s.blocks.map(block)]),
    sources.map((s, i) => `[^${i + 1}]: ${asMarkdown(s)}`).join('\n'),
  ]
    .filter((part) => part !== '')
    .join('\n\n')}\n`;
};
