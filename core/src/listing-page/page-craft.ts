/** What a listing's page holds; null where it is not known, which is not the same as empty. */
export interface PageFacts {
  title: string;
  pictures: number | null;
  bullets: readonly string[] | null;
  description: string | null;
}
export type CraftKey = 'title' | 'pictures' | 'bullets' | 'description';

/** One checkable fact of a part: points of so many, what was found and what would be better (empty when nothing would). */
export interface CraftCheck {
  name: string;
  points: number;
  of: number;
  found: string;
  better: string;
}
/** A person's own judgement of a part, in the place of the rubric's. */
export interface Overrule {
  part: CraftKey;
  /** 0–100. */
  points: number;
  note: string;
  day: string;
  /** Of the judgement, as it is kept. */
  version: number;
}
export interface CraftPart {
  key: CraftKey;
  /** 0–100: the rubric's, or the person's who overruled it. */
  points: number;
  weight: number;
  checks: CraftCheck[];
  /** What the rubric says by itself, and why a person said otherwise; null where nobody did. */
  overruled: { rubric: number; note: string; day: string; version: number } | null;
}
export interface PageCraft {
  /** 0–100. */
  value: number;
  parts: CraftPart[];
  /** Parts that are not known and therefore left out. */
  leftOut: CraftKey[];
}

const WEIGHTS: Record<CraftKey, number> = { title: 0.3, pictures: 0.3, bullets: 0.25, description: 0.15 };
const KEYS = Object.keys(WEIGHTS) as CraftKey[];

const check = (name: string, points: number, of: number, found: string, better: string): CraftCheck => ({
  name,
  points,
  of,
  found,
  better: points >= of ? '' : better,
});

const titleChecks = (title: string): CraftCheck[] => {
  const words = title.split(/\s+/).filter(Boolean);
  const shouted = words.filter((w) => w.length > 3 && w === w.toUpperCase() && /\p{L}/u.test(w)).length;
  const repeated = words.length - new Set(words.map((w) => w.toLowerCase())).size;
  const long = title.length;
  // 60 to 150 letters say what it is, of what, how large and for whom; beyond that it is stuffing.
  const ofLength = long < 60 ? (70 * long) / 60 : long <= 150 ? 70 : Math.max(30, 70 - (long - 150) / 2);
  const measured = /\d/.test(title);
  const parted = /[,–|(]/.test(title);
  return [
    check('Length', ofLength, 70, `${long} letters`, long < 60 ? 'say more: material, size, use' : 'shorten it'),
    check('A size or number', measured ? 15 : 0, 15, measured ? 'there' : 'none', 'name a size or number'),
    check('Parts set apart', parted ? 15 : 0, 15, parted ? 'there' : 'none', 'set its parts apart by a comma or dash'),
    check('No words in capitals', -10 * shouted, 0, shouted === 0 ? 'none' : `${shouted}`, 'no capitals'),
    check('No word twice', -8 * repeated, 0, repeated === 0 ? 'none' : `${repeated}`, 'no repeated words'),
  ];
};

const picturesChecks = (pictures: number): CraftCheck[] => [
  check(
    'Pictures',
    [0, 15, 30, 45, 60, 75, 88, 100][Math.min(7, Math.max(0, pictures))]!,
    100,
    `${pictures}`,
    'seven or more: in use, size, details, what is in the box',
  ),
];

/** Words that tell a buyer what he gains. */
const GAIN = /\b(so that|so you|so your|easy|easier|without|keeps?|lets? you|made to|ready|no more|saves?|fits?)\b/i;

const bulletsChecks = (bullets: readonly string[]): CraftCheck[] => {
  const good = bullets.filter((b) => b.length >= 40 && b.length <= 220).length;
  const gains = bullets.filter((b) => GAIN.test(b)).length;
  const five = (n: number, each: number): number => Math.min(5, n) * each;
  return [
    check('Five bullets', five(bullets.length, 8), 40, `${bullets.length}`, 'write five'),
    check('40 to 220 letters each', five(good, 9), 45, `${good} of ${bullets.length}`, 'neither two words nor a page'),
    check(
      'Say what the buyer gains',
      five(gains, 3),
      15,
      `${gains} of ${bullets.length}`,
      'name the gain, not the part alone',
    ),
  ];
};

const descriptionChecks = (description: string): CraftCheck[] => {
  const long = description.length;
  const sentences = description.split(/[.!?]\s/).filter((s) => s.trim() !== '').length;
  const box = /\b(with|includes?|contains?|comes with|in the box|set of)\b/i.test(description);
  return [
    check(
      'Length',
      (70 * Math.min(600, long)) / 600,
      70,
      long === 0 ? 'none' : `${long} letters`,
      '600 letters: the use, the material, the size',
    ),
    check('Three sentences or more', sentences >= 3 ? 15 : 0, 15, `${sentences}`, 'tell it in sentences'),
    check('What comes with it', box ? 15 : 0, 15, box ? 'there' : 'not said', 'say what is in the box'),
  ];
};

/**
 * How well a listing's page is made, 0–100: checkable facts of title, pictures, bullets and description, weighted; a
 * part that is not known is left out and named, one that a person overruled counts as the person said. The rubric is
 * common practice, no source.
 * @example pageCraft({ title: 'Press', pictures: null, bullets: null, description: null }).leftOut // => ["pictures", "bullets", "description"]
 */
export const pageCraft = (
  { title, pictures, bullets, description }: PageFacts,
  overrules: readonly Overrule[] = [],
): PageCraft => {
  const checks: Record<CraftKey, CraftCheck[] | null> = {
    title: titleChecks(title),
    pictures: pictures === null ? null : picturesChecks(pictures),
    bullets: bullets === null ? null : bulletsChecks(bullets),
    description: description === null ? null : descriptionChecks(description),
  };
  const parts = KEYS.flatMap((key): CraftPart[] => {
    const own = overrules.find((o) => o.part === key);
    const of = checks[key];
    if (of === null && !own) return [];
    const sum = (of ?? []).reduce((points, c) => points + c.points, 0);
    const rubric = Math.round(Math.min(100, Math.max(0, sum)));
    return [
      {
        key,
        points: own?.points ?? rubric,
        weight: WEIGHTS[key],
        checks: (of ?? []).map((c) => ({ ...c, points: Math.round(c.points) })),
        overruled: own ? { rubric, note: own.note, day: own.day, version: own.version } : null,
      },
    ];
  });
  const weight = parts.reduce((sum, p) => sum + p.weight, 0);
  return {
    value: Math.round(parts.reduce((sum, p) => sum + p.weight * p.points, 0) / weight),
    parts,
    leftOut: KEYS.filter((key) => !parts.some((p) => p.key === key)),
  };
};
