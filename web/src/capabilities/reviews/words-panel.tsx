import { Box, Button, Flex, HStack, Skeleton, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { Link } from 'react-router';
import type { FacetValue, ReviewFilter, ReviewWords } from '@kettle/contract/candidates';
import { useReviewWordsQuery } from '../../ground/api/candidates.ts';
import { useMarket } from '../../ground/market/market.ts';
import { count, decimal, percent } from '../../ground/ui/format.ts';
import { PlainTable } from '../../ground/ui/plain-table.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { saveCsv } from '../../ground/ui/save-csv.ts';

const SHOWN = 20;
/** Beyond this chance alone goes in one of twenty words. */
const SURE = 1.96;

/** Buyers' own words by the stars they go with: what to look for among the reviews, and what to say on the page. */
export const WordsPanel = ({
  candidate,
  name,
  filter,
  onWords,
}: {
  candidate: number;
  name: string;
  filter: ReviewFilter;
  onWords: (words: string) => void;
}) => {
  const [withCommon, setWithCommon] = useState(false);
  const { data, error } = useReviewWordsQuery({
    params: { id: candidate },
    query: { ...filter, ...(withCommon ? { common: true } : {}) },
  });
  if (error) return <ProblemNote error={error} />;
  const words = data?.words ?? [];
  return (
    <>
      <Flex align="baseline" gap="3" wrap="wrap">
        <Text as="h2" fontFamily="heading" fontWeight="700" fontSize="16px">
          Words
        </Text>
        <HStack gap="2" ml="auto">
          <Button size="2xs" variant="outline" aria-pressed={withCommon} onClick={() => setWithCommon(!withCommon)}>
            {withCommon ? '✓ ' : ''}With common words
          </Button>
          <Button
            size="2xs"
            variant="outline"
            disabled={words.length === 0}
            onClick={() =>
              saveCsv(
                `${name} words`,
                [`Words of reviews: ${name}`],
                ['Words', 'Reviews', 'Of 1 and 2 stars', 'Of 4 and 5 stars', 'Pull'],
                words.map((w) => [w.words, w.reviews, w.low, w.high, Number((-w.z).toFixed(2))]),
              )
            }
          >
            Save (CSV)
          </Button>
        </HStack>
      </Flex>
      <Text color="inkSoft" fontSize="13px">
        Words, pairs and triples that go with few or with many stars, each counted once a review. Choose one to see its
        reviews.
      </Text>
      {!data && <Skeleton mt="3" h="300px" />}
      {data && words.length === 0 && (
        <Text mt="3" fontSize="14px">
          No word stands in three of these reviews.
        </Text>
      )}
      {words.length > 0 && (
        <>
          <Marking label="Words of low stars" words={words.filter((w) => w.z > 0)} onWords={onWords} />
          <Marking label="Words of high stars" words={words.filter((w) => w.z < 0)} onWords={onWords} />
        </>
      )}
      {data && <Facets facets={data.facets} />}
    </>
  );
};

const FACETS = [
  ['who', 'For whom'],
  ['occasion', 'When'],
  ['place', 'Where'],
  ['use', 'What for'],
  ['reason', 'Why this one'],
  ['expected', 'What was expected'],
] as const;
/** Fewer reviews are hints, and told as such. */
const RARE = 3;

/** Who buys, when, where, what for, why and what was expected; what only one or two tell stands apart as a hint. */
const Facets = ({ facets }: { facets: readonly FacetValue[] }) => (
  <Box mt="4" as="dl" fontSize="13px" aria-label="Who, when, where, what for">
    {FACETS.map(([facet, label]) => {
      const own = facets.filter((f) => f.facet === facet);
      if (own.length === 0) return null;
      const rare = own.filter((f) => f.reviews < RARE);
      return (
        <Flex key={facet} gap="3" py="1.5" borderTopWidth="1px" borderColor="rule">
          <Box as="dt" w="120px" flexShrink="0" color="inkSoft">
            {label}
          </Box>
          <Box as="dd" m="0">
            {own
              .filter((f) => f.reviews >= RARE)
              .map((f) => (
                <Text key={f.value} title={f.said.map((s) => `“${s}”`).join('\n')}>
                  {f.value} {percent(f.share)}{' '}
                  <Box as="span" color="inkSoft">
                    ({percent(f.interval.low)}–{percent(f.interval.high)}; {count(f.reviews)} reviews,{' '}
                    {decimal(f.stars)} stars)
                  </Box>
                </Text>
              ))}
            {rare.length > 0 && (
              <Text
                color="inkSoft"
                title={rare
                  .flatMap((f) => f.said)
                  .map((s) => `“${s}”`)
                  .join('\n')}
              >
                now and then: {rare.map((f) => f.value).join(', ')}
              </Text>
            )}
          </Box>
        </Flex>
      );
    })}
  </Box>
);

const Marking = ({
  label,
  words,
  onWords,
}: {
  label: string;
  words: readonly ReviewWords[];
  onWords: (words: string) => void;
}) => {
  const market = useMarket();
  return (
    <Box mt="3">
      <Text as="h3" fontWeight="600" fontSize="14px">
        {label}
      </Text>
      {words.length === 0 ? (
        <Text fontSize="13px" color="inkSoft">
          None.
        </Text>
      ) : (
        <PlainTable
          label={label}
          rows={words.slice(0, SHOWN)}
          rowKey={(w) => w.words}
          columns={[
            {
              head: 'Words',
              names: true,
              cell: (w) => (
                <Box asChild font="inherit" textAlign="left" cursor="pointer">
                  <button type="button" onClick={() => onWords(w.words.includes(' ') ? `"${w.words}"` : w.words)}>
                    {w.words}
                  </button>
                </Box>
              ),
            },
            { head: 'Reviews', cell: (w) => count(w.reviews) },
            { head: '1–2 ★', cell: (w) => count(w.low) },
            { head: '4–5 ★', cell: (w) => count(w.high) },
            {
              head: 'Pull',
              explanation: 'Log-odds of low against high stars over its deviation; beyond 2 hardly chance',
              cell: (w) => (
                <Box as="span" color={Math.abs(w.z) < SURE ? 'inkSoft' : w.z > 0 ? 'brick' : 'verdigris'}>
                  {w.z > 0 ? '−' : '+'}
                  {decimal(Math.abs(w.z))}
                </Box>
              ),
            },
            {
              head: 'Searched for',
              unseen: true,
              cell: (w) => (
                <Link
                  to={`/${market.id}/demand?${new URLSearchParams({ view: 'terms', has: w.words })}`}
                  title={`Search terms with “${w.words}”`}
                  aria-label={`Search terms with ${w.words}`}
                >
                  terms
                </Link>
              ),
            },
          ]}
        />
      )}
    </Box>
  );
};
