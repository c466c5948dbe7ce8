import { Box } from '@chakra-ui/react';

export type MarkKind = 'holds' | 'fails' | 'care' | 'open';
const MARKS: Record<MarkKind, { sign: string; colour: string; word: string }> = {
  holds: { sign: '●', colour: 'verdigris', word: 'holds' },
  fails: { sign: '■', colour: 'brick', word: 'fails' },
  care: { sign: '▲', colour: 'saffron', word: 'take care' },
  open: { sign: '◇', colour: 'inkSoft', word: 'open' },
};

/** A shape with a colour and a word for readers who see neither: meaning never hangs on colour alone. */
export const Mark = ({ kind, word }: { kind: MarkKind; word?: string }) => (
  <Box as="span" color={MARKS[kind].colour} mr="1.5">
    <span aria-hidden>{MARKS[kind].sign}</span>
    <span className="visually-hidden">{word ?? MARKS[kind].word}: </span>
  </Box>
);
