/** Short forms written out, so that one wording meets all. @example writtenOut("It doesn't, won't & can't") // => "it does not, will not & can not" */
export const writtenOut = (text: string): string =>
  text
    .toLowerCase()
    .replace(/\bwon't\b/g, 'will not')
    .replace(/\bcan't\b|\bcannot\b/g, 'can not')
    .replace(/\bshan't\b/g, 'shall not')
    .replace(/(\w)n't\b/g, '$1 not')
    .replace(/\b(i|we|they|you)'d\b/g, '$1 would')
    .replace(/\b(\w+)'(?:re)\b/g, '$1 are')
    .replace(/\b(\w+)'ll\b/g, '$1 will')
    .replace(/\b(\w+)'ve\b/g, '$1 have')
    .replace(/\b(it|that|he|she|there)'s\b/g, '$1 is');
