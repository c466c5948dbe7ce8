import { Box, Button, Flex, Heading, Skeleton, Text } from '@chakra-ui/react';
import { skipToken } from '@reduxjs/toolkit/query/react';
import type { ReactNode } from 'react';
import { Link, useSearchParams } from 'react-router';
import type { ScoredCandidate } from '@kettle/contract/shortlist';
import type { Scoresheet } from '@kettle/core/documents/scoresheet';
import { mostPointsOf } from '@kettle/core/score/scoresheet';
import {
  useScoresheetQuery,
  useScoresheetsQuery,
  useScoresheetVersionsQuery,
  useStandingQuery,
} from '../../ground/api/candidates.ts';
import { useMarket } from '../../ground/market/market.ts';
import { Empty } from '../../ground/ui/empty.tsx';
import { SeveralPanel } from '../costing/several-panel.tsx';
import { ExportMenu } from '../../ground/ui/export-menu.tsx';
import { count, day, decimal, money, percent } from '../../ground/ui/format.ts';
import { IntervalBar } from '../../ground/ui/interval-bar.tsx';
import { LabelledChoice } from '../../ground/ui/labelled-choice.tsx';
import { Mark, type MarkKind } from '../../ground/ui/mark.tsx';
import { Picture } from '../../ground/ui/picture.tsx';
import { PlainTable } from '../../ground/ui/plain-table.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { DroppedFor } from './dropped-for.tsx';
import { FirmnessPanel } from './firmness-panel.tsx';
import { OneQuestion } from './one-question.tsx';
import { Unread } from './unread.tsx';

export { ShortlistPage as Component };

const VERDICT: Record<ScoredCandidate['score']['verdict'], MarkKind> = {
  passes: 'holds',
  fails: 'fails',
  open: 'open',
  'ruled out': 'fails',
};
const ShortlistPage = () => {
  const market = useMarket();
  const [search, setSearch] = useSearchParams();
  const { data: sheets = [] } = useScoresheetsQuery({ params: {} });
  const { data: inUse } = useScoresheetQuery({ params: {} });
  const asked = sheets.find((s) => String(s.id) === search.get('sheet') && !s.inUse);
  const { data: other } = useScoresheetVersionsQuery(asked ? { params: { id: asked.id } } : skipToken);
  const { data, error } = useStandingQuery(
    { params: { marketplace: market.id }, query: asked ? { sheet: asked.id } : {} },
    { refetchOnMountOrArgChange: true },
  );
  const document = asked ? other?.[0]?.document : inUse?.document;
  const running = data?.filter((c) => c.stage !== 'dropped') ?? [];
  return (
    <Box>
      <title>{`Shortlist on ${market.name} – Cold Kettle`}</title>
      <Flex px="5" pt="4" pb="3" align="flex-end" gap="4" wrap="wrap">
        <Box flex="1">
          <Heading as="h1" fontSize="22px">
            {data
              ? `${running.length === 1 ? 'One candidate is' : `${running.length} candidates are`} in the running`
              : 'The standing'}
          </Heading>
          {document && (
            <Text color="inkSoft" fontSize="13px">
              Scoresheet “{document.name}”, {document.gates.length} gates, {document.criteria.length} criteria, pass
              mark {document.passMark} of {mostPointsOf(document)}. Sorted by the least points.
            </Text>
          )}
        </Box>
        {sheets.length > 1 && (
          <LabelledChoice
            label="By"
            width="200px"
            value={asked ? String(asked.id) : ''}
            onChange={(id) => setSearch(id ? { sheet: id } : {}, { replace: true })}
            options={[
              ['', `${inUse?.document.name ?? 'the one'} (in use)`],
              ...sheets.filter((s) => !s.inUse).map((s) => [String(s.id), s.name] as const),
            ]}
          />
        )}
        <Button asChild size="xs" variant="outline" bg="paper">
          <Link to={`/${market.id}/scoresheet`}>Change the scoresheet</Link>
        </Button>
        {data && data.length > 0 && (
          <ExportMenu what="Standing" addressOf={(ending) => `/api/marketplaces/${market.id}/shortlist.${ending}`} />
        )}
      </Flex>
      <Box px="5">
        <ProblemNote error={error} />
      </Box>
      {!data && !error && <Skeleton m="5" h="200px" />}
      {data?.length === 0 && (
        <Empty title="Nothing to compare yet">
          Start candidates from the tray, watch them, fill their scoresheets: the order shows here.
        </Empty>
      )}
      {data && data.length > 0 && document && (
        <>
          <Standing rows={data} sheet={document} />
          {!asked && <OneQuestion sheet={document} rows={running} />}
          <FirmnessPanel sheet={document} rows={running} />
          <SideBySide rows={running.slice(0, 4)} all={running} />
        </>
      )}
      <DroppedFor />
      {data && data.length > 0 && (
        <Box px="5" pb="6">
          <SeveralPanel />
        </Box>
      )}
    </Box>
  );
};

const Standing = ({ rows, sheet }: { rows: ScoredCandidate[]; sheet: Scoresheet }) => {
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
          cell: (c, i) => (
            <Box as="b" fontSize="16px">
              {c.stage === 'dropped' || c.score.verdict === 'ruled out' ? '–' : i + 1}
            </Box>
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
                  {c.stage}
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
              <span>
                <Mark kind={VERDICT[c.score.verdict]} word={c.score.verdict} />
                {c.score.least === c.score.most ? c.score.least : `${c.score.least}–${c.score.most}`}{' '}
                <Box as="span" color="inkSoft">
                  {c.score.verdict}
                </Box>
              </span>
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
      <Mark kind={failed.length > 0 ? 'fails' : open > 0 ? 'open' : 'holds'} />
      {failed.length > 0 ? `fails: ${failed.join(', ')}` : open > 0 ? `${open} to be judged` : 'all pass'}
    </>
  );
};

/** Points on the scale of the sheet: a dot when settled, a bar while answers are missing, the pass mark dashed. */
const PointBar = ({ score }: { score: ScoredCandidate['score'] }) => {
  const place = (x: number): string => `${(100 * x) / (score.max || 1)}%`;
  return (
    <Box aria-hidden position="relative" w="150px" h="16px" flexShrink={0}>
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

type Line = [name: string, cell: (c: ScoredCandidate) => ReactNode];

const SideBySide = ({ rows, all }: { rows: ScoredCandidate[]; all: ScoredCandidate[] }) => {
  const market = useMarket();
  if (rows.length < 2) return null;
  const top = Math.max(10, ...all.flatMap((c) => c.unitsHigh ?? [])) * 1.05;
  const lines: Line[] = [
    [
      'Units a month',
      (c) => (
        <Flex align="center" gap="2">
          <IntervalBar value={c.units} low={c.unitsLow} high={c.unitsHigh} from={0} to={top} width="120px" />
          {count(c.units)}
        </Flex>
      ),
    ],
    ['Top two’s share of revenue', (c) => percent(c.topTwoShare)],
    ['Median reviews of the rivals', (c) => count(c.reviewsMedian)],
    ['Worst gripe of the rivals', (c) => c.worstGripe ?? 'reviews not read yet'],
    [
      'Then and now',
      (c) =>
        `units ${count(c.thenUnits)} → ${count(c.units)}, price ${money(c.thenPrice, market)} → ${money(c.price, market)}`,
    ],
    ['Look again', (c) => (c.lookAgainOn ? day(c.lookAgainOn, market.today) : '—')],
  ];
  return (
    <>
      <Heading as="h2" fontSize="17px" px="5" pt="6" pb="2">
        Side by side
      </Heading>
      <PlainTable
        label="Side by side"
        roomy
        bleeds
        rows={lines}
        rowKey={([name]) => name}
        columns={[
          { head: 'Measure', unseen: true, names: true, cell: ([name]) => name },
          ...rows.map((c) => ({
            head: c.name,
            align: 'left' as const,
            cell: ([, cell]: Line) => cell(c),
          })),
        ]}
      />
    </>
  );
};
