import { Box, Button, Flex, HStack, Input, Text, Textarea } from '@chakra-ui/react';
import { ArrowDown, ArrowUp, Download, Trash2 } from 'lucide-react';
import type { KeptBrief } from '@kettle/contract/candidates';
import type { BriefLine } from '@kettle/core/documents/brief';
import { MergedNote } from '../../ground/form/merged-note.tsx';
import { StaleNote, type Difference } from '../../ground/form/stale-note.tsx';
import { useMarket } from '../../ground/market/market.ts';
import { count, day, percent } from '../../ground/ui/format.ts';
import { Mark } from '../../ground/ui/mark.tsx';
import { saveCsv } from '../../ground/ui/save-csv.ts';
import { KIND_MARK } from './words.ts';

const FIELDS = [
  ['change', 'What to change'],
  ['amount', 'By how much'],
  ['check', 'How it is checked'],
  ['page', 'What the page says and shows'],
] as const;

/** The brief as it is being written, with what to do with it. */
export interface BriefInHand {
  draft: KeptBrief;
  newer: KeptBrief | null;
  merged: number;
  change: (next: (draft: KeptBrief) => KeptBrief) => void;
  takeNewer: () => void;
  keepMine: () => void;
}
export const withLines = (kept: KeptBrief, lines: BriefLine[]): KeptBrief => ({
  ...kept,
  document: { ...kept.document, lines },
});

/** What the maker is asked for, line by line, in the order of what matters most. */
export const BriefPanel = ({ name, brief }: { name: string; brief: BriefInHand }) => {
  const { lines } = brief.draft.document;
  const set = (next: (lines: BriefLine[]) => BriefLine[]): void =>
    brief.change((kept) => withLines(kept, next(kept.document.lines)));
  const move = (at: number, by: number): void =>
    set((now) => {
      const next = [...now];
      const [line] = next.splice(at, 1);
      if (line) next.splice(Math.max(0, at + by), 0, line);
      return next;
    });
  return (
    <>
      <Flex align="baseline" gap="3" wrap="wrap">
        <Text as="h2" fontFamily="heading" fontWeight="700" fontSize="16px">
          Maker’s brief
        </Text>
        <Text color="inkSoft" fontSize="13px">
          {count(lines.length)} {lines.length === 1 ? 'point' : 'points'}, kept as you type
        </Text>
        <HStack gap="2" ml="auto">
          <Button size="2xs" variant="outline" onClick={() => set((now) => [...now, ownLine(now)])}>
            A point of my own
          </Button>
          <Button size="2xs" variant="outline" disabled={lines.length === 0} onClick={() => saveBrief(name, lines)}>
            <Download size={12} aria-hidden /> Save (CSV)
          </Button>
        </HStack>
      </Flex>
      <MergedNote times={brief.merged} />
      {brief.newer && (
        <StaleNote
          differences={briefsDiffer(lines, brief.newer.document.lines)}
          onMine={brief.keepMine}
          onNewer={brief.takeNewer}
        />
      )}
      {lines.length === 0 && (
        <Text mt="3" color="inkSoft" fontSize="14px">
          Choose a theme and press “Put in brief”: what buyers complain about becomes a point for the maker.
        </Text>
      )}
      <Box as="ol" aria-label="Points" listStyleType="none" mt="2">
        {lines.map((line, at) => (
          <PointFields
            key={line.key}
            line={line}
            number={at + 1}
            onChange={(part) => set((now) => now.map((l) => (l.key === line.key ? { ...l, ...part } : l)))}
            onUp={at > 0 ? () => move(at, -1) : null}
            onDown={at < lines.length - 1 ? () => move(at, 1) : null}
            onRemove={() => set((now) => now.filter((l) => l.key !== line.key))}
          />
        ))}
      </Box>
    </>
  );
};

const PointFields = ({
  line,
  number,
  onChange,
  onUp,
  onDown,
  onRemove,
}: {
  line: BriefLine;
  number: number;
  onChange: (part: Partial<BriefLine>) => void;
  onUp: (() => void) | null;
  onDown: (() => void) | null;
  onRemove: () => void;
}) => {
  const market = useMarket();
  const { weight } = line;
  return (
    <Box as="li" py="3" borderTopWidth="1px" borderColor="rule" fontSize="13px">
      <Flex align="center" gap="2">
        <b>{number}</b>
        {line.kind === 'own' ? (
          <Input
            size="xs"
            bg="paper"
            maxLength={200}
            aria-label={`Point ${number}`}
            placeholder="What it is about"
            value={line.title}
            onChange={(e) => onChange({ title: e.target.value })}
            _placeholder={{ color: 'inkSoft' }}
          />
        ) : (
          <Text>
            <Mark kind={KIND_MARK[line.kind]} word={line.kind} />
            <b>{line.title}</b>
          </Text>
        )}
        <HStack gap="1" ml="auto">
          {(
            [
              [`Point ${number} up`, onUp, ArrowUp],
              [`Point ${number} down`, onDown, ArrowDown],
              [`Remove point ${number}`, onRemove, Trash2],
            ] as const
          ).map(([label, on, Icon]) => (
            <Button
              key={label}
              size="2xs"
              variant="outline"
              px="1.5"
              aria-label={label}
              title={label}
              disabled={on === null}
              onClick={() => on?.()}
            >
              <Icon size={12} aria-hidden />
            </Button>
          ))}
        </HStack>
      </Flex>
      {weight && (
        <Text color="inkSoft" fontSize="12px">
          {count(weight.reviews)} of {count(weight.of)} reviews ({percent(weight.share)}) on{' '}
          {day(weight.day, market.today)}
          {line.about === 'page' ? '; the page’s fault, not the maker’s' : ''}
        </Text>
      )}
      {FIELDS.map(([key, label]) => (
        <Flex key={key} as="label" mt="1.5" gap="2" align="flex-start">
          <Text w="104px" flexShrink="0" color="inkSoft" pt="1">
            {label}
          </Text>
          <Textarea
            size="xs"
            rows={key === 'amount' ? 1 : 2}
            bg="paper"
            maxLength={key === 'amount' ? 300 : 1000}
            value={line[key]}
            onChange={(e) => onChange({ [key]: e.target.value })}
          />
        </Flex>
      ))}
    </Box>
  );
};

/** Each point that differs between two briefs, in the words of its fields. */
const briefsDiffer = (mine: readonly BriefLine[], newer: readonly BriefLine[]): Difference[] => {
  const inWords = (line: BriefLine | undefined): string =>
    line
      ? FIELDS.map(([key]) => line[key])
          .filter(Boolean)
          .join(' · ') || 'nothing yet'
      : 'no such point';
  return [...new Map([...mine, ...newer].map((l) => [l.key, l.title]))]
    .map(([key, name]) => ({
      name: name || 'A point of my own',
      mine: inWords(mine.find((l) => l.key === key)),
      newer: inWords(newer.find((l) => l.key === key)),
    }))
    .filter((d) => d.mine !== d.newer);
};

const ownLine = (lines: readonly BriefLine[]): BriefLine => ({
  key: `own-${1 + Math.max(0, ...lines.map((l) => Number(/^own-(\d+)$/.exec(l.key)?.[1] ?? 0)))}`,
  title: '',
  kind: 'own',
  about: 'product',
  weight: null,
  change: '',
  amount: '',
  check: '',
  page: '',
});

const saveBrief = (name: string, lines: readonly BriefLine[]): void =>
  saveCsv(
    `${name} brief`,
    [`Maker’s brief: ${name}`],
    ['Point', 'What buyers say', 'Reviews', 'Of', ...FIELDS.map(([, label]) => label)],
    lines.map((l, i) => [
      i + 1,
      l.title,
      l.weight?.reviews ?? null,
      l.weight?.of ?? null,
      ...FIELDS.map(([key]) => l[key]),
    ]),
  );
