import type { BeforeOrder } from '../documents/before-order.ts';
import { daysOf } from '../launch/before-order.ts';
import type { Day } from '../measures/day.ts';
import { said, type Paper } from './paper.ts';

/** What is to be done before goods are ordered, with days and who does it. */
export const beforeOrderPaperOf = (document: BeforeOrder, { name, today }: { name: string; today: Day }): Paper => {
  const plan = daysOf(document, today);
  const about = plan === null ? 'Its lines wait for each other in a circle: days cannot be told.' : plan.done === document.lines.length ? 'All of it is done.' : `Begun today and without a pause, all is done on ${plan.ready}.`; // prettier-ignore
  const whatOf = (key: string): string => document.lines.find((l) => l.key === key)?.what ?? '';
  return {
    title: `${name}: before it is ordered`,
    about: [`As of ${today}. ${about}`],
    sections: [
      {
        heading: 'To be done',
        blocks: [
          document.lines.length === 0
            ? { kind: 'sentences', said: [said('Nothing stands on the list.')] }
            : {
                kind: 'table',
                head: ['', 'What', 'Who', 'Days', 'From', 'Until'],
                rows: document.lines.map((l) => {
                  const days = plan?.lines.find((d) => d.key === l.key);
                  const after = l.after.map(whatOf).filter(Boolean);
                  return [
                    said(l.done === null ? (days?.slack === 0 ? '☐ decides the day' : '☐') : `☑ ${l.done}`),
                    said([l.what, l.note.replace(/\.$/, ''), after.length > 0 && l.done === null ? `After: ${after.join('; ')}` : ''].filter(Boolean).join('. ')), // prettier-ignore
                    said(l.who),
                    said(String(l.days)),
                    said(l.done === null ? (days?.begins ?? '') : ''),
                    said(l.done === null ? (days?.ends ?? '') : ''),
                  ];
                }),
              },
        ],
      },
    ],
  };
};
