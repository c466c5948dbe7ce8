import type { PagePoint, SuggestedPage, WrittenFrom } from '@kettle/contract/papers';
import { bytesOf, isSmall, lettersOf } from '@kettle/core/listing-page/draft';
import { stemOf, wordsOf } from '@kettle/core/listing/words';
import { themeName } from '@kettle/core/reviews/theme-names';
import type { Db } from '../../ground/db/connection.ts';
import type { WritingAssistant, WritingFacts } from '../../ground/outside.ts';
import { underWeather } from './weather.ts';

const NOTHING: SuggestedPage = { title: null, bullets: [], description: [], words: null, pictures: [] };
const capital = (text: string): string => (text === '' ? '' : text[0]!.toUpperCase() + text.slice(1));
const ended = (text: string): string => (/[.!?]$/.test(text) ? text : `${text}.`);
const low = (text: string): string => (text === '' ? '' : text[0]!.toLowerCase() + text.slice(1));

/** What a point says when it is good: a lid that leaks becomes one that stays tight. */
const goodOf = ({ kind, concept, part, title }: PagePoint): string =>
  kind === 'own' ? title : themeName('praise', concept, part);

/** A point as a bullet: the gain, then what makes it so. Points that nothing is done about are not promised. */
const bulletOf = (point: PagePoint): WrittenFrom | null => {
  const done = [low(point.change), point.amount].filter(Boolean).join(', ');
  if (done === '' || (!point.taken && point.kind !== 'praise')) return null;
  const of = point.share === null ? 'a point of your own' : `${Math.round(100 * point.share)} % of the reviews`;
  return { text: ended(`${goodOf(point)}: ${done}`), from: `Maker’s brief: ${point.title} (${of})` };
};

const fitting = (lines: readonly string[], most: number): string => {
  let text = '';
  for (const line of lines) {
    const next = text === '' ? line : `${text}, ${line}`;
    if (lettersOf(next) <= most) text = next;
  }
  return text;
};

/** The words of the terms that what is seen does not hold yet, the most searched first, as long as there is room. */
const hiddenWords = ({ terms, limits }: WritingFacts, seen: string): string => {
  const there = new Set(wordsOf(seen).map(stemOf));
  const kept: string[] = [];
  const size = limits.wordsIn === 'bytes' ? bytesOf : lettersOf;
  for (const { term } of terms)
    for (const word of wordsOf(term)) {
      if (word.length < 2 || isSmall(word) || there.has(stemOf(word))) continue;
      if (size([...kept, word].join(' ')) > limits.words) return kept.join(' ');
      there.add(stemOf(word));
      kept.push(word);
    }
  return kept.join(' ');
};

/** Writes a draft by rule: the most searched term and facts for the title, a bullet a point of the brief, words that are left over. */
const draftOf = (facts: WritingFacts): SuggestedPage => {
  const { what, terms, points, limits } = facts;
  const best = terms[0];
  const sizes = facts.facts.map((f) => f.text);
  const bullets = points.flatMap((p) => bulletOf(p) ?? []).filter((b) => lettersOf(b.text) <= limits.bullet);
  const lead = best ? capital(best.term) : capital(what);
  const others = terms
    .slice(1)
    .flatMap(({ term }) => wordsOf(term))
    .filter(
      (w, i, all) =>
        w.length > 2 && !isSmall(w) && all.indexOf(w) === i && !wordsOf(lead).map(stemOf).includes(stemOf(w)),
    );
  const title = fitting([lead, ...points.filter((p) => p.taken).slice(0, 1).map((p) => low(goodOf(p))), ...sizes.slice(0, 1), ...others.slice(0, 2)], limits.title); // prettier-ignore
  const sizeBullet: WrittenFrom[] = facts.facts.length === 0 ? [] : [{ text: ended(`Measured, not guessed: ${fitting(sizes, limits.bullet - 30)}`), from: facts.facts.map((f) => f.from).join('; ') }]; // prettier-ignore
  const shown = [...bullets.slice(0, Math.max(1, limits.bullets - sizeBullet.length)), ...sizeBullet].slice(0, limits.bullets); // prettier-ignore
  const description: WrittenFrom[] = [
    ...points.filter((p) => p.taken).map((p) => ({ text: ended(p.kind === 'praise' ? `What buyers like stays: ${low(p.title)}` : `Others were blamed: ${low(p.title)}. Here ${[low(p.change), p.amount].filter(Boolean).join(', ') || 'it is answered'}`), from: `Maker’s brief: ${p.title}` })), // prettier-ignore
    ...facts.facts.map((f) => ({ text: ended(capital(f.text)), from: f.from })),
  ];
  const words = hiddenWords(facts, [title, ...shown.map((b) => b.text), ...description.map((d) => d.text)].join(' '));
  const pictures: WrittenFrom[] = [
    { text: 'The whole product on white, from the front', from: 'Usual first picture' },
    ...points.filter((p) => p.page !== '').map((p) => ({ text: p.page, from: `Maker’s brief: ${p.title}` })),
    ...(sizes.length > 0 ? [{ text: `Beside a hand, with its measures: ${sizes.join(', ')}`, from: facts.facts.map((f) => f.from).join('; ') }] : []), // prettier-ignore
    { text: 'All that is in the box, side by side', from: 'Usual picture' },
  ].slice(0, limits.pictures);
  return {
    title: { text: title, from: best ? `Most searched term${best.searches === null ? '' : `, ${Math.round(best.searches)} a month`}` : 'The name of the candidate' }, // prettier-ignore
    bullets: shown,
    description,
    words: words === '' ? null : { text: words, from: 'Words of the terms that nothing above holds' },
    pictures,
  };
};

/** The simulated writing assistant: by rule, from facts alone, always the same of the same. */
export const simulatedAssistant = (db: Db, marketplace: string): WritingAssistant => {
  const weather = underWeather(db, marketplace, 'assistant');
  return { draft: (facts) => weather(() => draftOf(facts), NOTHING) };
};
