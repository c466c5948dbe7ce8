import { Box, Button, Heading, Text } from '@chakra-ui/react';
import { Link } from 'react-router';
import type { Quote } from '@kettle/contract/costing';
import { useQuotesQuery } from '../../ground/api/costing.ts';
import { useMarket } from '../../ground/market/market.ts';
import { count, day, money } from '../../ground/ui/format.ts';
import { PlainTable } from '../../ground/ui/plain-table.tsx';

const LONGEST_SOURCE = 200;
const sourceOf = ({ supplier, price, currency, minimum, day: of }: Quote): string =>
  `${supplier}, ${price} ${currency} from ${minimum} on, ${day(of)}`.slice(0, LONGEST_SOURCE);

/** What suppliers asked for a piece; one of them is taken as the unit cost by a press. */
export const Quotes = ({ code, onUse }: { code: string; onUse: (sum: number, source: string) => void }) => {
  const market = useMarket();
  const { data } = useQuotesQuery({ params: { marketplace: market.id, code } });
  if (!data) return null;
  return (
    <Box flex="1 1 100%" mt="3">
      <Heading as="h3" fontSize="14px" mb="1">
        Suppliers’ quotes
      </Heading>
      {data.length === 0 ? (
        <Text color="inkSoft">
          None yet. A file or a pasted table of quotes goes in under{' '}
          <Link to="/sources" style={{ textDecoration: 'underline' }}>
            Sources
          </Link>
          : listing code, supplier, price, from how many pieces.
        </Text>
      ) : (
        <PlainTable
          label="Suppliers’ quotes"
          rows={data}
          rowKey={(q) => q.id}
          columns={[
            {
              head: 'Supplier',
              names: true,
              cell: (q) => (q.country === '' ? q.supplier : `${q.supplier}, ${q.country}`),
            },
            { head: 'Of', align: 'left', cell: (q) => day(q.day) },
            { head: 'From pieces', cell: (q) => count(q.minimum) },
            { head: 'Price a piece', cell: (q) => `${q.price} ${q.currency}` },
            {
              head: `In ${market.currency}`,
              cell: (q) => (
                <span title={q.rate ? `At ${q.rate.rate}, the rate of ${day(q.rate.day)}` : undefined}>
                  {q.here === null ? 'no rate known' : money(q.here, market)}
                </span>
              ),
            },
            { head: 'Terms', align: 'left', cell: (q) => q.terms || '—' },
            { head: 'Days', cell: (q) => count(q.leadDays) },
            {
              head: 'Valid until',
              align: 'left',
              cell: (q) => (q.validUntil === null ? '—' : `${q.over ? '▲ ' : ''}${day(q.validUntil)}`),
            },
            {
              head: '',
              width: '120px',
              cell: (q) => (
                <Button
                  size="2xs"
                  variant="outline"
                  disabled={q.here === null}
                  aria-label={`Use the quote of ${q.supplier} from ${q.minimum} pieces`}
                  onClick={() => q.here !== null && onUse(q.here, sourceOf(q))}
                >
                  Use as unit cost
                </Button>
              ),
            },
          ]}
        />
      )}
    </Box>
  );
};
