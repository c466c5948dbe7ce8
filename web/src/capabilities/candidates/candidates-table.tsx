import { Box, Button, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { Link } from 'react-router';
import type { CandidateBrief } from '@kettle/contract/candidates';
import type { ScoredCandidate } from '@kettle/contract/shortlist';
import { STAGES, type Stage } from '@kettle/core/documents/stages';
import { nextStep, type NextStep } from '@kettle/core/score/next-step';
import { useStandingQuery } from '../../ground/api/candidates.ts';
import { useMarket } from '../../ground/market/market.ts';
import { keep, kept } from '../../ground/state/kept.ts';
import { count, day, decimal, money } from '../../ground/ui/format.ts';
import { Mark } from '../../ground/ui/mark.tsx';
import { Picture } from '../../ground/ui/picture.tsx';
import { Unread } from '../score/unread.tsx';
import { PlainTable } from '../../ground/ui/plain-table.tsx';

const openOf = ({ score }: ScoredCandidate): number =>
  score.gates.filter((g) => g.state === 'unknown').length + score.criteria.filter((c) => c.least < c.most).length;

const NO_NEWS: ReadonlyMap<number, number> = new Map();

interface Row {
  candidate: CandidateBrief;
  scored: ScoredCandidate | undefined;
  next: NextStep | null;
}

/** What is due first, then by stage, the furthest first; what was dropped last. */
const placeOf = ({ candidate, next }: Row): number =>
  candidate.stage === 'dropped' ? 100 : (next?.urgent ? 0 : 50) - STAGES.indexOf(candidate.stage);

/** All candidates with what is next for each, and what it hangs on. */
export const CandidatesTable = ({
  candidates,
  news = NO_NEWS,
}: {
  candidates: readonly CandidateBrief[];
  /** Of how many listings of each candidate there is news. */
  news?: ReadonlyMap<number, number>;
}) => {
  const market = useMarket();
  const { today } = market;
  const { data: standing } = useStandingQuery({ params: { marketplace: market.id } });
  const place = `candidates/${market.id}/stage`;
  const [stage, setStage] = useState<Stage | null>(() => kept<Stage>(place));
  const choose = (to: Stage | null): void => {
    setStage(to);
    keep(place, to);
  };
  const rows = candidates
    .map((candidate): Row => {
      const scored = standing?.find((s) => s.id === candidate.id);
      const next =
        scored &&
        nextStep(
          { ...scored, stage: candidate.stage, lookAgainOn: candidate.lookAgainOn, verdict: scored.score.verdict, open: openOf(scored) }, // prettier-ignore
          today,
        );
      return { candidate, scored, next: next ?? null };
    })
    .sort((a, b) => placeOf(a) - placeOf(b));
  const inStage = (of: Stage): number => candidates.filter((c) => c.stage === of).length;
  const shown = stage === null || inStage(stage) === 0 ? rows : rows.filter((r) => r.candidate.stage === stage);
  return (
    <>
      <Flex role="group" aria-label="Stage" gap="1" mb="2" wrap="wrap">
        <Button
          size="2xs"
          variant={shown === rows ? 'subtle' : 'outline'}
          aria-pressed={shown === rows}
          onClick={() => choose(null)}
        >
          All ({candidates.length})
        </Button>
        {STAGES.filter((s) => inStage(s) > 0).map((s) => (
          <Button
            key={s}
            size="2xs"
            variant={stage === s ? 'subtle' : 'outline'}
            aria-pressed={stage === s}
            onClick={() => choose(s)}
          >
            {s} ({inStage(s)})
          </Button>
        ))}
      </Flex>
      <PlainTable
        label="Candidates"
        roomy
        rows={shown}
        rowKey={({ candidate }) => candidate.id}
        lookOf={({ candidate }) => (candidate.stage === 'dropped' ? 'quiet' : undefined)}
        columns={[
          {
            head: 'Candidate',
            names: true,
            cell: ({ candidate: c }) => (
              <Flex gap="2.5" align="center" minW="210px">
                <Picture marketplace={market.id} code={c.anchorCode} />
                <Box>
                  <Box asChild fontWeight="600" color="aubergine">
                    <Link to={`/${market.id}/candidates/${c.id}/line-up`}>{c.name}</Link>
                  </Box>
                  <Box color="inkSoft" fontSize="12px" fontWeight="400">
                    {c.stage} · {c.listings} listings · started {day(c.madeOn, today)}
                  </Box>
                </Box>
              </Flex>
            ),
          },
          {
            head: 'Next',
            align: 'left',
            cell: (r) => (
              <Box minW="150px">
                <Next row={r} />
              </Box>
            ),
          },
          {
            head: 'New',
            explanation: 'Listings of it with news since you were last here',
            cell: ({ candidate: c }) =>
              news.get(c.id) ? (
                <Link to={`/${market.id}/watched/news`} style={{ textDecoration: 'underline' }}>
                  {news.get(c.id)}
                </Link>
              ) : (
                '—'
              ),
          },
          {
            head: 'Worst flag',
            align: 'left',
            cell: ({ scored: s }) =>
              s?.worstFlag ? (
                <span title={s.worstFlag.reason}>
                  <Mark kind="care" word="risk" />
                  {s.worstFlag.label}
                </span>
              ) : s ? (
                'none'
              ) : (
                '…'
              ),
          },
          {
            head: 'Look again',
            align: 'left',
            cell: ({ candidate: { lookAgainOn } }) =>
              lookAgainOn ? (
                <>
                  {lookAgainOn <= today && <Mark kind="care" word="due" />}
                  {day(lookAgainOn, today)}
                </>
              ) : (
                '—'
              ),
          },
          {
            head: 'Weeks watched',
            cell: ({ scored: s }) => (
              <>
                {s?.weeksWatched == null ? 'none' : decimal(s.weeksWatched)}
                {s && <Unread of={s} />}
              </>
            ),
          },
          {
            head: 'Units, then → now',
            explanation: 'A month: of the find on the day it was taken up, and now with its interval',
            cell: ({ scored: s }) =>
              s?.units == null ? (
                '—'
              ) : (
                <span title={`${count(s.unitsLow)} to ${count(s.unitsHigh)}`}>
                  {s.thenUnits === null ? '' : `${count(s.thenUnits)} → `}
                  {count(s.units)}
                </span>
              ),
          },
          { head: 'Profit a unit', cell: ({ scored: s }) => money(s?.profit ?? null, market) },
          { head: 'Outlay', cell: ({ scored: s }) => money(s?.outlay ?? null, market, true) },
          {
            head: 'Points',
            cell: ({ scored: s }) =>
              s ? (s.score.least === s.score.most ? s.score.least : `${s.score.least}–${s.score.most}`) : '…',
          },
        ]}
      />
    </>
  );
};

const Next = ({ row: { candidate, scored, next } }: { row: Row }) => {
  const market = useMarket();
  if (next)
    return (
      <Link to={`/${market.id}/candidates/${candidate.id}/${next.tab}`} style={{ textDecoration: 'underline' }}>
        {next.urgent && <Mark kind="care" word="in the way" />}
        {next.words}
      </Link>
    );
  if (candidate.stage === 'dropped') return scored?.dropReason ? `dropped: ${scored.dropReason}` : 'dropped';
  return candidate.stage === 'chosen' ? 'chosen' : '…';
};
