import { Button, HStack, Text } from '@chakra-ui/react';
import type { Theme } from '@kettle/contract/candidates';
import type { ThemeRef } from '@kettle/core/documents/corrections';
import { Kbd } from '../../ground/ui/kbd.tsx';
import { nameIn, refOf, type judgementOf, type Names } from './correcting.ts';
import { ThemeChooser } from './theme-chooser.tsx';

/** What was judged of a sentence, and how it is judged. */
export interface Judging {
  judgement: ReturnType<typeof judgementOf>;
  isMarked: boolean;
  isChoosing: boolean;
  themes: readonly ThemeRef[];
  names: Names;
  theme: Theme;
  onMark: () => void;
  onChoosing: (on: boolean) => void;
  onJudge: (says: ThemeRef | null) => void;
}

/** What was said of a sentence. */
export const Judgement = ({ of, names }: { of: NonNullable<Judging['judgement']>; names: Names }) => (
  <Text fontSize="12px" color="verdigris">
    {of.do === 'right' ? '✓ right' : of.into ? `→ ${nameIn(names, of.into)}` : '✗ left out'}
  </Text>
);

/** What a person says of a sentence: right, wrong, or where it belongs. */
export const JudgeSentence = ({ judging, sentence }: { judging: Judging; sentence: string }) => {
  const { judgement, isMarked, theme, names } = judging;
  const isRight = judgement?.do === 'right';
  const into = judgement?.do === 'move' ? judgement.into : null;
  return (
    <HStack gap="1" mt="1" wrap="wrap" role="group" aria-label={`Judge: ${sentence}`}>
      <Button size="2xs" variant="outline" aria-pressed={isRight} onClick={() => judging.onJudge(refOf(theme))}>
        {isRight ? '✓ ' : ''}Right <Kbd>r</Kbd>
      </Button>
      <Button
        size="2xs"
        variant="outline"
        aria-pressed={judgement?.do === 'move' && !into}
        onClick={() => judging.onJudge(null)}
      >
        {judgement?.do === 'move' && !into ? '✗ ' : ''}Wrong <Kbd>w</Kbd>
      </Button>
      <ThemeChooser
        label="Where it belongs"
        trigger={
          <Button size="2xs" variant="outline" aria-pressed={into !== null}>
            {into ? `→ ${nameIn(names, into)}` : 'Belongs to …'} <Kbd>b</Kbd>
          </Button>
        }
        themes={judging.themes}
        names={names}
        without={refOf(theme)}
        open={judging.isChoosing}
        onOpen={judging.onChoosing}
        onChoose={judging.onJudge}
      />
      <Button size="2xs" variant="outline" aria-pressed={isMarked} onClick={judging.onMark}>
        {isMarked ? '■ Marked' : 'Mark'} <Kbd>m</Kbd>
      </Button>
    </HStack>
  );
};
