import { addDays, type Day } from '@kettle/core/measures/day';
import type { Random } from '@kettle/core/stats/random';

// Called millions of times: each look-up of a global costs, in test runners most of all.
const { floor, max, min, round } = Math;

export interface WrittenReview {
  stars: number;
  title: string;
  body: string;
  day: Day;
  verified: boolean;
  helpful: number;
  withPictures: boolean;
  /** What was meant: for tests alone. */
  meant: { part: string; kind: 'gripe' | 'praise' | 'wish' }[];
}
export interface Temper {
  parts: readonly string[];
  gripes: Readonly<Record<string, { rate: number; until?: Day; from?: Day }>>;
  rating: number;
}

// {a|b} takes a after a plural part and b after a singular one.
const GRIPES = [
  'The {p} {come|comes} loose after {t}.',
  'The {p} {feel|feels} flimsy.',
  '{P} broke within {t}.',
  'The {p} {do|does} not hold.',
  'Disappointed: the {p} {are|is} crooked.',
  'The {p} arrived cracked.',
  'The {p} {are|is} too stiff.',
  'Sadly the {p} {wobble|wobbles} on my desk.',
  'After {t} the {p} {were|was} useless.',
  'The {p} {are|is} poorly made and rough.',
  '{P} snapped when I first used it.',
  'The {p} {do|does} not fit.',
  'Nice idea, but the {p} {are|is} flimsy.',
  'I had to return it because the {p} {were|was} damaged.',
];
const SPECIAL: Record<string, string[]> = {
  pots: [
    'My taller pots do not fit without shaving the edge.',
    'Half of my pots do not fit.',
    'The round pots rattle and the square pots are too tight.',
    'Says universal, but most pots get stuck.',
    'Pots of other makers never fit.',
    'The pots wobble in their holes.',
  ],
  wells: [
    'The wells are too narrow for my paints.',
    'Wells too tight, nothing fits.',
    'I had to drill all the wells wider, awful.',
    'The wells do not fit anything but one brand.',
  ],
  panels: [
    'The panels splinter at the edges.',
    'Side panels chipped on arrival.',
    'The panels warp after {t}.',
    'Rough panels, I got splinters.',
    'The panels crack when you press them together.',
  ],
  cups: [
    'The cups let go in frost and the whole thing is useless.',
    'The suction cups do not hold.',
    'Cups slip after {t}.',
    'The cups never stick for long.',
  ],
  spindle: [
    'The spindle slips under pressure.',
    'Spindle is loose and does not hold.',
    'The spindle jams halfway.',
    'After {t} the spindle is stiff and squeaks.',
  ],
  battery: ['The battery is dead after {t}.', 'Battery does not last a rehearsal.', 'The battery broke within {t}.'],
  clip: ['The clip slips off the stand.', 'The clip does not hold on thick stands.', 'The clip snapped after {t}.'],
};
const PRAISES = [
  'The {p} {are|is} sturdy.',
  'I love the {p}.',
  'The {p} {work|works} perfectly.',
  'The {p} {fit|fits} well.',
  'Beautiful {p}.',
  'The {p} {hold|holds} firmly.',
  'Very happy with the {p}.',
  '{P} solid and precise.',
  'The {p} {are|is} easy to set up.',
  'The {p} never {fail|fails}.',
  'Great {p}, well made.',
  'The {p} {stay|stays} firm.',
];
const WISHES = [
  'I wish the {p} came in another colour.',
  'Would be better with spare {p}.',
  'It should have a stronger {p}.',
  'If only the {p} were larger.',
  'It needs a second {p}.',
];
const CHATTER = [
  'Bought it for my nephew.',
  'Arrived on Tuesday.',
  'It is what it says.',
  'My second one.',
  'Used it for a week now.',
  'We use it at the club.',
  'Came in a brown box.',
  'Got it after a friend showed me hers.',
  'For the school art room.',
];
const HAPPY = ['Great.', 'Very happy.', 'Would buy again.', 'Lovely thing.', 'Just right for me.'];
const SAD = ['Not worth it.', 'Disappointed.', 'Will send it back.', 'Expected more.', 'Two stars for the idea.'];
const FOREIGN = [
  'Die Klemme rutscht nach zwei Tagen ab und hält gar nicht, sehr schade für den Preis.',
  'Très joli, mais les bords sont abîmés et la vis ne tient pas du tout après une semaine.',
  'Muy bonito pero llegó roto y la caja estaba abierta, una pena la verdad.',
  'Jättefin och stadig, men färgen flagnar redan efter några dagar hos oss.',
];
const TIMES = ['two days', 'a week', 'three weeks', 'a month', 'the second use', 'one evening'];
const TITLES = {
  good: ['Good', 'Happy with it', 'Does the job', 'Recommended', 'Lovely'],
  bad: ['Not good', 'Disappointing', 'Could be better', 'Broken', 'Meh'],
  middle: ['Fine', 'Okay', 'Mixed', 'Good with a but'],
};

const pick = <T>(random: Random, list: readonly T[]): T => list[floor(random() * list.length)]!;

/** A sentence of a template about a part. */
const sentence = (random: Random, template: string, part: string): string => {
  const plural = /[^s]s$/.test(part);
  return template
    .replace(/\{(\w+)\|(\w+)\}/g, (_, many: string, one: string) => (plural ? many : one))
    .replace('{p}', part)
    .replace('{P}', part[0]!.toUpperCase() + part.slice(1))
    .replace('{t}', pick(random, TIMES));
};

/** Writes one review on a day; the same stream writes the same review. */
export const writeReview = (random: Random, temper: Temper, day: Day): WrittenReview => {
  const meant: WrittenReview['meant'] = [];
  const lines: string[] = [];
  for (const [part, { rate, until, from }] of Object.entries(temper.gripes)) {
    if ((until && day >= until) || (from && day < from) || random() >= rate) continue;
    const own = SPECIAL[part];
    lines.push(sentence(random, own && random() < 0.75 ? pick(random, own) : pick(random, GRIPES), part));
    meant.push({ part, kind: 'gripe' });
  }
  const say = (kind: 'gripe' | 'praise' | 'wish', chance: number, templates: readonly string[]): void => {
    if (random() >= chance) return;
    const part = pick(random, temper.parts);
    if (meant.some((m) => m.part === part)) return;
    lines.push(sentence(random, pick(random, templates), part));
    meant.push({ part, kind });
  };
  say('gripe', (5 - temper.rating) * 0.14, GRIPES);
  say('praise', 0.55, PRAISES);
  say('praise', 0.3, PRAISES);
  say('wish', 0.09, WISHES);
  const balance = meant.reduce((sum, m) => sum + (m.kind === 'gripe' ? -1.4 : m.kind === 'praise' ? 0.5 : -0.2), 0);
  const contrary = random() < 0.04;
  const raw = 4.5 + balance + (random() - 0.5) * 1.2;
  const stars = min(5, max(1, round(contrary ? 6 - raw : raw)));
  if (random() < 0.4) lines.push(pick(random, CHATTER));
  if (random() < 0.25) lines.push(pick(random, stars >= 4 ? HAPPY : SAD));
  let body = shuffle(random, lines).join(' ');
  if (random() < 0.05) body += pick(random, [' 👍', ' 🙂', ' ❤️', ' 😕']);
  if (random() < 0.06) body = typo(random, body);
  const kind = random();
  if (kind < 0.08) body = '';
  else if (kind < 0.105) body = pick(random, FOREIGN);
  return {
    stars,
    title: body === '' ? '' : pick(random, stars >= 4 ? TITLES.good : stars <= 2 ? TITLES.bad : TITLES.middle),
    body,
    day,
    verified: random() < 0.86,
    helpful: random() < 0.2 ? floor(random() * 30) : 0,
    withPictures: random() < 0.07,
    meant: kind < 0.105 ? [] : meant,
  };
};

const shuffle = <T>(random: Random, list: readonly T[]): T[] =>
  list
    .map((value) => ({ value, at: random() }))
    .sort((a, b) => a.at - b.at)
    .map(({ value }) => value);

const typo = (random: Random, text: string): string => {
  const at = 1 + floor(random() * max(1, text.length - 3));
  return text.slice(0, at) + (text[at + 1] ?? '') + (text[at] ?? '') + text.slice(at + 2);
};

/** Days of n reviews, more of them lately. */
export const reviewDays = (random: Random, n: number, from: Day, to: Day, span: number): Day[] =>
  Array.from({ length: n }, () => {
    const back = floor(min(span, 900) * random() ** 1.4);
    const day = addDays(to, -back);
    return day < from ? from : day;
  }).sort();
