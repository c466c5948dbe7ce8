import { Box, Button, Flex, Heading, IconButton, Text } from '@chakra-ui/react';
import { X } from 'lucide-react';
import type { SupplierRequest } from '@kettle/contract/suppliers';
import { daysBetween, type Day } from '@kettle/core/measures/day';
import {
  useForgetRequestMutation,
  useLookForAnswersMutation,
  useSupplierRequestsQuery,
} from '../../ground/api/suppliers.ts';
import { useMarket } from '../../ground/market/market.ts';
import { count, day } from '../../ground/ui/format.ts';
import { Mark, type MarkKind } from '../../ground/ui/mark.tsx';
import { PlainTable } from '../../ground/ui/plain-table.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';

/** After so many days without an answer none is to be hoped for. */
const HOPELESS_DAYS = 10;

const standing = ({ state, askedOn, answeredOn, says }: SupplierRequest, today: Day): [MarkKind, string] => {
  if (state === 'quoted') return ['holds', `quoted ${day(answeredOn!, today)}. ${says}`];
  if (state === 'declined') return ['fails', `declined ${day(answeredOn!, today)}. ${says}`];
  const days = daysBetween(askedOn, today);
  if (days === 0) return ['open', 'asked today'];
  const waited = `no answer for ${days} ${days === 1 ? 'day' : 'days'}`;
  return days >= HOPELESS_DAYS ? ['care', `${waited}: ask another`] : ['open', waited];
};

/** What suppliers were asked for a piece like this one, and what they said. */
export const Requests = ({ code, today }: { code: string; today: Day }) => {
  const market = useMarket();
  const { data } = useSupplierRequestsQuery({ params: { marketplace: market.id, code } });
  const [forget] = useForgetRequestMutation();
  const [look, { data: found, error, isLoading }] = useLookForAnswersMutation();
  if (!data || data.length === 0) return null;
  const waiting = data.filter((r) => r.state === 'waiting').length;
  return (
    <Box mt="3">
      <Flex align="center" gap="3" mb="1">
        <Heading as="h4" fontSize="13px">
          Asked
        </Heading>
        {waiting > 0 && (
          <Button
            size="2xs"
            variant="outline"
            loading={isLoading}
            onClick={() => void look({ params: { marketplace: market.id } })}
          >
            Look for answers
          </Button>
        )}
        <Text role="status" color="inkSoft">
          {found &&
            (found.quoted + found.declined === 0
              ? 'None has come yet.'
              : `${found.quoted} with a quote, ${found.declined} without.`)}
        </Text>
      </Flex>
      <ProblemNote error={error} />
      <PlainTable
        label="What suppliers were asked"
        rows={data}
        rowKey={(r) => r.id}
        columns={[
          { head: 'Supplier', names: true, cell: (r) => r.supplier },
          {
            head: 'For',
            align: 'left',
            cell: (r) => <span title={r.note}>{`${r.makes}, ${r.pieces.map(count).join(', ')} pieces`}</span>,
          },
          { head: 'Asked', cell: (r) => day(r.askedOn, today) },
          {
            head: 'What came',
            align: 'left',
            cell: (r) => {
              const [kind, words] = standing(r, today);
              return (
                <>
                  <Mark kind={kind} word={r.state} />
                  {words}
                </>
              );
            },
          },
          {
            head: 'Remove',
            unseen: true,
            cell: (r) => (
              <IconButton
                size="2xs"
                variant="ghost"
                aria-label={`Take the request to ${r.supplier} from the list`}
                onClick={() => void forget({ params: { marketplace: market.id, code, id: r.id } })}
              >
                <X size={13} />
              </IconButton>
            ),
          },
        ]}
      />
    </Box>
  );
};
