import { OWN_THEME } from '../documents/corrections.ts';
import { CONCEPTS, type SaidKind } from './concepts.ts';
import type { Said } from './read-review.ts';

/** Stands for whatever is said of a part. */
export const ANY = 'any';
const OF_PART = { gripe: 'all complaints', praise: 'all praise', wish: 'all wishes' } as const;

const byId = new Map(CONCEPTS.map((c) => [c.id, c]));
const capital = (text: string): string => text[0]!.toUpperCase() + text.slice(1);

/**
 * What a theme is called, in words that a seller would use.
 * @example themeName('gripe', 'holds', 'clamp') // => "Clamp does not hold"
 * @example themeName('gripe', 'material', null) // => "Poor material"
 * @example themeName('gripe', 'own:Squirrels get in', null) // => "Squirrels get in"
 */
export const themeName = (kind: SaidKind, concept: string, part: string | null): string => {
  if (concept === ANY && part) return `${capital(part)}: ${OF_PART[kind]}`;
  if (concept.startsWith(OWN_THEME)) return concept.slice(OWN_THEME.length) + (part ? `: ${part}` : '');
  const known = byId.get(concept);
  if (!known)
    return kind === 'gripe' ? 'Complaints not sorted' : kind === 'praise' ? 'Praise not sorted' : 'Wishes not sorted';
  const words = known[kind === 'gripe' ? 'bad' : kind === 'praise' ? 'good' : 'wish'];
  if (!part && words.startsWith('{part}: ')) return capital(words.slice('{part}: '.length));
  return words.startsWith('{part}')
    ? words.replace('{part}', capital(part ?? 'it'))
    : words.replace('{part}', part ?? 'a part');
};

/** What things said are brought together by. @example themeKey({ kind: 'gripe', concept: 'holds', part: null }) // => "gripe/holds/" */
export const themeKey = ({ kind, concept, part }: Pick<Said, 'kind' | 'concept' | 'part'>): string =>
  `${kind}/${concept}/${part ?? ''}`;
