/** A listing's code: 2 to 40 letters, digits and the signs that codes are parted by, beginning and ending with a letter or digit. */
const CODE = /^(?=.*[A-Z0-9])[A-Z0-9][A-Z0-9._/#-]{0,38}[A-Z0-9]$|^(?=.*[A-Z0-9])[A-Z0-9-]{2,40}$/;

/** The code as it is kept, in capitals; null for what is none. @example listingCode('hl_003px0.40') // => "HL_003PX0.40" */
export const listingCode = (text: string): string | null => {
  const code = text.trim().toUpperCase();
  return CODE.test(code) ? code : null;
};

/** How a marketplace's addresses look. */
export interface Addresses {
  /** Host of its listings' addresses. */
  host: string;
  /** The whole address with {code} where a listing's code stands; empty where it was not said. */
  addressPattern: string;
}

/** Where a listing is shown; null where no pattern was said. @example addressOfListing('https://a.example/i/{code}', 'A/1') // => "https://a.example/i/A%2F1" */
export const addressOfListing = (pattern: string, code: string): string | null =>
  /^https?:\/\//i.test(pattern) && pattern.includes('{code}')
    ? pattern.replace('{code}', encodeURIComponent(code))
    : null;

/**
 * Listing codes found in pasted text: one a line or parted by commas, blanks or semicolons, bare or within an address
 * of the marketplace (where its pattern has the code, else the last part of its path). What is no code is returned as it
 * was typed: bare words are taken for codes only when they hold a digit, or stand in capitals.
 * @example codesFromText('https://quayside.example/l/QS4821AB?x=1, no', { host: 'quayside.example', addressPattern: '' }) // => { "codes": ["QS4821AB"], "rest": ["no"] }
 */
export const codesFromText = (text: string, at: Addresses): { codes: string[]; rest: string[] } => {
  const codes = new Set<string>();
  const rest: string[] = [];
  for (const part of text.split(/[\s,;]+/).filter((p) => p !== '')) {
    const bare = /^https?:\/\//i.test(part) ? codeInAddress(part, at) : bareCode(part);
    if (bare) codes.add(bare);
    else rest.push(part);
  }
  return { codes: [...codes], rest };
};

const SHORT = 4;
const bareCode = (part: string): string | null => {
  const isWord = !/\d/.test(part) && part !== part.toUpperCase();
  // "12" alone is an amount of something.
  const isAmount = part.length < SHORT && !/[a-z]/i.test(part);
  return isWord || isAmount ? null : listingCode(part);
};

const hostOf = (address: string): string => new URL(address).hostname.replace(/^www\./, '');

const codeInAddress = (part: string, { host, addressPattern }: Addresses): string | null => {
  try {
    const [before, behind] = addressPattern.split('{code}');
    const bare = (text: string): string => text.replace(/^https?:\/\/(www\.)?/i, '');
    if (
      before !== undefined &&
      behind !== undefined &&
      hostOf(part) === hostOf(addressPattern.replace('{code}', 'x'))
    ) {
      const [address, start] = [bare(part), bare(before)];
      if (address.toLowerCase().startsWith(start.toLowerCase())) {
        const from = address.slice(start.length);
        const end = behind === '' ? from.search(/[/?#&]|$/) : from.indexOf(behind);
        if (end > 0) return listingCode(decodeURIComponent(from.slice(0, end)));
      }
    }
    if (hostOf(part) !== host) return null;
    return bareCode(decodeURIComponent(new URL(part).pathname.split('/').filter(Boolean).at(-1) ?? ''));
  } catch {
    return null;
  }
};
