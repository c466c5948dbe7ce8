import type { PartFinder } from './read-review.ts';

/** Parts that physical products are made of, by what people call them. Our own list, no source. */
const PARTS: readonly string[] = (
  'lid|cap|handle|strap|hinge|clip|clasp|buckle|zip|zipper|button|switch|cable|cord|plug|socket|battery|motor|whisk|blade|' +
  'spring|screw|bolt|bracket|hook|magnet|wheel|leg|foot|arm|neck|head|seat|pad|cushion|pouch|pocket|cover|lining|seam|hood|' +
  'collar|sleeve|belt|band|rope|chain|ring|seal|gasket|valve|spout|nozzle|hose|pipe|pump|filter|tray|drawer|shelf|board|' +
  'frame|pole|rod|tube|base|stand|clamp|suction cup|sucker|knob|dial|lever|trigger|screen|display|lens|bulb|lamp|light|' +
  'speaker|antenna|receiver|push|plate|panel|door|latch|lock|key|catch|joint|velcro|fastener|fabric|foam|filling|rim|edge|' +
  'corner|bottom|top|mouth|opening|jug|jar|cup|bowl|pot|pan|bottle|box|case|bag|wall plug|peg|rack|rail|wire|thread|stitching|' +
  'brush|bristle|sponge|tip|nib|needle|pin|spoon|fork|knife|tool|stripe|logo|print|label|belly strap|shoulder strap'
).split('|');

/** Ways in which a part is written: one and several. */
const formsOf = (part: string): string[] => [
  part,
  part.endsWith('y') ? `${part.slice(0, -1)}ies` : /(?:s|x|ch|sh)$/.test(part) ? `${part}es` : `${part}s`,
];
const BY_WORD = new Map<string, string>([
  ...PARTS.flatMap((part) => formsOf(part).map((form): [string, string] => [form, part])),
  ['feet', 'foot'],
  ['shelves', 'shelf'],
  ['zipper', 'zip'],
  ['zippers', 'zip'],
]);

/** Verbs that tell what a part is, has or does. */
const DOES =
  'is|are|was|were|has|have|had|does|do|did|will|would|can|could|never|not|keeps?|kept|feels?|felt|looks?|broke|breaks?|came|comes?|' +
  'fell|falls?|snap(?:s|ped)?|crack(?:s|ed)?|slip(?:s|ped)?|arrived|stays?|stayed|fits?|holds?|held|works?|worked|bends?|bent|jam(?:s|med)?|' +
  'leaks?|leaked|sticks?|stuck|wobbles?|moves?|opens?|closes?|splinter(?:s|ed)?|warp(?:s|ed)?|rattles?|squeaks?|turns?|lets?|gets?|got';
const NAMED = new RegExp(`\\b(?:the|its|my|their|both|each|every|one)(?: [a-z]+)? ([a-z]{3,}) (?:${DOES})\\b`, 'g');
/** Nouns that are the whole, the trade, time or people, and no part of a product. */
const NO_PARTS = new Set(
  (
    'thing|things|product|products|item|items|article|stuff|one|ones|rest|whole|quality|colour|color|price|money|cost|seller|shop|store|company|maker|brand|delivery|parcel|' +
    'package|packaging|courier|post|service|review|reviews|star|stars|picture|pictures|photo|photos|description|page|listing|size|smell|taste|look|design|idea|' +
    'instruction|instructions|manual|assembly|problem|problems|issue|fault|reason|result|use|time|times|day|days|week|weeks|month|months|year|years|hour|hours|' +
    'minute|minutes|morning|evening|night|first|second|third|last|other|others|same|only|people|person|man|woman|child|children|kid|kids|son|daughter|husband|wife|' +
    'mother|father|friend|friends|family|dog|cat|baby|house|room|kitchen|garden|car|work|job|way|lot|bit|set|pair|pack|order|gift|present|fit|feel|water|rain|weight|' +
    'sound|noise|light|material|everything|nothing|anything|something|that|this|which|who|they|you|she|there|here|what|also|really|still|just|then|now|even'
  ).split('|'),
);
const LEAST_NAMED = 3;
const LEAST_SHARE = 0.008;

/** What a listing's title calls the thing itself. @example wholeOf('Folding book press, A4, two spindles') // => "press" */
export const wholeOf = (title: string): string =>
  (
    title
      .toLowerCase()
      .split(/,| with | for | of | - |\(/)[0]!
      .match(/[a-z]+/g) ?? ['']
  ).at(-1)!;

/**
 * Parts that reviews of one kind of product speak of, found by the verbs that follow their names; not those that are known
 * everywhere, nor the thing itself as its titles call it.
 * @example partsLearnt(['The spindle slips.', 'My spindle broke.', 'One spindle is bent.'], ['Book press']) // => ["spindle"]
 */
export const partsLearnt = (texts: readonly string[], titles: readonly string[]): string[] => {
  const wholes = new Set(titles.flatMap((t) => formsOf(wholeOf(t))));
  const counts = new Map<string, number>();
  for (const text of texts) {
    const named = new Set<string>();
    for (const [, word = ''] of text.toLowerCase().matchAll(NAMED))
      if (!NO_PARTS.has(word) && !BY_WORD.has(word) && !wholes.has(word))
        named.add(/[^s]s$/.test(word) ? word.slice(0, -1) : word);
    for (const word of named) counts.set(word, (counts.get(word) ?? 0) + 1);
  }
  const least = Math.max(LEAST_NAMED, LEAST_SHARE * texts.length);
  return [...counts]
    .filter(([word, n]) => n >= least && !wholes.has(word) && !NO_PARTS.has(word))
    .map(([word]) => word)
    .sort();
};

/**
 * Finds which part a clause speaks of: the last that is named before a place, else the first behind it.
 * @param more parts that this kind of product has besides, from its own titles and bullets
 * @example partFinder()('the left hinge of the lid snapped', 26) // => "lid"
 */
export const partFinder = (more: readonly string[] = []): PartFinder => {
  const known = new Map([
    ...BY_WORD,
    ...more.flatMap((part) => formsOf(part.toLowerCase()).map((form): [string, string] => [form, part.toLowerCase()])),
  ]);
  const longest = Math.max(...[...known.keys()].map((k) => k.split(' ').length));
  return (clause, at) => {
    const words = [...clause.matchAll(/[\p{L}\p{N}-]+/gu)];
    const found: { part: string; from: number }[] = [];
    for (let i = 0; i < words.length; i++)
      for (let n = longest; n > 0; n--) {
        const part = known.get(
          words
            .slice(i, i + n)
            .map((w) => w[0])
            .join(' '),
        );
        if (part === undefined || i + n > words.length) continue;
        found.push({ part, from: words[i]!.index });
        i += n - 1;
        break;
      }
    return (found.findLast((f) => f.from < at) ?? found[0])?.part ?? null;
  };
};
