/** What a listing's page holds; null where it is not known, which is not the same as empty. */
export interface PageFacts {
  title: string;
  pictures: number | null;
  bullets: readonly string[] | null;
  description: string | null;
}
export interface CraftPart {
  key: 'title' | 'pictures' | 'bullets' | 'description';
  points: number;
  weight: number;
  found: string;
  /** What would make it better; empty when nothing would. */
  missing: string;
}
/** A person's own judgement of a part, in the place of the rubric's. */
export interface Overrule {
  part: CraftPart['key'];
  points: number;
  note: string;
  day: string;
}
export interface PageCraft {
  /** 0–100. */
  value: number;
  parts: CraftPart[];
  /** Parts that are not known and therefore left out. */
  leftOut: CraftPart['key'][];
}

const WEIGHTS: Record<CraftPart['key'], number> = { title: 0.3, pictures: 0.3, bullets: 0.25, description: 0.15 };
const part = (key: CraftPart['key'], points: number, found: string, missing: string): CraftPart => ({
  key,
  points: Math.round(Math.min(100, Math.max(0, points))),
  weight: WEIGHTS[key],
  found,
  missing,
});

const titlePart = (title: string): CraftPart => {
  const words = title.split(/\s+/).filter(Boolean);
  const shouted = words.filter((w) => w.length > 3 && w === w.toUpperCase() && /\p{L}/u.test(w)).length;
  const repeated = words.length - new Set(words.map((w) => w.toLowerCase())).size;
  const long = title.length;
  // 60 to 150 letters say what it is, of what, how large and for whom; beyond that it is stuffing.
  const ofLength = long < 60 ? (70 * long) / 60 : long <= 150 ? 70 : Math.max(30, 70 - (long - 150) / 2);
  const measured = /\d/.test(title) ? 15 : 0;
  const parted = /[,–|(]/.test(title) ? 15 : 0;
  return part(
    'title',
    ofLength + measured + parted - 10 * shouted - 8 * repeated,
    `${long} letters${measured ? ', with a size or number' : ''}${shouted ? `, ${shouted} words in capitals` : ''}`,
    [
      ...(long < 60 ? ['say more: material, size, use'] : long > 150 ? ['shorten it'] : []),
      ...(measured ? [] : ['name a size or number']),
      ...(shouted ? ['no capitals'] : []),
      ...(repeated > 1 ? ['no repeated words'] : []),
    ].join('; '),
  );
};

const picturesPart = (pictures: number): CraftPart => {
  const points = [0, 15, 30, 45, 60, 75, 88, 100][Math.min(7, Math.max(0, pictures))]!;
  return part(
    'pictures',
    points,
    `${pictures} pictures`,
    pictures >= 7 ? '' : 'seven or more: in use, size, details, what is in the box',
  );
};

const bulletsPart = (bullets: readonly string[]): CraftPart => {
  const good = bullets.filter((b) => b.length >= 40 && b.length <= 220).length;
  return part(
    'bullets',
    Math.min(5, bullets.length) * 8 + Math.min(5, good) * 12,
    `${bullets.length} bullets, ${good} of a useful length`,
    [
      ...(bullets.length < 5 ? ['five bullets'] : []),
      ...(good < bullets.length ? ['40 to 220 letters each'] : []),
    ].join('; '),
  );
};

const descriptionPart = (description: string): CraftPart =>
  part(
    'description',
    (100 * Math.min(600, description.length)) / 600,
    description === '' ? 'none' : `${description.length} letters`,
    description.length >= 600 ? '' : 'tell the use, the material and what is in the box',
  );

/**
 * How well a listing's page is made, 0–100: checkable facts of title, pictures, bullets and description, weighted; a
 * part that is not known is left out and named. The rubric is common practice, no source.
 * @example pageCraft({ title: 'Press', pictures: null, bullets: null, description: null }).leftOut // => ["pictures", "bullets", "description"]
 */
export const pageCraft = (
  { title, pictures, bullets, description }: PageFacts,
  _overrules: readonly Overrule[] = [],
): PageCraft => {
  const parts = [
    titlePart(title),
    ...(pictures === null ? [] : [picturesPart(pictures)]),
    ...(bullets === null ? [] : [bulletsPart(bullets)]),
    ...(description === null ? [] : [descriptionPart(description)]),
  ];
  const weight = parts.reduce((sum, p) => sum + p.weight, 0);
  const known = new Set(parts.map((p) => p.key));
  return {
    value: Math.round(parts.reduce((sum, p) => sum + p.weight * p.points, 0) / weight),
    parts,
    leftOut: (Object.keys(WEIGHTS) as CraftPart['key'][]).filter((key) => !known.has(key)),
  };
};
