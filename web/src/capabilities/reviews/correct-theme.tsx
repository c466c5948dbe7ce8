import { Box, Button, HStack, Input, Text } from '@chakra-ui/react';
import { useState } from 'react';
import type { Theme } from '@kettle/contract/candidates';
import type { Correction, ThemeRef } from '@kettle/core/documents/corrections';
import type { Checked } from '@kettle/core/reviews/corrected';
import { wilson } from '@kettle/core/stats/intervals';
import { count, percent } from '../../ground/ui/format.ts';
import { refOf, type Names } from './correcting.ts';
import { correct, type CorrectionsInHand } from './corrections-panel.tsx';
import { smallTrigger, ThemeChooser } from './theme-chooser.tsx';

/** How often those who looked found the program right, with Wilson's interval. */
export const LookedAt = ({ checked }: { checked: Checked | undefined }) => {
  if (!checked) return null;
  const of = checked.right + checked.wrong;
  const { low, high } = wilson(checked.right, of)!;
  return (
    <Text fontSize="13px" color="ink">
      You judged {count(of)} of its sentences: {count(checked.right)} right ({percent(low)}–{percent(high)} of all such
      may be).
    </Text>
  );
};

/** What can be said of a theme as a whole. */
export const CorrectTheme = ({
  theme,
  inHand,
  themes,
  names,
}: {
  theme: Theme;
  inHand: CorrectionsInHand;
  themes: readonly ThemeRef[];
  names: Names;
}) => {
  const [doing, setDoing] = useState<'name' | 'split' | null>(null);
  const [typed, setTyped] = useState('');
  const ref = refOf(theme);
  const say = (one: Correction): void => {
    correct(inHand, [one]);
    setDoing(null);
    setTyped('');
  };
  const start = (what: 'name' | 'split'): void => {
    setDoing(doing === what ? null : what);
    setTyped(what === 'name' ? theme.name : (theme.says[0] ?? ''));
  };
  const isWord = /[\p{L}\p{N}]/u.test(typed);
  return (
    <Box mt="2">
      <HStack gap="1" wrap="wrap" role="group" aria-label="Correct this theme">
        <Button size="2xs" variant="outline" aria-expanded={doing === 'name'} onClick={() => start('name')}>
          Call it …
        </Button>
        <ThemeChooser
          label="Put all of it to"
          trigger={smallTrigger('All belongs to …', 'Two themes that are one')}
          themes={themes}
          names={names}
          without={ref}
          onChoose={(into) => say({ do: 'merge', theme: ref, into })}
        />
        <Button size="2xs" variant="outline" aria-expanded={doing === 'split'} onClick={() => start('split')}>
          Part it by words …
        </Button>
        <Button
          size="2xs"
          variant="outline"
          title="Its sentences say nothing that counts"
          onClick={() => say({ do: 'merge', theme: ref, into: null })}
        >
          Leave it out
        </Button>
      </HStack>
      {doing && (
        <HStack gap="2" mt="2" wrap="wrap">
          <Input
            size="xs"
            w="200px"
            bg="paper"
            autoFocus
            maxLength={doing === 'name' ? 90 : 100}
            aria-label={doing === 'name' ? 'What it is called' : 'Words of the sentences to take out'}
            value={typed}
            onChange={(e) => setTyped(e.target.value)}
            onKeyDown={(e) =>
              e.key === 'Enter' && doing === 'name' && isWord && say({ do: 'name', theme: ref, name: typed.trim() })
            }
          />
          {doing === 'name' ? (
            <Button
              size="2xs"
              variant="outline"
              disabled={!isWord}
              onClick={() => say({ do: 'name', theme: ref, name: typed.trim() })}
            >
              Call it so
            </Button>
          ) : (
            <ThemeChooser
              label="Where sentences with these words belong"
              trigger={smallTrigger('belong to …')}
              themes={themes}
              names={names}
              without={ref}
              onChoose={(into) => isWord && say({ do: 'split', theme: ref, phrase: typed.trim(), into })}
            />
          )}
        </HStack>
      )}
    </Box>
  );
};
