import {
  AlignmentType,
  BorderStyle,
  Document,
  HeadingLevel,
  LevelFormat,
  Packer,
  Paragraph,
  Table,
  TableCell,
  TableRow,
  TextRun,
  WidthType,
} from 'docx';
import { plainText, sourcesOf, type Block, type Paper, type Said } from '@kettle/core/papers/paper';

const RULE = { style: BorderStyle.SINGLE, size: 4, color: 'D5DBDD' } as const;
const NO_RULE = { style: BorderStyle.NONE, size: 0, color: 'auto' } as const;

/** A paper as a document that word processors open: headings, lists and tables of their own kinds, sources at the end. */
export const paperAsDocx = (paper: Paper): Promise<Buffer> => {
  const sources = sourcesOf(paper);
  const runs = (s: Said, bold = false): TextRun[] => [
    new TextRun({ text: plainText(s.text), bold }),
    ...(s.source === null ? [] : [new TextRun({ text: String(sources.indexOf(s.source) + 1), superScript: true })]),
  ];
  const cell = (children: TextRun[]): TableCell =>
    new TableCell({
      children: [new Paragraph({ children })],
      borders: { top: NO_RULE, left: NO_RULE, right: NO_RULE, bottom: RULE },
      margins: { top: 40, bottom: 40, left: 80, right: 80 },
    });
  const blockOf = (block: Block): (Paragraph | Table)[] => {
    if (block.kind === 'table')
      return [
        new Table({
          width: { size: 100, type: WidthType.PERCENTAGE },
          rows: [
            new TableRow({ tableHeader: true, children: block.head.map((h) => cell([new TextRun({ text: plainText(h), bold: true })])) }), // prettier-ignore
            ...block.rows.map((row) => new TableRow({ cantSplit: true, children: row.map((c) => cell(runs(c))) })),
          ],
        }),
      ];
    return block.said.map(
      (s) => new Paragraph({ children: runs(s), ...(block.kind === 'list' ? { bullet: { level: 0 } } : { spacing: { after: 80 } }) }), // prettier-ignore
    );
  };
  const heading = (text: string): Paragraph =>
    new Paragraph({ text: plainText(text), heading: HeadingLevel.HEADING_2, spacing: { before: 240, after: 80 } });
  const document = new Document({
    title: plainText(paper.title),
    creator: 'Cold Kettle',
    styles: { default: { document: { run: { font: 'Georgia', size: 22 } } } },
    numbering: {
      config: [
        {
          reference: 'sources',
          levels: [{ level: 0, format: LevelFormat.DECIMAL, text: '%1.', alignment: AlignmentType.START, style: { paragraph: { indent: { left: 400, hanging: 400 } } } }], // prettier-ignore
        },
      ],
    },
    sections: [
      {
        // A4: 210 × 297 mm in twentieths of a point.
        properties: { page: { size: { width: 11_906, height: 16_838 } } },
        children: [
          new Paragraph({ text: plainText(paper.title), heading: HeadingLevel.HEADING_1 }),
          ...paper.about.map(
            (a) => new Paragraph({ children: [new TextRun({ text: plainText(a), color: '51616B' })] }),
          ),
          ...paper.sections.flatMap((s) => [heading(s.heading), ...s.blocks.flatMap(blockOf)]),
          ...(sources.length === 0
            ? []
            : [
                heading('What it rests on'),
                ...sources.map((s) => new Paragraph({ text: plainText(s), numbering: { reference: 'sources', level: 0 } })), // prettier-ignore
              ]),
        ],
      },
    ],
  });
  return Packer.toBuffer(document);
};
