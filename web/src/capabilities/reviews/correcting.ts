import type { Theme } from '@kettle/contract/candidates';
import { OWN_THEME, type Correction, type ThemeRef } from '@kettle/core/documents/corrections';
import { ANY, themeKey, themeName } from '@kettle/core/reviews/theme-names';

export const refOf = ({ kind, concept, part }: ThemeRef): ThemeRef => ({ kind, concept, part });
/** Themes of a part, whatever is said of it, are a view: what they hold belongs to other themes. */
export const canCorrect = (theme: Pick<Theme, 'concept'>): boolean => theme.concept !== ANY;
/** A theme of one's own. @example ownTheme('gripe', ' Rust ').concept // => "own:Rust" */
export const ownTheme = (kind: ThemeRef['kind'], name: string): ThemeRef => ({
  kind,
  concept: OWN_THEME + name.trim().slice(0, 90),
  part: null,
});

export type Names = ReadonlyMap<string, string>;
/** What a theme is called, in the seller's words where they gave it a name. */
export const nameIn = (names: Names, theme: ThemeRef): string =>
  names.get(themeKey(theme)) ?? themeName(theme.kind, theme.concept, theme.part);
const targetIn = (names: Names, into: ThemeRef | null): string => (into ? `“${nameIn(names, into)}”` : 'left out');

/** A correction in a sentence. @example inWords({ do: 'part', part: 'clip', into: 'clamp' }, new Map()) // => "“clip” is called “clamp”" */
export const inWords = (one: Correction, names: Names): string => {
  switch (one.do) {
    case 'right':
      return `“${one.sentence}”: “${nameIn(names, one.theme)}” is right`;
    case 'move':
      return `“${one.sentence}”: ${targetIn(names, one.into)}${one.into ? ` instead of “${nameIn(names, one.theme)}”` : ''}`;
    case 'merge':
      return `All of “${nameIn(names, one.theme)}”: ${targetIn(names, one.into)}`;
    case 'split':
      return `“${nameIn(names, one.theme)}” with “${one.phrase}”: ${targetIn(names, one.into)}`;
    case 'phrase':
      return `Any sentence with “${one.phrase}”: ${targetIn(names, one.into)}`;
    case 'name':
      return `“${themeName(one.theme.kind, one.theme.concept, one.theme.part)}” is called “${one.name}”`;
    case 'part':
      return `“${one.part}” is called “${one.into}”`;
  }
};

const isJudgementOf = (one: Correction, sentence: string, theme: ThemeRef): boolean =>
  (one.do === 'right' || one.do === 'move') && one.sentence === sentence && themeKey(one.theme) === themeKey(theme);

/** What is judged of a sentence of a theme now; what was said of it before goes. */
export const judged = (
  corrections: readonly Correction[],
  sentence: string,
  theme: ThemeRef,
  says: ThemeRef | null,
): Correction[] => [
  ...corrections.filter((c) => !isJudgementOf(c, sentence, theme)),
  says && themeKey(says) === themeKey(theme)
    ? { do: 'right', sentence, theme }
    : { do: 'move', sentence, theme, into: says },
];
/** The judgement of a sentence of a theme; undefined where there is none. */
export const judgementOf = (
  corrections: readonly Correction[],
  sentence: string,
  theme: ThemeRef,
): Extract<Correction, { do: 'right' | 'move' }> | undefined =>
  corrections.findLast((c): c is Extract<Correction, { do: 'right' | 'move' }> => isJudgementOf(c, sentence, theme));
