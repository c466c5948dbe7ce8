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

const BY_WORD = new Map<string, string>(
  PARTS.flatMap((part) => [
    [part, part],
    [part.endsWith('y') ? `${part.slice(0, -1)}ies` : /(?:s|x|ch|sh)$/.test(part) ? `${part}es` : `${part}s`, part],
    ...(part === 'foot' ? ([['feet', part]] as [string, string][]) : []),
    ...(part === 'shelf' ? ([['shelves', part]] as [string, string][]) : []),
    ...(part === 'zipper'
      ? ([
          ['zippers', 'zip'],
          ['zipper', 'zip'],
        ] as [string, string][])
      : []),
  ]),
);

/**
 * Finds which part a clause speaks of: the last that is named before a place, else the first behind it.
 * @param more parts that this kind of product has besides, from its own titles and bullets
 * @example partFinder()('the left hinge of the lid snapped', 26) // => "lid"
 */
export const partFinder = (more: readonly string[] = []): PartFinder => {
  const known = new Map([...BY_WORD, ...more.map((m): [string, string] => [m.toLowerCase(), m.toLowerCase()])]);
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
