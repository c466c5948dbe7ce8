import { Box, Button, Flex, Text } from '@chakra-ui/react';
import { Link } from 'react-router';
import type { Candidate } from '@kettle/contract/candidates';
import type { WaitFor } from '@kettle/core/documents/watch-rules';
import { typedNumber, typedNumberFault } from '@kettle/core/measures/typed-number';
import { minorFromMajor } from '@kettle/core/money/money';
import { useChangeCandidateMutation } from '../../ground/api/candidates.ts';
import { ChoiceField, FieldRow, Form, SendButton, TextField, useKeptForm } from '../../ground/form/form.tsx';
import { useMarket } from '../../ground/market/market.ts';
import { day, decimal, NONE } from '../../ground/ui/format.ts';
import { Mark } from '../../ground/ui/mark.tsx';
import { waitedFigure, waitInWords } from '../../ground/ui/wait-in-words.ts';

const MEASURES = [
  ['units', 'units a month'],
  ['price', 'its price'],
  ['rank', 'its rank'],
] as const;
const SIDES = [
  ['above', 'above'],
  ['below', 'below'],
] as const;
const numberFault = (text: string): string | null =>
  typedNumberFault(text) ?? (typedNumber(text)! > 0 ? null : 'Enter a number above 0.');
const weeksFault = (text: string): string | null => {
  const n = Number(text);
  return Number.isInteger(n) && n >= 1 && n <= 52 ? null : 'Whole weeks, 1 to 52.';
};

/** How far a candidate is along the waiting rule, and what it waits for besides. */
export const WaitPanel = ({ candidate }: { candidate: Candidate }) => {
  const market = useMarket();
  const { ready, waiting, waitFor } = candidate;
  const [change, { isLoading }] = useChangeCandidateMutation();
  const form = useKeptForm(
    `wait-for/${candidate.id}`,
    { measure: 'units', is: 'above', value: '', weeks: '4' },
    async ({ measure, is, value, weeks }) => {
      const number = typedNumber(value) ?? 0;
      const wait: WaitFor = {
        measure: measure as WaitFor['measure'],
        is: is as WaitFor['is'],
        value: measure === 'price' ? minorFromMajor(number, market.currency) : number,
        weeks: Number(weeks),
      };
      const { error } = await change({ params: { id: candidate.id }, body: { waitFor: wait } });
      return { error };
    },
  );
  return (
    <Box as="section" aria-labelledby="waiting" mt="5">
      <Text asChild fontWeight="700" mb="1">
        <h2 id="waiting">Waiting</h2>
      </Text>
      <Text>
        {ready.still === null ? (
          <>
            <Mark kind="holds" word="long enough" />
            Watched long enough by your own rule: {decimal(ready.weeks)} weeks, {ready.readings} readings.
          </>
        ) : (
          <>
            <Mark kind="care" word="too early" />
            Too early for the shortlist: {ready.still}.
          </>
        )}{' '}
        <Link to={`/${market.id}/watched/runs`} style={{ textDecoration: 'underline' }}>
          The rule
        </Link>
      </Text>
      {waitFor && waiting ? (
        <Box mt="2">
          <Text>
            <Mark kind={waiting.met ? 'holds' : 'open'} word={waiting.met ? 'it has come' : 'not yet'} />
            {waitInWords(waitFor, market).replace(/^you waited/, 'Wait')}: {waiting.met ? 'it has, for' : 'it has for'}{' '}
            {waiting.held} of {waitFor.weeks}.
          </Text>
          <Flex as="ol" listStyleType="none" gap="3" wrap="wrap" mt="1" aria-label="Weeks">
            {waiting.weeks.map((w) => (
              <Box as="li" key={w.from} fontSize="12px">
                <Mark
                  kind={w.mean === null ? 'care' : w.holds ? 'holds' : 'fails'}
                  word={w.mean === null ? 'hardly read' : w.holds ? 'held' : 'did not hold'}
                />
                {day(w.from, market.today)}: {w.mean === null ? NONE : waitedFigure(waitFor, w.mean, market)}
              </Box>
            ))}
          </Flex>
          <Button
            size="2xs"
            variant="outline"
            mt="1"
            loading={isLoading}
            onClick={() => void change({ params: { id: candidate.id }, body: { waitFor: null } })}
          >
            Wait no more
          </Button>
        </Box>
      ) : (
        <Box mt="2">
          <Text color="inkSoft">Wait until the find’s</Text>
          <Form of={form}>
            <FieldRow>
              <ChoiceField name="measure" label="Figure" options={MEASURES} />
              <ChoiceField name="is" label="holds" options={SIDES} />
              <TextField name="value" label="Bound" width="80px" inputMode="decimal" fault={numberFault} required />
              <TextField name="weeks" label="for weeks" width="60px" inputMode="numeric" fault={weeksFault} required />
              <SendButton quiet empty="value">
                Wait
              </SendButton>
            </FieldRow>
          </Form>
        </Box>
      )}
    </Box>
  );
};
