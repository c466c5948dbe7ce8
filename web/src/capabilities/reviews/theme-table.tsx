import { Box, Flex } from '@chakra-ui/react';
import type { MinedReviews, Theme } from '@kettle/contract/candidates';
import { count, percent } from '../../ground/ui/format.ts';
import { IntervalBar } from '../../ground/ui/interval-bar.tsx';
import { Mark } from '../../ground/ui/mark.tsx';
import { PlainTable } from '../../ground/ui/plain-table.tsx';
import { chanceOf, KIND_MARK, LETTERS, MOVED, OPPOSITE, signed } from './words.ts';

/** What is said, how often, how it pulls the stars, at which listings, and how it moved. */
export const ThemeTable = ({
  data,
  themes,
  chosen,
  onChoose,
}: {
  data: MinedReviews;
  themes: readonly Theme[];
  chosen: string;
  onChoose: (key: string) => void;
}) => {
  const widest = Math.max(0.05, ...themes.map((t) => t.interval.high));
  return (
    <PlainTable
      label="Themes"
      roomy
      bleeds
      rows={themes}
      rowKey={(theme) => theme.key}
      lookOf={(theme) => (theme.key === chosen ? 'chosen' : undefined)}
      onChoose={(theme) => onChoose(theme.key)}
      columns={[
        { head: 'Theme', cell: (theme) => <ThemeName theme={theme} isChosen={theme.key === chosen} /> },
        {
          head: 'Star pull',
          explanation: 'Mean stars of reviews with it minus those without',
          align: 'left',
          cell: ({ starPull }) =>
            starPull ? (
              <Box
                as="span"
                color={starPull.high < 0 ? 'brick' : starPull.low > 0 ? 'verdigris' : 'inkSoft'}
                title={`${signed(starPull.low)} to ${signed(starPull.high)} in 95 of 100 cases`}
              >
                {signed(starPull.value)}
              </Box>
            ) : (
              '—'
            ),
        },
        {
          head: 'Share of reviews',
          explanation: 'Share of the reviews with text, with an interval of 95 %',
          align: 'left',
          cell: (theme) => (
            <Flex align="center" gap="2">
              <IntervalBar
                value={theme.share}
                low={theme.interval.low}
                high={theme.interval.high}
                from={0}
                to={widest}
                width="80px"
              />
              <Box
                as="span"
                whiteSpace="nowrap"
                title={`${percent(theme.interval.low)} to ${percent(theme.interval.high)}`}
              >
                {percent(theme.share)}{' '}
                <Box as="span" color="inkSoft">
                  ({count(theme.reviews)})
                </Box>
              </Box>
            </Flex>
          ),
        },
        {
          head: 'Other side',
          explanation: 'Reviews that say the opposite of the same',
          align: 'left',
          cell: ({ kind, against }) =>
            against > 0 && kind !== 'wish' ? (
              <Box as="span" whiteSpace="nowrap" title={`${count(against)} ${OPPOSITE[kind]} it`}>
                <Mark kind={kind === 'gripe' ? 'holds' : 'fails'} word={OPPOSITE[kind]} />
                {count(against)}
              </Box>
            ) : (
              ''
            ),
        },
        {
          head: `By listing: ${data.listings.map((_, i) => LETTERS[i]).join(' ')}`,
          align: 'left',
          cell: (theme) => <ByListing theme={theme} data={data} />,
        },
        {
          head: '180 days',
          explanation:
            'Share of the last 180 days against before; a change is told when chance brings it once in twenty',
          align: 'left',
          cell: ({ course }) => (
            <Box
              as="span"
              whiteSpace="nowrap"
              color={course.moved === 'unknown' ? 'inkSoft' : undefined}
              title={`${course.recent.hits} of ${course.recent.of} lately, ${course.before.hits} of ${course.before.of} before; by chance ${chanceOf(course.p)}`}
            >
              {MOVED[course.moved]}
            </Box>
          ),
        },
      ]}
    />
  );
};

const ThemeName = ({ theme, isChosen }: { theme: Theme; isChosen: boolean }) => (
  <Flex align="flex-start">
    <Mark kind={KIND_MARK[theme.kind]} word={theme.kind} />
    <Box>
      <Box asChild font="inherit" textAlign="left">
        <button type="button" aria-pressed={isChosen}>
          {theme.name}
        </button>
      </Box>
      {theme.about !== 'product' && (
        <Box as="span" color="inkSoft">
          {' '}
          · {theme.about}
        </Box>
      )}
      {theme.thin && (
        <Box as="span" color="saffron" title="Fewer than five reviews: an anecdote">
          {' '}
          ▲ thin
        </Box>
      )}
    </Box>
  </Flex>
);

const ARROW = { rising: '↗', falling: '↘', steady: '', unknown: '' } as const;

const ByListing = ({ theme, data }: { theme: Theme; data: MinedReviews }) => {
  const colour = theme.kind === 'gripe' ? 'brick' : theme.kind === 'praise' ? 'verdigris' : 'inkSoft';
  const own = data.listings.map((l) => theme.byListing.find((b) => b.listing === l.id) ?? null);
  const shares = own.map((b) => (b && b.of > 0 ? b.reviews / b.of : 0));
  const most = Math.max(0.01, ...shares);
  const inWords = (i: number): string => {
    const b = own[i];
    const moved = b && (b.moved === 'rising' || b.moved === 'falling') ? `, ${b.moved}` : '';
    return `${data.listings[i]!.title}: ${percent(shares[i]!)}${b ? ` (${b.reviews} of ${b.of})` : ''}${moved}`;
  };
  return (
    <Flex gap="2px" role="img" aria-label={data.listings.map((_, i) => inWords(i)).join('; ')}>
      {data.listings.map((l, i) => (
        <Box
          key={l.id}
          w="24px"
          h="15px"
          borderRadius="2px"
          bg="quietBar"
          position="relative"
          title={`${LETTERS[i] ?? ''} ${inWords(i)}`}
        >
          <Box position="absolute" inset="0" bg={colour} borderRadius="2px" opacity={shares[i]! / most} />
          <Box
            position="absolute"
            inset="0"
            fontSize="11px"
            lineHeight="15px"
            textAlign="center"
            fontWeight="700"
            color={shares[i]! > most / 2 ? 'paper' : 'ink'}
          >
            {ARROW[own[i]?.moved ?? 'unknown']}
          </Box>
        </Box>
      ))}
    </Flex>
  );
};
