import { DROP_REASONS, type DecidedOn, type DropReason } from '../documents/decision.ts';
import { measureInWords, SCORE_MEASURE_NAMES, type Scoresheet } from '../documents/scoresheet.ts';
import type { Flag } from '../listing/flags.ts';
import type { Day } from '../measures/day.ts';
import { SPEAKS_AGAINST, SPEAKS_FOR } from '../score/beside.ts';
import type { Score } from '../score/scoresheet.ts';
import { said, type Paper, type Said, type Section } from './paper.ts';

export interface ReportFacts {
  market: { name: string; today: Day };
  candidate: { name: string; stage: string; code: string; title: string; brand: string; category: string };
  sheet: Scoresheet;
  score: Score;
  /** Among those in the running; null for one that a gate rules out. */
  place: { place: number | null; of: number };
  units: { value: number | null; low: number | null; high: number | null; source: string };
  then: { units: number | null; price: number | null };
  price: number | null;
  profit: number | null;
  margin: number | null;
  outlay: number | null;
  /** By what the money was reckoned. */
  moneySource: string;
  watched: { weeks: number | null; readings: number; still: string | null };
  /** Watched listings that were not read when they were last due; null for none. */
  unread: { listings: number; oldest: Day | null } | null;
  flags: readonly Flag[];
  reviews: {
    read: number;
    themes: readonly { name: string; kind: 'gripe' | 'praise' | 'wish'; share: number; low: number; high: number; example: string | null }[]; // prettier-ignore
  };
  ideas: readonly { title: string; change: string; amount: string; check: string }[];
  decisions: readonly { kind: 'choose' | 'drop' | 'wait'; reasons: readonly DropReason[]; text: string; day: Day; restedOn: DecidedOn }[]; // prettier-ignore
  notes: readonly { day: Day; text: string }[];
  /** Money as the marketplace writes it. */
  money: (minor: number | null) => string;
}

const count = (n: number | null): string => (n === null ? 'not known' : Math.round(n).toLocaleString('en-GB'));
const percent = (share: number | null): string => (share === null ? 'not known' : `${Math.round(100 * share)} %`);
const KINDS = { choose: 'Chosen', drop: 'Dropped', wait: 'To wait' } as const;

const IDEAS = 'Ideas: what to make better';
const FEW = { gripe: 6, praise: 4, wish: 3 } as const;

/**
 * The report for a second opinion: for, against, flags, what buyers say, ideas, money, open questions; every sentence with what
 * it rests on and its date. What is not known is said to be.
 */
export const reportOf = (f: ReportFacts): Paper => {
  const { score, sheet, market } = f;
  const rows = sheet.criteria.map((criterion, i) => ({ criterion, of: score.criteria[i]! }));
  const settled = rows.filter(({ of }) => of.least === of.most && of.max > 0);
  const line = ({ criterion, of }: (typeof rows)[number]): Said =>
    said(`${criterion.name}: ${answerOf(criterion, of)}${of.least} of ${of.max} points.`, of.source);
  const answerOf = (
    { scale }: (typeof rows)[number]['criterion'],
    { value, choice }: Score['criteria'][number],
  ): string => {
    if (scale.kind === 'measured') return value === null ? '' : `${measureInWords(scale.measure, value, f.money)}, `;
    const chosen = scale.options.find((o) => o.key === choice)?.label;
    return chosen ? `${chosen}, ` : '';
  };
  const failed = score.gates.filter((g) => g.state === 'fail').map((g) => said(`${nameOf(sheet, g.key)}: the gate is shut.`, g.source)); // prettier-ignore
  const traits = f.flags
    .filter((x) => x.kind === 'trait')
    .map((x) => said(`${capital(x.label)}.`, flagSource(x, market.today)));
  const risks = f.flags
    .filter((x) => x.kind === 'risk')
    .map((x) => said(`${capital(x.label)}.`, flagSource(x, market.today)));
  const open = [
    ...score.gates.filter((g) => g.state === 'unknown').map((g) => said(`${nameOf(sheet, g.key)}? ${howOf(sheet, g.key)}`.trim())), // prettier-ignore
    ...rows.filter(({ of }) => of.least < of.most).map(({ criterion, of }) => said(`${criterion.name}? ${criterion.how} It is worth ${of.least} to ${of.most} points. ${of.source}`.trim())), // prettier-ignore
    ...(f.unread ? [said(`Figures are older than they should be: ${f.unread.listings} of its listings were not read when due, ${f.unread.oldest === null ? 'some never' : `the oldest since ${f.unread.oldest}`}.`, `Daily readings, ${market.today}`)] : []), // prettier-ignore
    ...(f.watched.still ? [said(`It was not watched as long as it should be: ${f.watched.still}.`)] : []),
  ];
  return {
    title: `${f.candidate.name}: a second opinion`,
    about: [
      `A product idea on ${market.name}, as it stood on ${market.today}. The find: ${f.candidate.title} (${f.candidate.code}${f.candidate.brand ? `, ${f.candidate.brand}` : ''}), ${f.candidate.category}.`,
      'Figures in it are estimates: the range holds four times out of five. Small numbers lead to what each sentence rests on.',
    ],
    sections: [
      { heading: 'In short', blocks: [{ kind: 'sentences', said: inShort(f) }] },
      section('For', [...settled.filter(({ of }) => of.least >= SPEAKS_FOR * of.max).map(line), ...traits], 'Nothing speaks clearly for it.'), // prettier-ignore
      section('Against', [...failed, ...settled.filter(({ of }) => of.least <= SPEAKS_AGAINST * of.max).map(line)], 'Nothing speaks clearly against it.'), // prettier-ignore
      section('Flags', risks, 'No risk flag was raised by its title, category or size.'),
      whatBuyersSay(f),
      section(IDEAS, f.ideas.map((i) => said([i.title, i.change, i.amount, i.check && `Checked by: ${i.check}`].filter(Boolean).join('. '), `The maker’s brief, ${market.today}`)), 'Nothing was taken up from the reviews yet.'), // prettier-ignore
      theMoney(f),
      section('Open questions', open, 'No question of the scoresheet is open.'),
      ...(f.decisions.length === 0 ? [] : [decided(f)]),
      ...(f.notes.length === 0 ? [] : [{ heading: 'Notes', blocks: [{ kind: 'list' as const, said: f.notes.slice(0, 20).map((n) => said(`${n.day}: ${n.text}`)) }] }]), // prettier-ignore
    ],
  };
};

/** The report as somebody reads it who is asked for an opinion of their own: what is known, nothing of what the asker thinks of it. */
export const blindReportOf = (f: ReportFacts): Paper => {
  const { sections, about } = reportOf(f);
  const kept = (heading: string): Section[] => sections.filter((s) => s.heading === heading);
  const measured = f.sheet.criteria.flatMap((c, i) => {
    const of = f.score.criteria[i]!;
    return c.scale.kind === 'measured' && c.scale.measure !== 'units' && of.value !== null
      ? [
          said(
            `${SCORE_MEASURE_NAMES[c.scale.measure]}: ${measureInWords(c.scale.measure, of.value, f.money)}.`,
            of.source,
          ),
        ]
      : [];
  });
  return {
    title: `${f.candidate.name}: your opinion`,
    about,
    sections: [
      section('What was measured', [soldOf(f), ...measured], ''),
      ...['Flags', 'What buyers say of the rivals', IDEAS, 'Money'].flatMap(kept),
    ],
  };
};

const section = (heading: string, list: readonly Said[], none: string): Section => ({
  heading,
  blocks: [list.length === 0 ? { kind: 'sentences', said: [said(none)] } : { kind: 'list', said: list }],
});
const nameOf = ({ gates }: Scoresheet, key: string): string => gates.find((g) => g.key === key)?.name ?? key;
const howOf = ({ gates }: Scoresheet, key: string): string => gates.find((g) => g.key === key)?.how ?? '';
const capital = (text: string): string => (text === '' ? '' : text[0]!.toUpperCase() + text.slice(1));
const flagSource = (flag: Flag, today: Day): string => `${flag.reason.replace(/\.$/, '')}, ${today}`;

const soldOf = ({ units }: Pick<ReportFacts, 'units'>): Said =>
  said(
    `The find sells about ${count(units.value)} a month (${count(units.low)} to ${count(units.high)}).`,
    units.source,
  );

const inShort = ({ score, sheet, place, candidate, units, market, watched }: ReportFacts): Said[] => {
  const points = score.least === score.most ? String(score.least) : `${score.least} to ${score.most}`;
  const bySheet = `Scoresheet “${sheet.name}”, ${market.today}`;
  return [
    said(`It ${score.verdict === 'ruled out' ? 'is ruled out by a gate' : score.verdict === 'open' ? 'is open' : score.verdict} with ${points} of ${score.max} points; the mark is ${score.passMark}.`, bySheet), // prettier-ignore
    said(place.place === null ? `It stands on no place among ${place.of} in the running.` : `It stands on place ${place.place} of ${place.of}.`, bySheet), // prettier-ignore
    soldOf({ units }),
    said(`Stage: ${candidate.stage}. Watched for ${watched.weeks === null ? 'no time' : `${Math.floor(10 * watched.weeks) / 10} weeks`}, with ${watched.readings} readings of the find.`, `Readings up to ${market.today}`), // prettier-ignore
  ];
};

const whatBuyersSay = ({ reviews, market }: ReportFacts): Section => {
  const source = `${reviews.read} reviews of the line-up that were read, ${market.today}`;
  const rows = (kind: 'gripe' | 'praise' | 'wish'): Said[][] =>
    reviews.themes
      .filter((t) => t.kind === kind)
      .slice(0, FEW[kind])
      .map((t) => [said(t.name, source), said(kind), said(`${percent(t.share)} (${percent(t.low)} to ${percent(t.high)})`), said(t.example === null ? '' : `“${t.example}”`)]); // prettier-ignore
  const all = [...rows('gripe'), ...rows('praise'), ...rows('wish')];
  return {
    heading: 'What buyers say of the rivals',
    blocks:
      all.length === 0
        ? [{ kind: 'sentences', said: [said('No review of the line-up was read.')] }]
        : [{ kind: 'table', head: ['Theme', 'Kind', 'Share of reviews', 'For example'], rows: all }],
  };
};

const theMoney = (f: ReportFacts): Section => {
  const by = f.moneySource;
  const row = (name: string, value: string): Said[] => [said(name), said(value, value === 'not known' ? null : by)];
  const money = (minor: number | null): string => (minor === null ? 'not known' : f.money(minor));
  return {
    heading: 'Money',
    blocks: [
      {
        kind: 'table',
        head: ['Figure', 'Value'],
        rows: [
          row('Price', money(f.price)),
          row('Profit a unit', money(f.profit)),
          row('Margin', percent(f.margin)),
          row('Outlay of the launch', money(f.outlay)),
          row('Profit a month where the find stands', f.profit === null || f.units.value === null ? 'not known' : `${money(Math.round(f.profit * f.units.value))} (${money(f.units.low === null ? null : Math.round(f.profit * f.units.low))} to ${money(f.units.high === null ? null : Math.round(f.profit * f.units.high))})`), // prettier-ignore
          [said('Price and units then, when it was taken up'), said(`${money(f.then.price)}, ${count(f.then.units)} a month`)], // prettier-ignore
        ],
      },
    ],
  };
};

const decided = ({ decisions, money }: ReportFacts): Section => ({
  heading: 'Decisions',
  blocks: [
    {
      kind: 'list',
      said: decisions.map((d) =>
        said(
          `${KINDS[d.kind]} on ${d.day}: ${[...d.reasons.map((r) => DROP_REASONS[r]), d.text].filter(Boolean).join(', ')}`,
          `Then: ${d.restedOn.least === d.restedOn.most ? d.restedOn.least : `${d.restedOn.least} to ${d.restedOn.most}`} of ${d.restedOn.max} points by “${d.restedOn.scoresheet}”, ${count(d.restedOn.units)} a month, profit ${d.restedOn.profit === null ? 'not known' : money(d.restedOn.profit)}, ${d.day}`,
        ),
      ),
    },
  ],
});
