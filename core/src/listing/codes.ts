/**
 * Listing codes found in pasted text: one a line or parted by commas, blanks or semicolons, bare or within an address
 * of the marketplace (the last part of its path). What is no code is returned as it was typed.
 * A code is 4 to 20 letters and digits with at least one digit.
 * @example codesFromText('https://quayside.example/l/QS4821AB?x=1, no', 'quayside.example') // => { "codes": ["QS4821AB"], "rest": ["no"] }
 */
export const codesFromText = (text: string, host: string): { codes: string[]; rest: string[] } => {
  const codes = new Set<string>();
  const rest: string[] = [];
  for (const part of text.split(/[\s,;]+/).filter((p) => p !== '')) {
    const bare = codeOf(part, host);
    if (bare) codes.add(bare);
    else rest.push(part);
  }
  return { codes: [...codes], rest };
};

const codeOf = (part: string, host: string): string | null => {
  let candidate = part;
  if (/^https?:\/\//i.test(part)) {
    try {
      const address = new URL(part);
      if (address.hostname.replace(/^www\./, '') !== host) return null;
      candidate = address.pathname.split('/').filter(Boolean).at(-1) ?? '';
    } catch {
      return null;
    }
  }
  const code = candidate.toUpperCase();
  return /^(?=.*\d)[A-Z0-9-]{4,20}$/.test(code) ? code : null;
};
