/** A set of rows, a bit a row. */
export type Bits = Uint32Array;

/** An empty set for so many rows. */
export const noBits = (size: number): Bits => new Uint32Array((size + 31) >>> 5);

/** How many bits of a word are set. @example bitsInWord(0b1011) // => 3 */
export const bitsInWord = (word: number): number => {
  let x = word - ((word >>> 1) & 0x55555555);
  x = (x & 0x33333333) + ((x >>> 2) & 0x33333333);
  return Math.imul((x + (x >>> 4)) & 0x0f0f0f0f, 0x01010101) >>> 24;
};

export const countBits = (bits: Bits): number => {
  let n = 0;
  for (let w = 0; w < bits.length; w++) n += bitsInWord(bits[w]!);
  return n;
};

/** The rows of a set, ascending; `count` is how many there are. */
export const rowsOfBits = (bits: Bits, count: number): Int32Array => {
  const rows = new Int32Array(count);
  rowsOfBoth(bits, bits, rows);
  return rows;
};

/** Writes the rows that are in both sets, ascending, and says how many they are; `into` must have room for them. */
export const rowsOfBoth = (a: Bits, b: Bits, into: Int32Array): number => {
  let n = 0;
  for (let w = 0; w < a.length; w++) {
    let word = a[w]! & b[w]!;
    const base = w << 5;
    while (word !== 0) {
      const lowest = word & -word;
      into[n++] = base + 31 - Math.clz32(lowest);
      word ^= lowest;
    }
  }
  return n;
};

/** Adds sets of failing rows to what fails at all and to what fails more than once; four at a time spare memory. */
export const addAllFailing = (any: Bits, more: Bits, sets: readonly Bits[]): void => {
  let i = 0;
  for (; i + 3 < sets.length; i += 4) addFour(any, more, sets[i]!, sets[i + 1]!, sets[i + 2]!, sets[i + 3]!);
  for (; i < sets.length; i++) addFailing(any, more, sets[i]!);
};

const addFour = (any: Bits, more: Bits, a: Bits, b: Bits, c: Bits, d: Bits): void => {
  for (let w = 0; w < any.length; w++) {
    let one = any[w]!;
    let two = more[w]!;
    let now = a[w]!;
    two |= one & now;
    one |= now;
    now = b[w]!;
    two |= one & now;
    one |= now;
    now = c[w]!;
    two |= one & now;
    one |= now;
    now = d[w]!;
    two |= one & now;
    any[w] = one | now;
    more[w] = two;
  }
};

const addFailing = (any: Bits, more: Bits, fails: Bits): void => {
  for (let w = 0; w < any.length; w++) {
    const before = any[w]!;
    const now = fails[w]!;
    more[w] = more[w]! | (before & now);
    any[w] = before | now;
  }
};

/** The rows of `a` that are, or are not, in `b`, written into `into`; bits beyond the last row are nobody's. */
export const bothBits = (a: Bits, b: Bits, into: Bits): Bits => {
  for (let w = 0; w < into.length; w++) into[w] = a[w]! & b[w]!;
  return into;
};
export const withoutBits = (a: Bits, b: Bits, into: Bits): Bits => {
  for (let w = 0; w < into.length; w++) into[w] = a[w]! & ~b[w]!;
  return into;
};

/** All rows that are not in a set. */
export const otherBits = (bits: Bits, size: number): Bits => {
  const others = new Uint32Array(bits.length);
  for (let w = 0; w < bits.length; w++) others[w] = ~bits[w]!;
  if (size % 32 !== 0) others[bits.length - 1] = others[bits.length - 1]! & ((1 << (size % 32)) - 1);
  return others;
};
