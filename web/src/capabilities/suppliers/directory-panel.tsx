import { Box, Button, Flex, Heading, Input, Text } from '@chakra-ui/react';
import { useDeferredValue, useState, type ReactNode } from 'react';
import { CARDS_A_PAGE, type CardOrder, type CardSeen, type SupplierCard } from '@kettle/contract/suppliers';
import { priceAt, type Piece } from '@kettle/core/costing/landing';
import type { Offer } from '@kettle/core/documents/landing';
import type { Day } from '@kettle/core/measures/day';
import { useRatesQuery } from '../../ground/api/costing.ts';
import {
  useCardsAsideQuery,
  usePutCardAsideMutation,
  usePutCardBackMutation,
  useSuppliersQuery,
} from '../../ground/api/suppliers.ts';
import { useMarket } from '../../ground/market/market.ts';
import { keep, kept } from '../../ground/state/kept.ts';
import { count, day } from '../../ground/ui/format.ts';
import { LabelledChoice } from '../../ground/ui/labelled-choice.tsx';
import { PlainTable } from '../../ground/ui/plain-table.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { AskForm } from './ask-form.tsx';
import { Requests } from './requests.tsx';

const ORDERS: readonly (readonly [CardOrder, string])[] = [
  ['fits', 'what fits the words'],
  ['price', 'price'],
  ['least', 'least order'],
  ['days', 'days to make it'],
];
interface Choice {
  words: string;
  category: string;
  order: CardOrder;
}

/** Makers in the directory, what their listed prices would come to landed, and the way to a quote. */
export const DirectoryPanel = ({
  code,
  category,
  today,
  piece,
  firstOrder,
  candidate,
  landed,
  children,
}: {
  code: string;
  /** The find’s own, as a path. */
  category: string;
  today: Day;
  piece: Piece;
  firstOrder: number | null;
  candidate: number | null;
  /** What a piece of an offer costs landed at so many pieces, in the words of a cell. */
  landed: (offer: Offer, pieces: number) => string;
  /** What stands under the open directory. */
  children?: ReactNode;
}) => {
  const market = useMarket();
  const place = `suppliers/${market.id}/${code}`;
  const [isOpen, setOpen] = useState(() => kept<boolean>(`${place}/open`) ?? false);
  const toggle = (): void => {
    setOpen(!isOpen);
    keep(`${place}/open`, isOpen ? null : true);
  };
  return (
    <Box mt="4" as="section" aria-labelledby="directory">
      <Flex align="center" gap="3">
        <Heading as="h4" id="directory" fontSize="14px">
          Suppliers
        </Heading>
        <Button size="2xs" variant="outline" aria-expanded={isOpen} onClick={toggle}>
          {isOpen ? 'Close the directory' : 'Look in the directory'}
        </Button>
        <Text color="inkSoft" fontSize="12px">
          A simulated directory that comes with the demo: none of these makers exist.
        </Text>
      </Flex>
      {isOpen && (
        <>
          <Directory {...{ code, category, today, piece, firstOrder, candidate, landed, place }} />
          {children}
        </>
      )}
      <Requests code={code} today={today} />
    </Box>
  );
};

const Directory = ({
  code,
  category,
  today,
  piece,
  firstOrder,
  candidate,
  landed,
  place,
}: Parameters<typeof DirectoryPanel>[0] & { place: string }) => {
  const market = useMarket();
  const levels = category.split(' › ');
  const [choice, setKept] = useState<Choice>(() => ({
    words: '',
    category,
    order: 'fits',
    ...kept<Partial<Choice>>(`${place}/choice`),
  }));
  const [page, setPage] = useState(0);
  const [onlyAside, setOnlyAside] = useState(false);
  const [asking, setAsking] = useState<string | null>(null);
  const setChoice = (part: Partial<Choice>): void => {
    const next = { ...choice, ...part };
    setKept(next);
    setPage(0);
    setOnlyAside(false);
    keep(`${place}/choice`, next);
  };
  const pieces = firstOrder ?? 500;
  const asked = useDeferredValue({ ...choice, pieces, page });
  const params = { marketplace: market.id };
  const { data, error, isFetching, refetch } = useSuppliersQuery({ params, query: asked });
  const { data: aside = [] } = useCardsAsideQuery({ params });
  const { data: rates = [] } = useRatesQuery({ params });
  const [putAside, { error: refused }] = usePutCardAsideMutation();
  const [putBack] = usePutCardBackMutation();
  const rows = onlyAside ? aside : (data?.cards ?? []);
  const offerOf = (card: SupplierCard, of: Day): Offer => {
    const { supplier, currency, steps, term, leadDays, carton } = card;
    const rate = rates.find((r) => r.currency === currency);
    return { supplier, day: of, currency, rate: rate ? { day: rate.day, rate: rate.rate } : null, steps, term, leadDays, carton, once: 0 }; // prettier-ignore
  };
  const landedOf = ({ card, aside: since }: CardSeen): string => {
    if (card.currency !== market.currency && !rates.some((r) => r.currency === card.currency))
      return `no rate of ${card.currency}`;
    if (priceAt(card, pieces) === null) return `from ${count(card.steps[0]!.from)}`;
    return landed(offerOf(card, onlyAside && since ? since : today), pieces);
  };
  const total = onlyAside ? aside.length : (data?.total ?? 0);
  const pages = Math.ceil(total / CARDS_A_PAGE);
  const asking_ = rows.find((r) => r.card.ref === asking);
  return (
    <Box mt="2">
      <Flex gap="3" align="flex-end" wrap="wrap" mb="2">
        <label>
          <Box>Words</Box>
          <Input
            size="sm"
            w="220px"
            bg="paper"
            maxLength={160}
            value={choice.words}
            placeholder="press, hinge, oak"
            onChange={(e) => setChoice({ words: e.target.value })}
          />
        </label>
        <LabelledChoice
          label="Made for"
          width="250px"
          value={choice.category}
          onChange={(path) => setChoice({ category: path })}
          options={[
            ...levels.map((name, i) => [levels.slice(0, i + 1).join(' › '), name] as const).reverse(),
            ['', 'anything'],
          ]}
        />
        <LabelledChoice
          label="First"
          width="170px"
          value={choice.order}
          onChange={(order) => setChoice({ order: order as CardOrder })}
          options={ORDERS}
        />
        <Button
          size="sm"
          variant={onlyAside ? 'solid' : 'outline'}
          aria-pressed={onlyAside}
          disabled={aside.length === 0}
          onClick={() => setOnlyAside(!onlyAside)}
        >
          Put aside ({aside.length})
        </Button>
        <Text color="inkSoft" pb="1" role="status">
          {isFetching && !data ? 'Asking the directory …' : `${count(total)} listed`}
        </Text>
      </Flex>
      {!onlyAside && error !== undefined && (
        <>
          <ProblemNote error={error} />
          <Button size="2xs" variant="outline" loading={isFetching} onClick={() => void refetch()}>
            Ask again
          </Button>
        </>
      )}
      <ProblemNote error={refused} />
      {(onlyAside || !error) && rows.length === 0 && !isFetching && (
        <Text color="inkSoft">
          Nobody is listed for that. Fewer words, or a wider “made for”, finds more; a quote of any other maker can be
          typed in above.
        </Text>
      )}
      {(onlyAside || !error) && rows.length > 0 && (
        <PlainTable
          label="Suppliers in the directory"
          rows={rows}
          rowKey={(r) => r.card.ref}
          lookOf={(r) => (r.card.ref === asking ? 'chosen' : undefined)}
          columns={[
            {
              head: 'Supplier',
              names: true,
              cell: ({ card: c }) => (
                <span title={c.about}>
                  {c.supplier}, {c.country}
                  <Box as="span" color="inkSoft" fontWeight="400">
                    {' '}
                    since {c.since}
                  </Box>
                </span>
              ),
            },
            { head: 'Makes', align: 'left', cell: ({ card: c }) => c.makes },
            {
              head: `Lists at ${count(pieces)}`,
              explanation: 'The listed price of a piece; a quote may differ',
              cell: ({ card: c }) => (
                <span title={c.steps.map((s) => `from ${s.from}: ${s.price} ${c.currency}`).join('\n')}>
                  {`${priceAt(c, pieces)?.toFixed(2) ?? '—'} ${c.currency} ${c.term ?? ''}`}
                </span>
              ),
            },
            { head: 'Least', explanation: 'Pieces of the least order', cell: ({ card: c }) => count(c.steps[0]!.from) },
            { head: 'Days', explanation: 'From order to hand-over', cell: ({ card: c }) => c.leadDays ?? '—' },
            {
              head: 'Sample',
              explanation: 'Its price, and the days until it leaves',
              cell: ({ card: c }) =>
                c.sample ? `${c.sample.price.toFixed(0)} ${c.currency}, ${c.sample.days} d` : 'none',
            },
            {
              head: `≈ landed, ${market.currency}`,
              explanation: 'A piece at the listed price, with your own freight, duty and other legs',
              cell: landedOf,
            },
            {
              head: 'What to do',
              unseen: true,
              cell: ({ card: c, aside: since }) => (
                <Flex gap="1" justify="flex-end">
                  <Button
                    size="2xs"
                    variant="ghost"
                    aria-pressed={since !== null}
                    aria-label={`${since === null ? 'Put aside' : 'No longer aside'}: ${c.supplier}, ${c.makes}`}
                    title={since === null ? undefined : `Put aside ${day(since, today)}`}
                    onClick={() =>
                      void (since === null ? putAside : putBack)({ params: { marketplace: market.id, ref: c.ref } })
                    }
                  >
                    {since === null ? 'Put aside' : '● aside'}
                  </Button>
                  <Button
                    size="2xs"
                    variant="outline"
                    aria-expanded={asking === c.ref}
                    aria-label={`Ask ${c.supplier} for a quote, ${c.makes}`}
                    onClick={() => setAsking(asking === c.ref ? null : c.ref)}
                  >
                    Ask for a quote
                  </Button>
                </Flex>
              ),
            },
          ]}
        />
      )}
      {asking_ && (
        <AskForm
          key={asking_.card.ref}
          {...{ code, piece, firstOrder, candidate }}
          card={asking_.card}
          onDone={() => setAsking(null)}
        />
      )}
      {!onlyAside && pages > 1 && (
        <Flex gap="2" mt="2" align="center">
          <Button size="2xs" variant="outline" disabled={page === 0} onClick={() => setPage(page - 1)}>
            Before
          </Button>
          <Text color="inkSoft">
            Page {page + 1} of {pages}
          </Text>
          <Button size="2xs" variant="outline" disabled={page + 1 >= pages} onClick={() => setPage(page + 1)}>
            Next
          </Button>
        </Flex>
      )}
    </Box>
  );
};
