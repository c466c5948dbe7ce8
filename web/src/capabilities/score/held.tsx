import { Button, Flex, Text } from '@chakra-ui/react';
import type { ReactNode } from 'react';
import type { ScoredCandidate } from '@kettle/contract/shortlist';
import { SCORE_MEASURE_NAMES, SCORE_MEASURES, type ScoreMeasure } from '@kettle/core/documents/scoresheet';
import { useHoldMutation } from '../../ground/api/candidates.ts';
import { useMarket } from '../../ground/market/market.ts';
import { day } from '../../ground/ui/format.ts';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { shownMeasure } from './measure-text.ts';

/** A measured answer can be held as it is, while the figures go on; then it says since when, and what is measured today. */
export const Held = ({
  scored,
  measure,
  isKnown,
  children,
}: {
  scored: ScoredCandidate;
  measure: ScoreMeasure;
  /** What is not known cannot be held. */
  isKnown: boolean;
  /** The answer as it counts. */
  children: ReactNode;
}) => {
  const market = useMarket();
  const [hold, { error, isLoading }] = useHoldMutation();
  const held = scored.frozen[measure];
  // What is yes or no does not move with the days.
  if (SCORE_MEASURES[measure] === 'yes-no') return children;
  const name = SCORE_MEASURE_NAMES[measure];
  const put = (to: boolean): void => void hold({ params: { id: scored.id, measure }, body: { held: to } });
  return (
    <>
      <Flex gap="3" align="center" wrap="wrap">
        {children}
        {held && (
          <Text fontSize="12px" color="saffron">
            ▲ held since {day(held.day, market.today)}; measured today:{' '}
            {held.today === null ? 'not known' : shownMeasure(measure, held.today, market)}
          </Text>
        )}
        {(isKnown || held) && (
          <Button
            size="2xs"
            variant="ghost"
            px="1"
            color="inkSoft"
            loading={isLoading}
            aria-label={held ? `Let go: ${name}` : `Hold as it is: ${name}`}
            onClick={() => put(!held)}
          >
            {held ? 'Let it go on' : 'Hold as it is'}
          </Button>
        )}
      </Flex>
      <ProblemNote error={error} />
    </>
  );
};
