import type { BriefLine } from '../documents/brief.ts';
import type { About, SaidKind } from './concepts.ts';

type Hint = Pick<BriefLine, 'change' | 'check' | 'page'>;

/**
 * What usually answers a gripe of a concept: what to change, how it is seen at an inspection, what the page shows; {part}
 * stands for the part. Common practice, no source.
 */
const HINTS: Readonly<Record<string, readonly [change: string, check: string, page: string]>> = {
  leaks: [
    'Seal {part} tightly, with a seal that is held in place',
    'Fill, close, lay on its side for 2 hours on paper: the paper stays dry',
    'Show it lying on its side, full',
  ],
  temperature: [
    'Better insulation at {part}',
    'Fill at 90 °C in a room of 20 °C and read after 6 hours',
    'State degrees after hours, not "long"',
  ],
  smell: [
    'Material without smell; air before packing',
    'Close in a bag for 24 hours, three people smell it: none objects',
    'Say what it is made of',
  ],
  size: [
    'Change the size of {part}',
    'Measure 5 pieces of each carton with a calliper',
    'Show it beside a hand, with its measures in the picture',
  ],
  fit: [
    'Make {part} fit what it is used with: state the range',
    'Try with the smallest and the largest of what it must take',
    'A table of what it fits, and how to measure',
  ],
  closure: [
    '{part} that opens with one hand and stays shut',
    'Open and close 50 times, then shake for a minute: it stays shut',
    'Show one hand opening it',
  ],
  holds: [
    'A stronger hold of {part}',
    'Load with one and a half times what is promised, for 24 hours',
    'State the load it holds',
  ],
  stability: [
    'A wider or heavier base',
    'Push at the top with 20 N on a level table: it does not tip, and does not rock',
    'Show it in use, loaded',
  ],
  breaks: [
    'A stronger {part}: thicker, or of another material',
    'Drop 5 pieces from 80 cm on each side; pull {part} with 50 N',
    'Name the material of {part}',
  ],
  durability: [
    'A {part} that lasts: better material or spare parts',
    'Run 500 cycles of use with 2 pieces',
    'State the guarantee',
  ],
  finish: [
    'Round edges, clean surface',
    'Run a cotton cloth over all edges: no thread catches; rub with a wet white cloth: no colour',
    'A close-up of the edges',
  ],
  material: [
    'Better material for {part}',
    'Measure thickness, weigh the piece against the golden sample',
    'Name material and thickness',
  ],
  weight: ['Less weight without less strength', 'Weigh 5 pieces of each carton', 'State the weight'],
  portability: [
    'Smaller when folded; a pouch or a handle',
    'Fold it, measure, put it into the box it must fit',
    'Show it folded, in a bag',
  ],
  comfort: [
    'Softer or wider {part} where it touches',
    'Ten people use it for 30 minutes',
    'Show it in use by a person',
  ],
  mechanism: ['{part} that moves smoothly', 'Work it 100 times: no jam, no play', 'A short film of it moving'],
  assembly: [
    'Fewer parts, holes drilled, tool included',
    'Somebody who has never seen it builds it from the box: under 10 minutes',
    'Say how long it takes, and what is needed',
  ],
  instructions: [
    'Steps as pictures, in the language of the market',
    'Somebody who has never seen it follows them without a question',
    'The instructions as a file on the page',
  ],
  missing: [
    'Pack against a list; weigh each box',
    'Open 13 boxes at random, count against the list',
    'A picture of all that is in the box',
  ],
  picture: [
    '',
    'Compare 5 pieces with the pictures of the page',
    'Pictures of the very product, colour by daylight, true scale',
  ],
  battery: [
    'A larger cell, charged by the usual cable',
    'Charge full, run until empty, note the hours of 3 pieces',
    'State hours of use and of charging as measured',
  ],
  light: ['More or better light', 'Measure lux at 30 cm', 'State lumen and kelvin; show it in the dark'],
  noise: ['Quieter: dampers, tighter fits', 'Measure dB(A) at one metre', 'State the noise, or a film with sound'],
  safety: [
    'No sharp edge, no hot surface, nothing that comes off',
    'Edge test, pull test, and the tests that the law asks for',
    'Warnings and age where they belong',
  ],
  cleaning: ['Comes apart without tools; no corners', 'Soil it, wash as the page says, look', 'Say how it is cleaned'],
  looks: ['Another look: colour, shape, print', 'Compare with the golden sample', 'Pictures in a room, by daylight'],
  price: [
    'Cheaper to make, or worth more: say by what',
    '',
    'Say what it is worth: what it replaces, how long it lasts',
  ],
  delivery: [
    'A box that survives the trip',
    'Drop the packed box from 80 cm, ten times, on corners, edges and faces',
    '',
  ],
  packaging: ['Less and better packaging', 'Unpack 5: no dirt, no sign of use', ''],
  seller: ['Spare parts and an answer within a day', '', 'Say who helps, and how'],
  gift: ['A box fit to be given', 'Look at the box as one would unwrap it', 'Show the box'],
  compatibility: ['Make it go with the usual sizes', 'Try with the five commonest', 'A list of what it goes with'],
  function: [
    'What it is for must work: say what is meant by that',
    'Use it for what it is for, with 3 pieces',
    'Show it doing its job',
  ],
};

/** What to ask the maker for and what to show, as a first proposal; empty where nothing is known. @example briefHint('leaks', 'lid', 'gripe').change // => "Seal the lid tightly, with a seal that is held in place" */
export const briefHint = (concept: string, part: string | null, kind: SaidKind): Hint => {
  const [change = '', check = '', page = ''] = HINTS[concept] ?? [];
  const put = (text: string): string => {
    const full = text
      .replaceAll('{part}', part ? `the ${part}` : 'it')
      .replaceAll(
        /\b([Aa]) ((?:stronger|better) )?(?:the|it)\b/g,
        (_, a: string, how = '') => `${a} ${how}${part ?? 'part'}`,
      );
    return full === '' ? '' : full[0]!.toUpperCase() + full.slice(1);
  };
  // What is praised is kept, and looked at in the same way.
  return {
    change: kind === 'praise' ? 'Keep it as good as the rivals’' : put(change),
    check: put(check),
    page: put(page),
  };
};

/** A line of the brief from a theme, with what it rests on today. */
export const briefLineOf = (
  theme: {
    key: string;
    name: string;
    kind: SaidKind;
    concept: string;
    part: string | null;
    about: About;
    reviews: number;
    share: number;
  },
  of: number,
  day: string,
): BriefLine => ({
  key: theme.key,
  title: theme.name,
  kind: theme.kind,
  about: theme.about,
  weight: { reviews: theme.reviews, of, share: theme.share, day },
  amount: '',
  ...briefHint(theme.concept, theme.part, theme.kind),
});
