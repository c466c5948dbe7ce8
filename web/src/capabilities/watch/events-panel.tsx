import { Box, Button, Flex, Text } from '@chakra-ui/react';
import type { WatchEvent } from '@kettle/contract/watch';
import {
  useAddWatchEventMutation,
  useDropWatchEventMutation,
  useWatchEventsQuery,
} from '../../ground/api/candidates.ts';
import { ChoiceField, FieldRow, Form, SendButton, TextField, useKeptForm } from '../../ground/form/form.tsx';
import { useMarket } from '../../ground/market/market.ts';
import { day } from '../../ground/ui/format.ts';

const KINDS = [
  ['sale', 'Sale days'],
  ['holiday', 'Holiday'],
  ['note', 'Note'],
] as const;

/** Holidays, sale days and notes of one's own, which stand on the axis of every chart of several listings. */
export const EventsPanel = () => {
  const market = useMarket();
  const params = { marketplace: market.id };
  const { data = [] } = useWatchEventsQuery({ params });
  const [add] = useAddWatchEventMutation();
  const [drop] = useDropWatchEventMutation();
  const form = useKeptForm(
    `watch-event/${market.id}`,
    { kind: 'sale', first: market.today, last: '', text: '' },
    async ({ kind, first, last, text }) => {
      const body = { kind: kind as WatchEvent['kind'], first, last: last || first, text };
      const { error } = await add({ params, body });
      return { error };
    },
  );
  return (
    <Box as="section" aria-labelledby="events" mt="5" fontSize="13px">
      <Text asChild fontWeight="700" fontSize="15px">
        <h2 id="events">On the axis</h2>
      </Text>
      <Box as="ul" listStyleType="none">
        {data.map((e) => (
          <Flex as="li" key={e.id} gap="2" align="center">
            <span>
              {day(e.first, market.today)}
              {e.last !== e.first && ` to ${day(e.last, market.today)}`}: {e.text}
            </span>
            <Box as="span" color="inkSoft">
              {KINDS.find(([k]) => k === e.kind)![1].toLowerCase()}
            </Box>
            <Button
              size="2xs"
              variant="ghost"
              aria-label={`Take ${e.text} off the axis`}
              onClick={() => void drop({ params: { ...params, id: e.id } })}
            >
              {' '}
              ×
            </Button>
          </Flex>
        ))}
      </Box>
      <Box maxW="46rem" mt="1">
        <Form of={form}>
          <FieldRow>
            <ChoiceField name="kind" label="What" options={KINDS} />
            <TextField name="first" label="First day" type="date" width="140px" required />
            <TextField name="last" label="Last day" type="date" width="140px" />
            <TextField name="text" label="Words" placeholder="Midsummer sale" maxLength={200} required />
            <SendButton quiet empty="text">
              Put it there
            </SendButton>
          </FieldRow>
        </Form>
      </Box>
    </Box>
  );
};
