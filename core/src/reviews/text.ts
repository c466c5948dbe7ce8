const ENTITIES: Record<string, string> = { amp: '&', lt: '<', gt: '>', quot: '"', apos: "'", nbsp: ' ', '#39': "'" };

/** Review text as plain words: markup gone, entities decoded, quotes and blanks made even. @example cleanText('It&#39;s <b>fine</b>,  really') // => "It's fine, really" */
export const cleanText = (text: string): string =>
  text
    .replace(/<[^>]{0,200}>/g, ' ')
    .replace(/&(#?\w{1,8});/g, (whole, name: string) => ENTITIES[name.toLowerCase()] ?? whole)
    .replace(/[’‘`´]/g, "'")
    .replace(/[“”„]/g, '"')
    .replace(/\s+/g, ' ')
    .replace(/\s+([,.;:!?])/g, '$1')
    .trim();

/** Common words that stand in nearly every English sentence. */
const ENGLISH = new Set(
  (
    'the a an and or but if of to in on at for with from by as is are was were be been it its this that these those i you he she we they my your our me ' +
    'not no so very have has had do does did will would can could just than then there when which who what all more too only after one out up'
  ).split(' '),
);

/** True when a text reads as English: too short to tell counts as English. @example looksEnglish('Die Klemme rutscht nach zwei Tagen ab und hält nicht') // => false */
export const looksEnglish = (text: string): boolean => {
  const words = text.toLowerCase().match(/\p{L}+/gu) ?? [];
  if (words.length < 6) return true;
  return words.filter((w) => ENGLISH.has(w)).length / words.length >= 0.15;
};

/** The text without case, signs and blanks: copies of one review have the same. @example copyKey('Great!  Box') // => "great box" */
export const copyKey = (text: string): string => (text.toLowerCase().match(/[\p{L}\p{N}]+/gu) ?? []).join(' ');
