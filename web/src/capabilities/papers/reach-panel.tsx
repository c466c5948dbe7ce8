import { Box, Flex, Text } from '@chakra-ui/react';
import { useDeferredValue, useMemo } from 'react';
import type { PageFacts } from '@kettle/contract/papers';
import { NO_DRAFT, type PageDraft } from '@kettle/core/documents/page-draft';
import { answerOf, readPage } from '@kettle/core/listing-page/answered';
import { coverageOf, remarksOn, type TermCoverage } from '@kettle/core/listing-page/draft';
import { pageCraft } from '@kettle/core/listing-page/page-craft';
import { count, percent } from '../../ground/ui/format.ts';
import { Mark, type MarkKind } from '../../ground/ui/mark.tsx';
import { PlainTable } from '../../ground/ui/plain-table.tsx';

const WHERE: Record<Exclude<TermCoverage['in'], null>, string> = {
  title: 'title',
  bullets: 'bullets',
  description: 'description',
  words: 'hidden words',
  several: 'parts together',
};
const PART = { title: 'Title', bullets: 'Bullets', description: 'Description', words: 'Hidden words', pictures: 'Pictures' } as const; // prettier-ignore

/** How far the draft reaches: search terms, what buyers say, what is better looked at, its craft. */
export const ReachPanel = ({
  draft: typed,
  facts,
  onAnswered,
}: {
  draft: PageDraft;
  facts: PageFacts;
  onAnswered: (keys: string[]) => void;
}) => {
  // Typing goes first: what follows from it may be a moment late.
  const draft = useDeferredValue(typed, NO_DRAFT);
  const coverage = useMemo(() => coverageOf(draft, facts.terms), [draft, facts.terms]);
  const remarks = useMemo(() => remarksOn(draft, facts.brands), [draft, facts.brands]);
  const read = useMemo(
    () =>
      readPage([
        { where: 'the title', text: draft.title },
        ...draft.bullets.map((text, i) => ({ where: `bullet ${i + 1}`, text })),
        { where: 'the description', text: draft.description },
        ...draft.pictures.map((text, i) => ({ where: `picture ${i + 1}`, text })),
      ]),
    [draft],
  );
  const craft = pageCraft({
    title: draft.title,
    pictures: draft.pictures.length,
    bullets: draft.bullets.filter((b) => b.trim() !== ''),
    description: draft.description,
  });
  return (
    <>
      <Heading2 text="How far it reaches" />
      {facts.terms.length === 0 ? (
        <Text color="inkSoft">
          No search terms are known for it: tick some under Terms, and it shows here which of their words are missing.
        </Text>
      ) : (
        <>
          <Text color="inkSoft" mb="1">
            {facts.fromBasket
              ? `The ${facts.terms.length} terms of its basket.`
              : `The basket is empty: the ${facts.terms.length} terms by which its line-up is found.`}
          </Text>
          {facts.brandTerms.length > 0 && (
            <Text color="inkSoft" mb="1">
              Left out, for they name a rival’s brand: {facts.brandTerms.join(', ')}.
            </Text>
          )}
          {(
            [
              ['met by the title', coverage.inTitle],
              ['by what buyers see', coverage.seen],
              ['with hidden words', coverage.anywhere],
            ] as const
          ).map(([name, share]) => (
            <Flex key={name} align="center" gap="2">
              <Box w="44px" textAlign="right" className="figures" fontWeight="700">
                {percent(share)}
              </Box>
              <Box aria-hidden flex="1" h="6px" bg="rule">
                <Box h="6px" bg="aubergine" style={{ width: `${100 * (share ?? 0)}%` }} />
              </Box>
              <Text w="190px">of searches {name}</Text>
            </Flex>
          ))}
          <Box mt="2">
            <PlainTable
              label="Terms on the page"
              maxHeight="260px"
              rows={coverage.terms}
              rowKey={(t) => t.term}
              columns={[
                { head: 'Term', names: true, cell: (t) => t.term },
                { head: 'A month', cell: (t) => count(t.searches) },
                {
                  head: 'Stands in',
                  align: 'left',
                  cell: (t) =>
                    t.in === null ? (
                      <>
                        <Mark kind="fails" word="missing" />
                        missing: {t.missing.join(', ') || t.term}
                      </>
                    ) : (
                      <>
                        <Mark kind={t.whole ? 'holds' : 'care'} word={t.whole ? 'as searched' : 'its words'} />
                        {WHERE[t.in]}
                        {!t.whole && ', words apart'}
                      </>
                    ),
                },
              ]}
            />
          </Box>
        </>
      )}
      <Heading2 text="What buyers say, and whether the page answers" />
      {facts.points.length === 0 && (
        <Text color="inkSoft">No review of the line-up was read, and the brief is empty.</Text>
      )}
      <Box as="ul" listStyleType="none">
        {facts.points.map((p) => {
          const found = answerOf(read, p);
          const isMarked = draft.answered.includes(p.key);
          const mark: [MarkKind, string] = isMarked
            ? ['holds', 'answered, you say']
            : found?.sure
              ? ['holds', `answered in ${found.where}`]
              : found
                ? ['care', `perhaps in ${found.where}: “${found.sentence.slice(0, 90)}”`]
                : ['open', 'not seen on the page'];
          return (
            <Flex as="li" key={p.key} gap="2" py="1" borderTopWidth="1px" borderColor="rule" align="flex-start">
              <Box flex="1">
                <b>{p.title || 'A point of your own'}</b>{' '}
                <Box as="span" color="inkSoft">
                  {p.kind}
                  {p.share !== null && `, ${percent(p.share)} of reviews`}
                  {p.taken && ', in the brief'}
                </Box>
                <Text>
                  <Mark kind={mark[0]} word="" />
                  {mark[1]}
                </Text>
              </Box>
              <Flex as="label" gap="1" align="center" whiteSpace="nowrap" color="inkSoft">
                <input
                  type="checkbox"
                  checked={isMarked}
                  aria-label={`${p.title}: the page answers it`}
                  onChange={() =>
                    onAnswered(isMarked ? draft.answered.filter((k) => k !== p.key) : [...draft.answered, p.key])
                  }
                />
                it does
              </Flex>
            </Flex>
          );
        })}
      </Box>
      {remarks.length > 0 && (
        <>
          <Heading2 text="To look at" />
          <Box as="ul" listStyleType="none">
            {remarks.map((r) => (
              <li key={`${r.part}/${r.text}`}>
                <Mark kind="care" />
                {PART[r.part]}: {r.text}
              </li>
            ))}
          </Box>
        </>
      )}
      <Heading2 text={`Craft of the page: ${craft.value} of 100`} />
      <Box as="ul" listStyleType="none">
        {craft.parts.flatMap((part) =>
          part.checks
            .filter((c) => c.better !== '')
            .map((c) => (
              <li key={`${part.key}/${c.name}`}>
                <Mark kind="open" word="to be better" />
                {PART[part.key]}, {c.name.toLowerCase()}: {c.found}; {c.better}.
              </li>
            )),
        )}
      </Box>
    </>
  );
};

const Heading2 = ({ text }: { text: string }) => (
  <Text as="h3" fontFamily="heading" fontWeight="700" fontSize="15px" mt="5" mb="1" _first={{ mt: 0 }}>
    {text}
  </Text>
);
