import { Box, Button, Flex, HStack, Input, Skeleton, Text } from '@chakra-ui/react';
import { useEffect, useState } from 'react';
import type { Candidate, MinedReviews, Theme } from '@kettle/contract/candidates';
import { useMinedReviewsQuery, useReadReviewsMutation } from '../../ground/api/candidates.ts';
import { useMarket } from '../../ground/market/market.ts';
import { FilledBy } from '../../ground/ui/filled-by.tsx';
import { Empty } from '../../ground/ui/empty.tsx';
import { count, day, decimal, percent } from '../../ground/ui/format.ts';
import { IntervalBar } from '../../ground/ui/interval-bar.tsx';
import { Mark } from '../../ground/ui/mark.tsx';
import { PlainTable } from '../../ground/ui/plain-table.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { useJob } from '../../ground/ui/use-job.ts';
import { useLatestParameters } from '../../ground/ui/use-latest-parameters.ts';

const KIND_MARK = { gripe: 'fails', praise: 'holds', wish: 'open' } as const;
const LOOK_AGAIN_MS = 1_500;
const PAUSE_MS = 400;
const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';

/** What the line-up's buyers complain about, praise and wish for, with the sentences it rests on. */
export const ReviewsTab = ({ candidate }: { candidate: Candidate }) => {
  const { parameters, write } = useLatestParameters();
  const stars = parameters.get('stars') ?? '';
  const words = parameters.get('words') ?? '';
  const [typed, setTyped] = useState(words);
  const params = { id: candidate.id };
  const [read, { data: started }] = useReadReviewsMutation();
  const [following, setFollowing] = useState(false);
  const { data, error, refetch } = useMinedReviewsQuery(
    { params, query: { ...(stars ? { stars } : {}), ...(words ? { words } : {}) } },
    // While texts are being read, what they say so far fills the list.
    { pollingInterval: following ? LOOK_AGAIN_MS : 0 },
  );
  const jobId = data?.job?.id ?? started?.job?.id ?? null;
  const job = useJob(jobId, () => void refetch());
  const unread = data?.unread ?? 0;
  const isOpen = job ? job.state === 'queued' || job.state === 'running' : jobId !== null;
  if (following !== (unread > 0 && isOpen)) setFollowing(unread > 0 && isOpen);
  useEffect(() => {
    if (unread > 0 && jobId === null) void read({ params: { id: candidate.id } });
  }, [unread, jobId, read, candidate.id]);
  const set = (key: string, value: (now: string) => string): void =>
    write((latest) => {
      const next = new URLSearchParams(latest);
      next.set(key, value(latest.get(key) ?? ''));
      return [...next].filter(([, v]) => v !== '');
    }, true);
  // The words are asked for when the typing pauses.
  useEffect(() => {
    if (typed.trim() === words) return;
    const timer = setTimeout(() => set('words', () => typed.trim()), PAUSE_MS);
    return () => clearTimeout(timer);
  });
  const [openTheme, setOpenTheme] = useState<string | null>(null);
  const chosen = stars.split(',');
  const flip = (star: string): void =>
    set('stars', (now) => {
      const list = now.split(',').filter(Boolean);
      return (list.includes(star) ? list.filter((s) => s !== star) : [...list, star]).sort().join(',');
    });
  if (error)
    return (
      <Box px="5">
        <ProblemNote error={error} />
      </Box>
    );
  if (!data) return <Skeleton m="5" h="300px" />;
  if (data.all === 0)
    return (
      <Empty title="No reviews on file">
        <FilledBy file="these listings’ reviews" holds="listing code, stars, text, date" /> They are read here at once.
      </Empty>
    );
  const theme = data.themes.find((t) => t.key === openTheme) ?? data.themes[0];
  return (
    <Box>
      <Flex
        px="5"
        py="2.5"
        gap="4"
        align="center"
        wrap="wrap"
        borderBottomWidth="1px"
        borderColor="rule"
        fontSize="13px"
      >
        <Text>
          <b data-testid="texts">{count(data.withText)}</b> with text{' '}
          <Box as="span" color="inkSoft">
            of {count(data.all)} reviews
          </Box>
        </Text>
        <HStack gap="1" role="group" aria-label="Stars">
          {['1', '2', '3', '4', '5'].map((s) => (
            <Button
              key={s}
              size="2xs"
              variant={chosen.includes(s) ? 'solid' : 'outline'}
              colorPalette={chosen.includes(s) ? 'aubergine' : undefined}
              aria-pressed={chosen.includes(s)}
              aria-label={`${s} stars`}
              onClick={() => flip(s)}
            >
              {s} ★
            </Button>
          ))}
        </HStack>
        <Input
          size="xs"
          w="170px"
          bg="paper"
          aria-label="Words in the review"
          placeholder="Any word"
          value={typed}
          onChange={(e) => setTyped(e.target.value)}
          _placeholder={{ color: 'inkSoft' }}
        />
        {(stars || words) && <Text>{count(data.matching)} match</Text>}
        <Text ml="auto" color="inkSoft">
          {count(data.otherLanguage)} in other languages, {count(data.copies)} copies set aside
        </Text>
      </Flex>
      {unread > 0 && (
        <Box px="5" py="2" role="status" fontSize="13px">
          <Text>
            {job?.state === 'failed' || job?.state === 'cancelled' ? (
              `■ ${job.message}`
            ) : (
              <>
                <b>{count(data.all - unread)}</b> of {count(data.all)} reviews are read; what follows rests on those.
              </>
            )}
          </Text>
          <Box mt="1" h="3px" maxW="320px" bg="quietBar" borderRadius="2px" aria-hidden>
            <Box h="100%" bg="aubergine" borderRadius="2px" w={`${(100 * (data.all - unread)) / data.all}%`} />
          </Box>
        </Box>
      )}
      {data.themes.length === 0 ? (
        <Empty title={unread > 0 ? 'Being read' : data.matching === 0 ? 'No review matches' : 'No theme'}>
          {unread > 0
            ? 'Themes appear here as soon as two texts that are read say the same.'
            : data.matching === 0
              ? 'Take a star or a word away.'
              : 'All texts are read, and they say nothing twice.'}
        </Empty>
      ) : (
        <Flex wrap="wrap" align="stretch">
          <Box
            flex="3"
            minW={{ base: '100%', md: '560px' }}
            borderRightWidth="1px"
            borderColor="rule"
            overflowX="auto"
            tabIndex={0}
            role="region"
            aria-label="Themes, scrollable"
          >
            <ThemeTable data={data} chosen={theme?.key ?? ''} onChoose={setOpenTheme} />
          </Box>
          <Box flex="2" minW="320px" px="5" py="4">
            {theme && <Evidence data={data} theme={theme} />}
          </Box>
        </Flex>
      )}
    </Box>
  );
};

const nameOf = (theme: Theme): string => {
  const says = theme.says.join(', ');
  if (theme.kind === 'wish') return `wish: ${theme.about || 'anything else'}`;
  return theme.about ? `${theme.about}: ${says}` : says;
};

const ThemeTable = ({
  data,
  chosen,
  onChoose,
}: {
  data: MinedReviews;
  chosen: string;
  onChoose: (key: string) => void;
}) => {
  const widest = Math.max(0.05, ...data.themes.map((t) => t.interval.high));
  return (
    <PlainTable
      label="Themes"
      roomy
      bleeds
      rows={data.themes}
      rowKey={(theme) => theme.key}
      lookOf={(theme) => (theme.key === chosen ? 'chosen' : undefined)}
      onChoose={(theme) => onChoose(theme.key)}
      columns={[
        {
          head: 'Theme',
          cell: (theme) => (
            <>
              <Mark kind={KIND_MARK[theme.kind]} word={theme.kind} />
              <Box asChild font="inherit" textAlign="left">
                <button type="button" aria-pressed={theme.key === chosen}>
                  {nameOf(theme)}
                </button>
              </Box>
              {theme.thin && (
                <Box as="span" color="saffron" title="Fewer than five reviews">
                  {' '}
                  ▲ thin
                </Box>
              )}
            </>
          ),
        },
        {
          head: 'Star pull',
          explanation: 'Mean stars of reviews with it minus those without',
          align: 'left',
          cell: ({ starPull }) =>
            starPull ? (
              <Box
                as="span"
                color={starPull.high < 0 ? 'brick' : starPull.low > 0 ? 'verdigris' : 'inkSoft'}
                title={`${decimal(starPull.low)} to ${decimal(starPull.high)} in 95 of 100 cases`}
              >
                {starPull.value > 0 ? '+' : '−'}
                {decimal(Math.abs(starPull.value))}
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
                width="90px"
              />
              <span title={`${percent(theme.interval.low)} to ${percent(theme.interval.high)}`}>
                {percent(theme.share)}{' '}
                <Box as="span" color="inkSoft">
                  ({theme.reviews})
                </Box>
              </span>
            </Flex>
          ),
        },
        {
          head: `By listing: ${data.listings.map((_, i) => LETTERS[i]).join(' ')}`,
          align: 'left',
          cell: (theme) => <ByListing theme={theme} data={data} />,
        },
        {
          head: '180 days',
          align: 'left',
          cell: (theme) =>
            theme.recent ? (
              theme.recent.course
            ) : (
              <Box as="span" color="inkSoft">
                too few
              </Box>
            ),
        },
      ]}
    />
  );
};

const ByListing = ({ theme, data }: { theme: Theme; data: MinedReviews }) => {
  const colour = theme.kind === 'gripe' ? 'brick' : theme.kind === 'praise' ? 'verdigris' : 'inkSoft';
  const shares = data.listings.map((l) => {
    const own = theme.byListing.find((b) => b.listing === l.id);
    return own && own.of > 0 ? own.reviews / own.of : 0;
  });
  const most = Math.max(0.01, ...shares);
  return (
    <Flex
      gap="2px"
      role="img"
      aria-label={data.listings.map((l, i) => `${l.title}: ${percent(shares[i]!)}`).join('; ')}
    >
      {data.listings.map((l, i) => (
        <Box
          key={l.id}
          w="24px"
          h="15px"
          borderRadius="2px"
          bg="quietBar"
          position="relative"
          title={`${LETTERS[i]} ${l.title}: ${percent(shares[i]!)}`}
        >
          <Box position="absolute" inset="0" bg={colour} borderRadius="2px" opacity={shares[i]! / most} />
        </Box>
      ))}
    </Flex>
  );
};

const Evidence = ({ data, theme }: { data: MinedReviews; theme: Theme }) => {
  const market = useMarket();
  const reviews = new Map(data.reviews.map((r) => [r.id, r]));
  return (
    <>
      <Text as="h2" fontFamily="heading" fontWeight="700" fontSize="16px">
        {nameOf(theme)}
      </Text>
      <Text color="inkSoft" fontSize="13px">
        {count(theme.reviews)} reviews, {percent(theme.share)} ({percent(theme.interval.low)}–
        {percent(theme.interval.high)}).
      </Text>
      <Box as="ol" listStyleType="none" mt="3" fontSize="14px">
        {theme.evidence.map(({ review, sentence }) => {
          const of = reviews.get(review);
          const at = data.listings.findIndex((l) => l.id === of?.listing);
          return (
            <Box as="li" key={review} py="2" borderTopWidth="1px" borderColor="rule">
              <details>
                <summary style={{ cursor: 'pointer', listStyle: 'none' }}>“{sentence}”</summary>
                <Text mt="1" fontSize="13px" color="inkSoft">
                  {of?.title ? `${of.title}. ` : ''}
                  {of?.body}
                </Text>
              </details>
              <Text fontSize="12px" color="inkSoft">
                {LETTERS[at] ?? '?'} · {of?.stars} stars · {day(of?.day, market.today)}
                {of?.verified ? ' · verified' : ''}
              </Text>
            </Box>
          );
        })}
      </Box>
      {theme.evidence.length < theme.reviews && (
        <Text fontSize="12px" color="inkSoft">
          The {theme.evidence.length} most typical of {theme.reviews}.
        </Text>
      )}
      <Text mt="4" fontSize="12px" color="inkSoft">
        {data.listings.map((l, i) => `${LETTERS[i]} ${l.title} (${l.texts})`).join(' · ')}
      </Text>
    </>
  );
};
