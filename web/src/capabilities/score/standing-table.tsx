import { Box, Flex } from '@chakra-ui/react';
import { Link } from 'react-router';
import type { ScoredCandidate } from '@kettle/contract/shortlist';
import type { Scoresheet } from '@kettle/core/documents/scoresheet';
import { useMarket } from '../../ground/market/market.ts';
import { decimal, money, percent } from '../../ground/ui/format.ts';
import { Mark, type MarkKind } from '../../ground/ui/mark.tsx';
import { Picture } from '../../ground/ui/picture.tsx';
import { PlainTable } from '../../ground/ui/plain-table.tsx';
import { Unread } from './unread.tsx';

const VERDICT: Record<ScoredCandidate['score']['verdict'], MarkKind> = {
  passes: 'holds',
  fails: 'fails',
  open: 'open',
  'ruled out': 'fails',
};

/** All candidates in the order of their points, with what rules them out and what it could turn on. */
export const Standing = ({
  rows,
  sheet,
  placeOf,
  compared,
  onCompare,
}: {
  rows: readonly ScoredCandidate[];
  sheet: Scoresheet;
  /** Its place among all, whatever is filtered; null for one that has none. */
  placeOf: (c: ScoredCandidate) => number | null;
  compared: readonly number[];
  onCompare: (id: number) => void;
}) => {
  const market = useMarket();
  return (
    <PlainTable
      label="Standing"
      roomy
      bleeds
      rows={rows}
      rowKey={(c) => c.id}
      lookOf={(c) => (c.stage === 'dropped' ? 'quiet' : undefined)}
      columns={[
        {
          head: 'Standing',
          cell: (c) => (
            <Flex gap="3" align="center">
              <input
                type="checkbox"
                aria-label={`Compare ${c.name}`}
                checked={compared.includes(c.id)}
                onChange={() => onCompare(c.id)}
              />
              <Box as="b" fontSize="16px">
                {placeOf(c) ?? '–'}
              </Box>
            </Flex>
          ),
        },
        {
          head: 'Candidate',
          align: 'left',
          cell: (c) => (
            <Flex gap="2.5" align="center" minW="190px">
              <Picture marketplace={market.id} code={c.anchorCode} />
              <Box>
                <Box asChild fontWeight="600" color={c.stage === 'dropped' ? 'inkSoft' : 'aubergine'}>
                  <Link to={`/${market.id}/candidates/${c.id}/scoresheet`}>{c.name}</Link>
                </Box>
                <Box color="inkSoft" fontSize="12px">
                  {[c.stage, ...c.labels].join(' · ')}
                </Box>
              </Box>
            </Flex>
          ),
        },
        {
          head: 'Points (least–most)',
          align: 'left',
          cell: (c) => (
            <Flex align="center" gap="2.5">
              <PointBar score={c.score} />
              <Box as="span" whiteSpace="nowrap">
                <Mark kind={VERDICT[c.score.verdict]} word={c.score.verdict} />
                {c.score.least === c.score.most ? c.score.least : `${c.score.least}–${c.score.most}`}{' '}
                <Box as="span" color="inkSoft">
                  {c.score.verdict}
                </Box>
              </Box>
            </Flex>
          ),
        },
        { head: 'Gates', align: 'left', cell: (c) => <Gates gates={c.score.gates} sheet={sheet} /> },
        { head: 'Profit a unit', cell: (c) => money(c.profit, market) },
        { head: 'Margin', cell: (c) => percent(c.margin) },
        { head: 'Outlay', cell: (c) => money(c.outlay, market, true) },
        {
          head: 'Watched',
          cell: (c) => (
            <>
              {c.weeksWatched === null ? 'not yet' : `${decimal(c.weeksWatched)} weeks`}
              <Unread of={c} />
            </>
          ),
        },
        {
          head: 'Could turn on',
          align: 'left',
          cell: (c) =>
            c.stage === 'dropped'
              ? `dropped${c.dropReason ? `: ${c.dropReason}` : ''}`
              : c.wouldChange.slice(0, 2).join(', ') || 'nothing near',
        },
      ]}
    />
  );
};

const Gates = ({ gates, sheet }: { gates: ScoredCandidate['score']['gates']; sheet: Scoresheet }) => {
  const failed = gates
    .filter((g) => g.state === 'fail')
    .map((g) => sheet.gates.find((x) => x.key === g.key)?.name ?? g.key);
  const open = gates.filter((g) => g.state === 'unknown').length;
  return (
    <>
      <Mark kind={failed.length > 0 ? 'fails' : open > 0 ? 'open' : 'holds'} word="gates" />
      {failed.length > 0 ? `fails: ${failed.join(', ')}` : open > 0 ? `${open} to be judged` : 'all pass'}
    </>
  );
};

/** Points on the scale of the sheet: a dot when settled, a bar while answers are missing, the pass mark dashed. */
const PointBar = ({ score }: { score: ScoredCandidate['score'] }) => {
  const place = (x: number): string => `${(100 * x) / (score.max || 1)}%`;
  return (
    <Box aria-hidden position="relative" w={{ base: '70px', lg: '150px' }} h="16px" flexShrink={0}>
      <Box position="absolute" top="7px" left="0" right="0" h="1px" bg="rule" />
      <Box
        position="absolute"
        top="0"
        bottom="0"
        left={place(score.passMark)}
        borderLeftWidth="1px"
        borderStyle="dashed"
        borderColor="inkSoft"
      />
      {score.least === score.most ? (
        <Box
          position="absolute"
          top="3px"
          ml="-5px"
          w="10px"
          h="10px"
          borderRadius="full"
          left={place(score.least)}
          bg={score.least >= score.passMark ? 'verdigris' : 'brick'}
        />
      ) : (
        <Box
          position="absolute"
          top="5px"
          h="6px"
          left={place(score.least)}
          w={place(score.most - score.least)}
          bg="saffron"
        />
      )}
    </Box>
  );
};
