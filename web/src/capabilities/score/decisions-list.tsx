import { Box, Heading, Text } from '@chakra-ui/react';
import type { Decision } from '@kettle/contract/shortlist';
import { DROP_REASONS } from '@kettle/core/documents/decision';
import { useCandidateScoreQuery, useDecisionsQuery } from '../../ground/api/candidates.ts';
import { useMarket } from '../../ground/market/market.ts';
import { count, day, money } from '../../ground/ui/format.ts';
import { PlainTable } from '../../ground/ui/plain-table.tsx';

const KINDS: Record<Decision['kind'], string> = { choose: 'Chosen', drop: 'Dropped', wait: 'To wait' };

/** What was decided about a candidate: why, what was said then, and what came. */
export const DecisionsList = ({ candidate }: { candidate: number }) => {
  const market = useMarket();
  const { data = [] } = useDecisionsQuery({ params: { id: candidate } });
  const { data: now } = useCandidateScoreQuery({ params: { id: candidate } });
  if (data.length === 0) return null;
  return (
    <Box as="section" aria-labelledby="decisions" mb="5">
      <Heading as="h2" id="decisions" fontSize="16px">
        Decisions
      </Heading>
      {data.map((d) => {
        const then = d.restedOn;
        const points = then.least === then.most ? String(then.least) : `${then.least}–${then.most}`;
        const lines: [string, string, string][] = [
          ['Points', `${points} of ${then.max}, ${then.verdict}`, now ? `${now.score.least === now.score.most ? now.score.least : `${now.score.least}–${now.score.most}`} of ${now.score.max}, ${now.score.verdict}` : '…'], // prettier-ignore
          ['Units a month', `${count(then.units)} (${count(then.unitsLow)} to ${count(then.unitsHigh)})`, now ? count(now.units) : '…'], // prettier-ignore
          ['Price', money(then.price, market), now ? money(now.price, market) : '…'],
          ['Profit a unit', money(then.profit, market), now ? money(now.profit, market) : '…'],
        ];
        return (
          <Box key={d.id} borderTopWidth="1px" borderColor="rule" py="2">
            <Text>
              <b>
                {KINDS[d.kind]} {day(d.day, market.today)}
                {d.by && `, by ${d.by}`}
                {d.until && ` until ${day(d.until, market.today)}`}
              </b>
              : {[...d.reasons.map((r) => DROP_REASONS[r]), d.text].filter(Boolean).join(', ')}
            </Text>
            <Box maxW="34rem" fontSize="13px">
              <PlainTable
                label={`What was said on ${d.day}, and now`}
                rows={lines}
                rowKey={([name]) => name}
                columns={[
                  { head: 'Figure', unseen: true, names: true, cell: ([name]) => name },
                  {
                    head: then.place === null ? 'then' : `then, place ${then.place} of ${then.of}`,
                    cell: ([, was]) => was,
                  },
                  { head: 'now', cell: ([, , is]) => is },
                ]}
              />
            </Box>
          </Box>
        );
      })}
    </Box>
  );
};
