import { readFileSync } from 'node:fs';
import { FLAGS, type FlagKey } from '../src/documents/flag-rules.ts';
import { pageCraft } from '../src/listing-page/page-craft.ts';
import { addressOfListing, codesFromText } from '../src/listing/codes.ts';
import {
  flagBit,
  flagBits,
  flagsOf,
  packFromTitle,
  readyRules,
  STARTER_RULES,
  type FlagFacts,
} from '../src/listing/flags.ts';
import { stemOf, wordsOf } from '../src/listing/words.ts';

describe('pasted codes', () => {
  const AT = { host: 'quayside.example', addressPattern: '' };
  test('one a line, with commas, blanks, in addresses, twice: each once, in order', () => {
    const { codes, rest } = codesFromText(
      'qs0049g9\nQS004AH0, https://quayside.example/l/QS003PX0?ref=1;QS0049G9\n\thttps://www.quayside.example/QS003QY1/',
      AT,
    );
    expect(codes).toEqual(['QS0049G9', 'QS004AH0', 'QS003PX0', 'QS003QY1']);
    expect(rest).toEqual([]);
  });
  test('what is no code is handed back as typed: words, another site, addresses that are none', () =>
    expect(codesFromText('hello <b>QS1</b> https://elsewhere.example/QS0049G9 https:// 12', AT)).toEqual({
      codes: [],
      rest: ['hello', '<b>QS1</b>', 'https://elsewhere.example/QS0049G9', 'https://', '12'],
    }));
  test('codes of other programs, with signs, short, or without a digit when in capitals', () =>
    expect(codesFromText('hl_003px0.40 A1 C/3#X KETTLE-BLACK Kettle kettle-black', AT)).toEqual({
      codes: ['HL_003PX0.40', 'A1', 'C/3#X', 'KETTLE-BLACK'],
      rest: ['Kettle', 'kettle-black'],
    }));
  test('in addresses, where the marketplace’s pattern has the code; others by the end of their path', () => {
    const at = { host: 'lane.example', addressPattern: 'https://www.lane.example/goods/{code}/view' };
    expect(
      codesFromText(
        'https://lane.example/goods/hl_1.2/view?x=1 http://www.lane.example/goods/C%2F3%23X/view https://lane.example/other/AB12 https://lane.example/goods//view https://else.example/goods/AB12/view',
        at,
      ),
    ).toEqual({
      codes: ['HL_1.2', 'C/3#X', 'AB12'],
      rest: ['https://lane.example/goods//view', 'https://else.example/goods/AB12/view'],
    });
    expect(codesFromText('https://lane.example/i?id=QS-1&y=2', { host: '', addressPattern: 'https://lane.example/i?id={code}' }).codes).toEqual(['QS-1']); // prettier-ignore
  });
  test('an address is made of the pattern, or there is none', () => {
    expect(addressOfListing('https://lane.example/i?id={code}', 'C/3#X')).toBe('https://lane.example/i?id=C%2F3%23X');
    for (const odd of ['', 'javascript:alert({code})', 'https://lane.example/'])
      expect(addressOfListing(odd, 'A1')).toBeNull();
  });
  test('nothing is nothing', () => expect(codesFromText(' \n ', AT)).toEqual({ codes: [], rest: [] }));
});

describe('flags and traits', () => {
  const starter = readyRules(STARTER_RULES);
  const facts = (change: Partial<FlagFacts>): FlagFacts => ({
    title: 'Press',
    category: 'Bookcraft › Presses',
    gated: false,
    weight: null,
    side: null,
    sellers: null,
    soldByMarketplace: null,
    brand: 'Oakumble',
    brandListings: null,
    variations: null,
    packCount: null,
    units: null,
    bestThreeShare: null,
    season: null,
    unitsYear: null,
    price90: null,
    ...change,
  });
  const keys = (change: Partial<FlagFacts>, rules = starter) => flagsOf(facts(change), rules).map((f) => f.key);

  test('name the words they rest on, whatever the ending', () => {
    expect(flagsOf(facts({ title: 'Clip-on stand lights, rechargeable' }), starter)).toEqual([
      {
        key: 'electronics',
        kind: 'risk',
        label: 'battery or electronics',
        reason: 'The title says “light”.',
      },
    ]);
    expect(keys({ title: 'Safe cover', category: 'Darkroom › Light', gated: true })).toEqual(['gated', 'electronics']);
  });
  test('do not take a part of a word for the word', () =>
    expect(keys({ title: 'Delightful lightweight press' })).toEqual([]));
  test('nothing known raises nothing', () => expect(keys({})).toEqual([]));
  test.each<[Partial<FlagFacts>, FlagKey[]]>([
    [{ weight: 2271 }, ['heavy']],
    [{ weight: 2270, side: 601 }, ['heavy']],
    [{ bestThreeShare: 0.45 }, ['holiday']],
    [{ soldByMarketplace: true }, ['brand']],
    [{ sellers: 6 }, ['brand']],
    [{ brandListings: 60 }, ['brand']],
    [{ price90: -0.12, sellers: 3 }, ['war']],
    [{ price90: -0.12, sellers: 2 }, []],
    [{ packCount: 3 }, ['pack']],
    [{ packCount: 1 }, []],
    [{ season: 0.4, unitsYear: -0.15 }, ['steady']],
    [{ season: 0.4, unitsYear: -0.16 }, []],
    [{ variations: 1, weight: 900 }, ['simple']],
    [{ variations: 1, weight: 900, title: 'USB press' }, ['electronics']],
    [{ units: 300, brandListings: 3 }, ['unbranded']],
  ])('%j raises %j', (change, expected) => expect(keys(change)).toEqual(expected));
  test('follow the seller’s own rules', () => {
    const own = readyRules({ ...STARTER_RULES, words: { gated: ['leaf press'] }, heavyGrams: 100 });
    expect(keys({ title: 'Flower and leaf presses', weight: 101 }, own)).toEqual(['gated', 'heavy']);
    expect(keys({ title: 'USB lamp' }, own)).toEqual([]);
  });
  test('a bit each, no two alike', () => {
    const bits = FLAGS.map(flagBit);
    expect(new Set(bits).size).toBe(FLAGS.length);
    expect(flagBits(flagsOf(facts({ gated: true, packCount: 2 }), starter))).toBe(flagBit('gated') | flagBit('pack'));
  });
});

describe('stems', () => {
  // Porter (1980), Program 14(3): examples of the steps of the algorithm as the paper gives them, from memory.
  test.each([
    ['caresses', 'caress'],
    ['ponies', 'poni'],
    ['cats', 'cat'],
    ['plastered', 'plaster'],
    ['motoring', 'motor'],
    ['hopping', 'hop'],
    ['relational', 'relat'],
    ['adjustable', 'adjust'],
    ['controlling', 'control'],
  ])('%s → %s', (word, stem) => expect(stemOf(word)).toBe(stem));
  test('Porter’s published vocabulary of 23,531 words, with his output beside it (in the package porter-stemmer)', () => {
    const [words, stems] = ['input', 'output'].map((name) =>
      readFileSync(new URL(`../../node_modules/porter-stemmer/test/${name}.txt`, import.meta.url), 'utf8')
        .split(/\r?\n/)
        .filter(Boolean),
    );
    expect(words!.length).toBe(23_531);
    expect(words!.filter((word, i) => stemOf(word) !== stems![i])).toEqual([]);
  });
  test('words of other letters come through', () =>
    expect(wordsOf('Böcker & „Papper“ — 52 st.')).toEqual(['böcker', 'papper', '52', 'st']));
});

describe('packs', () => {
  test.each([
    ['Card sleeves, pack of 3', 3],
    ['Pawn set, 24 pieces', 24],
    ['Linen thread, set of 12', 12],
    ['Press, beech, A5', null],
    ['Pack of 1', null],
  ])('%s: %p', (title, n) => expect(packFromTitle(title)).toBe(n));
});

describe('page craft', () => {
  const bullet = 'The spindle turns without a squeak, so that you work in peace.';
  test('a full page has all points, an empty one none to speak of', () => {
    const full = pageCraft({
      title: 'Folding book press, beech, A5, with two plates and a linen strap for travel',
      pictures: 7,
      bullets: Array(5).fill(bullet),
      description: 'It comes with two plates. '.repeat(25),
    });
    expect(full.value).toBe(100);
    expect(full.parts.flatMap((p) => p.checks.map((c) => c.better)).join('')).toBe('');
    expect(pageCraft({ title: 'Press', pictures: 0, bullets: [], description: '' }).value).toBeLessThan(5);
  });
  test('what is not known is left out and said, not counted as nothing', () => {
    const known = pageCraft({ title: 'Press', pictures: 7, bullets: null, description: null });
    expect(known.leftOut).toEqual(['bullets', 'description']);
    expect(known.value).toBeGreaterThan(50);
  });
  test('more pictures are never worse, and shouting is', () => {
    const at = (pictures: number, title = 'Book press, beech, A5') =>
      pageCraft({ title, pictures, bullets: null, description: null }).value;
    for (let n = 1; n < 12; n++) expect(at(n)).toBeGreaterThanOrEqual(at(n - 1));
    expect(at(3, 'BOOK PRESS, BEECH, A5')).toBeLessThan(at(3));
  });
});
