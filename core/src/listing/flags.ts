/** A reason to take care with a kind of product, read from words of its title and category. */
export interface RiskFlag {
  key: 'gated' | 'electronics' | 'breakable' | 'body' | 'sharp' | 'clothing' | 'holiday';
  label: string;
  reason: string;
}

const WORDS: { key: RiskFlag['key']; label: string; pattern: RegExp }[] = [
  {
    key: 'electronics',
    label: 'electronics',
    pattern:
      /\b(led|light|lamp|lantern|torch|battery|batteries|rechargeable|usb|electric|electronic|powered|heated|bluetooth|charger)\b/i,
  },
  { key: 'breakable', label: 'breakable', pattern: /\b(glass|ceramic|porcelain|crystal|mirror|stoneware)\b/i },
  { key: 'body', label: 'on or in the body', pattern: /\b(edible|skin|ingest\w*|honey|cream)\b/i },
  { key: 'sharp', label: 'sharp', pattern: /\b(blade|awl|scalpel|cutter|chisel|needle|needles|shears)\b/i },
  {
    key: 'clothing',
    label: 'clothing and sizes',
    pattern: /\b(suit|veil|gloves?|jacket|apron|sizes? [sml]\b|x?xl)\b/i,
  },
  { key: 'holiday', label: 'holiday goods', pattern: /\b(christmas|advent|halloween|easter|holiday)\b/i },
];

/** The flags of a listing, each with the word it rests on. */
export const riskFlags = (title: string, category: string, gated: boolean): RiskFlag[] => {
  const flags: RiskFlag[] = gated
    ? [{ key: 'gated', label: 'gated', reason: `Newcomers need leave to sell in ${category}.` }]
    : [];
  for (const { key, label, pattern } of WORDS) {
    const found = pattern.exec(title);
    if (found) flags.push({ key, label, reason: `The title says "${found[0]}".` });
    else {
      const above = pattern.exec(category);
      if (above) flags.push({ key, label, reason: `The category says "${above[0]}".` });
    }
  }
  return flags;
};
