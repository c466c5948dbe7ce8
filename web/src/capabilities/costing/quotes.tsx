import { Box, Button, Flex, Heading, IconButton, Text } from '@chakra-ui/react';
import { Pencil, X } from 'lucide-react';
import { useDeferredValue, useMemo, useState } from 'react';
import type { Quote } from '@kettle/contract/costing';
import { LANDED_NAMES, splitOrder } from '@kettle/core/costing/costing';
import { EMPTY_LANDING, priceAt, type Piece } from '@kettle/core/costing/landing';
import type { CostingDocument } from '@kettle/core/documents/costing';
import type { Landing, Offer } from '@kettle/core/documents/landing';
import { currencyExponent, majorFromMinor } from '@kettle/core/money/money';
import { useQuotesQuery, useRemoveQuoteMutation } from '../../ground/api/costing.ts';
import { useMarket } from '../../ground/market/market.ts';
import { keep, kept } from '../../ground/state/kept.ts';
import { count, day, money } from '../../ground/ui/format.ts';
import { LabelledChoice } from '../../ground/ui/labelled-choice.tsx';
import { Mark } from '../../ground/ui/mark.tsx';
import { PlainTable } from '../../ground/ui/plain-table.tsx';
import { DirectoryPanel } from '../suppliers/directory-panel.tsx';
import { HandleChart } from './handle-chart.tsx';
import { landOffer, turnsOfOffers, type Landed, type OffersAsked } from './landed-offers.ts';
import { QuoteForm } from './quote-form.tsx';
import { WayFields } from './way-fields.tsx';

/** What a costing keeps of a quote. */
export const offerOf = ({ supplier, day: of, currency, rate, steps, term, leadDays, carton, once }: Quote): Offer => ({
  supplier,
  day: of,
  currency,
  rate,
  steps,
  term,
  leadDays,
  carton,
  once,
});
/** What a seller’s way has in common from one find to the next. */
type Last = Pick<Landing, 'ways' | 'legs' | 'insured'>;
const COLOURS = ['series1', 'series2', 'series3', 'series4', 'series5'];
/** Turns are looked for up to this many pieces, or five times the first order. */
const LOOKED = 2000;
const MOST_LOOKED = 20_000;
const TURNS_TOLD = 9;

/** Suppliers' quotes side by side, as a piece costs landed at the first order; one of them is what the costing goes by. */
export const Quotes = ({
  code,
  today,
  piece,
  given,
  firstOrder,
  category,
  candidate,
  onChange,
}: {
  code: string;
  today: string;
  category: string;
  candidate: number | null;
  piece: Piece;
  given: Landing | undefined;
  firstOrder: number | null;
  onChange: (part: Partial<CostingDocument>) => void;
}) => {
  const market = useMarket();
  const { data } = useQuotesQuery({ params: { marketplace: market.id, code } });
  const [remove] = useRemoveQuoteMutation();
  const [editing, setEditing] = useState<Quote | 'new' | null>(null);
  const [way, setWay] = useState<number | null>(null);
  const place = `landing/${market.id}`;
  const [last] = useState(() => kept<Last>(place));
  const landing = useMemo(() => given ?? { ...EMPTY_LANDING, ...last }, [given, last]);
  const setLanding = (next: Landing): void => {
    const { ways, legs, insured } = next;
    keep(place, { ways, legs, insured } satisfies Last);
    onChange({ landing: next });
  };
  const known = useMemo(
    () => data?.filter((q) => q.rate !== null || q.currency === market.currency) ?? [],
    [data, market],
  );
  const offers = useMemo(() => known.map(offerOf), [known]);
  const pieces = firstOrder ?? Math.min(...offers.map((o) => Math.max(...o.steps.map((s) => s.from))));
  const asked = useMemo(
    (): OffersAsked => ({ offers, landing, piece, digits: currencyExponent(market.currency), way }),
    [offers, landing, piece, market, way],
  );
  if (!data) return null;
  const landed = (quote: Quote): Landed | string => {
    if (!known.includes(quote))
      return `No rate of ${quote.currency} is known near ${day(quote.day)}: change the quote to type it.`;
    return landOffer(asked, offerOf(quote), pieces);
  };
  // What is known as a whole first, the cheapest on top; what cannot be had last.
  const rows = data
    .map((quote) => ({ quote, landed: landed(quote) }))
    .sort((a, b) => placeOf(a.landed) - placeOf(b.landed) || sumOf(a.landed) - sumOf(b.landed));
  const sums = rows.flatMap((r) =>
    typeof r.landed === 'string' || r.landed.order.total === null ? [] : [r.landed.order.total],
  );
  const least = sums.length > 0 ? Math.min(...sums) : null;
  const isChosen = ({ supplier, day: of }: Quote): boolean =>
    landing.chosen?.offer.supplier === supplier && landing.chosen.offer.day === of;
  const use = (quote: Quote, by: Landed): void => {
    onChange({ firstOrder: pieces, landing: { ...landing, chosen: { offer: offerOf(quote), way: by.way } } });
  };
  const each = (sum: number | null): string => (sum === null ? '?' : money(Math.round(sum / pieces), market));
  type Row = (typeof rows)[number];
  const orderCell = (of: (landed: Landed) => string) => (r: Row) => (typeof r.landed === 'string' ? '' : of(r.landed));
  const part = ({ order }: Landed, keys: (key: string) => boolean): number | null =>
    order.lines
      .filter((l) => keys(l.key))
      .reduce<number | null>((sum, l) => (sum === null || l.amount === null ? null : sum + l.amount), 0);
  return (
    <Box as="section" aria-labelledby="quotes" mt="8">
      <Heading as="h3" id="quotes" fontSize="15px" mb="1">
        Quotes, landed
      </Heading>
      {data.length === 0 ? (
        <Text color="inkSoft" maxW="680px">
          None yet. Type one in, or paste its prices from a spreadsheet; a file of many goes in under Sources.
        </Text>
      ) : (
        <>
          <Flex gap="4" align="flex-end" wrap="wrap" mb="2">
            <LabelledChoice
              label="By"
              width="170px"
              value={String(way ?? '')}
              onChange={(v) => setWay(v === '' ? null : Number(v))}
              options={[['', 'what costs least'], ...landing.ways.map((w, i) => [String(i), w.name] as const)]}
            />
            <Text color="inkSoft" pb="1">
              {count(pieces)} pieces{firstOrder === null ? ' (no first order is typed)' : ''}
              {landing.variations > 1 && `: ${splitInWords(pieces, landing.variations)}`}. Each sum of the order is
              rounded once; a piece is its share.
            </Text>
          </Flex>
          <PlainTable
            label="Quotes, landed"
            rows={rows}
            rowKey={({ quote }) => `${quote.supplierId}/${quote.day}/${quote.currency}`}
            lookOf={({ quote }) => (isChosen(quote) ? 'chosen' : undefined)}
            columns={[
              {
                head: 'Supplier',
                names: true,
                cell: ({ quote: q }) => (
                  <>
                    {q.supplier}
                    {q.country && `, ${q.country}`}
                    <Box as="span" color="inkSoft" fontWeight="400">
                      {' '}
                      {day(q.day, today)}
                      {q.over && ', ▲ over'}
                    </Box>
                  </>
                ),
              },
              {
                head: 'Asks',
                cell: ({ quote: q }) => (
                  <span
                    title={q.steps.map((s) => `from ${s.from}: ${s.price} ${q.currency}`).join('\n')}
                  >{`${priceAt(q, pieces) ?? '—'} ${q.currency} ${q.term ?? ''}`}</span>
                ),
              },
              { head: 'Goods', cell: orderCell((l) => each(part(l, (k) => k === 'goods' || k === 'once'))) },
              {
                head: 'Way',
                cell: orderCell((l) =>
                  each(part(l, (k) => !['goods', 'once', 'duty', 'inspection', 'branding'].includes(k))),
                ),
              },
              { head: 'Duty', cell: orderCell((l) => each(part(l, (k) => k === 'duty'))) },
              {
                head: `A piece landed, ${market.currency}`,
                cell: ({ landed: l }) =>
                  typeof l === 'string' ? (
                    <Text as="span" color="inkSoft" fontSize="12px">
                      {l}
                    </Text>
                  ) : l.order.total === null ? (
                    <span title={openInWords(l)}>
                      <Mark kind="open" word="not all is known" />
                      over {each(l.order.known)}
                    </span>
                  ) : (
                    <b>
                      {l.order.total === least && sums.length > 1 && <Mark kind="holds" word="costs least" />}
                      {each(l.order.total)}
                    </b>
                  ),
              },
              { head: 'The order', cell: orderCell((l) => money(l.order.total ?? l.order.known, market, true)) },
              {
                head: 'By',
                align: 'left',
                cell: orderCell((l) =>
                  l.way === null || !l.order.lines.some((x) => x.key === 'carriage')
                    ? 'its price'
                    : landing.ways[l.way]!.name,
                ),
              },
              { head: 'Days', cell: orderCell((l) => (l.order.days === null ? '?' : count(l.order.days))) },
              {
                head: '',
                width: '150px',
                cell: ({ quote, landed: l }) => (
                  <Flex gap="1" justify="flex-end">
                    <Button
                      size="2xs"
                      variant="outline"
                      disabled={typeof l === 'string'}
                      aria-label={`Reckon with the quote of ${quote.supplier}, ${quote.day}`}
                      onClick={() => typeof l !== 'string' && use(quote, l)}
                    >
                      {isChosen(quote) ? 'Reckon anew' : 'Reckon with it'}
                    </Button>
                    <IconButton
                      size="2xs"
                      variant="ghost"
                      aria-label={`Change the quote of ${quote.supplier}, ${quote.day}`}
                      onClick={() => setEditing(quote)}
                    >
                      <Pencil size={13} />
                    </IconButton>
                    <IconButton
                      size="2xs"
                      variant="ghost"
                      aria-label={`Remove the quote of ${quote.supplier}, ${quote.day}`}
                      onClick={() =>
                        void remove({
                          params: { marketplace: market.id, code, supplier: quote.supplierId, day: quote.day },
                        })
                      }
                    >
                      <X size={13} />
                    </IconButton>
                  </Flex>
                ),
              },
            ]}
          />
          <OpenLines rows={rows} />
          <Compared asked={asked} pieces={pieces} onPieces={(order) => onChange({ firstOrder: order })} />
        </>
      )}
      <Button
        mt="2"
        size="2xs"
        variant="outline"
        aria-expanded={editing !== null}
        onClick={() => setEditing(editing === null ? 'new' : null)}
      >
        {editing === null ? 'Type in a quote' : 'Leave it'}
      </Button>
      {editing !== null && (
        <QuoteForm
          key={editing === 'new' ? 'new' : `${editing.supplierId}/${editing.day}`}
          code={code}
          today={today}
          of={editing === 'new' ? null : editing}
          onDone={() => setEditing(null)}
        />
      )}
      {market.simulated && (
        <DirectoryPanel
          {...{ code, category, today, piece, firstOrder, candidate }}
          landed={(offer, of) => {
            const found = landOffer({ landing, piece, digits: currencyExponent(market.currency), way }, offer, of);
            if (typeof found === 'string') return '—';
            const { total, known: least } = found.order;
            return `${total === null ? 'over ' : ''}${money(Math.round((total ?? least) / of), market)}`;
          }}
        >
          {data.length === 0 && <WayFields landing={landing} offers={offers} onChange={setLanding} />}
        </DirectoryPanel>
      )}
      {data.length > 0 && !given && last && (
        <Text mt="3" color="inkSoft" fontSize="12px">
          Freight and the other legs stand as you typed them last; duty is this find’s own.
        </Text>
      )}
      {data.length > 0 && <WayFields landing={landing} offers={offers} onChange={setLanding} />}
    </Box>
  );
};

const placeOf = (landed: Landed | string): number =>
  typeof landed === 'string' ? 2 : landed.order.total === null ? 1 : 0;
const sumOf = (landed: Landed | string): number => (typeof landed === 'string' ? 0 : landed.order.known);

/** How an order is split over variations. @example splitInWords(1000, 3) // => "334 once, 333 twice" */
const splitInWords = (pieces: number, variations: number): string => {
  const split = splitOrder(pieces, variations);
  const [most, fewest] = [split[0]!, split.at(-1)!];
  const ofMost = split.filter((n) => n === most).length;
  return most === fewest
    ? `${count(most)} of each of ${variations}`
    : `${count(most)} of ${ofMost} and ${count(fewest)} of ${variations - ofMost} variations`;
};

const openInWords = ({ order }: Landed): string =>
  `Not known: ${order.open.map((key) => LANDED_NAMES[key].toLowerCase()).join(', ')}.`;

/** What is still to be asked for, what most quotes wait for first. */
const OpenLines = ({ rows }: { rows: readonly { landed: Landed | string }[] }) => {
  const waits = new Map<string, number>();
  for (const { landed } of rows)
    if (typeof landed !== 'string')
      for (const key of landed.order.open) waits.set(LANDED_NAMES[key], (waits.get(LANDED_NAMES[key]) ?? 0) + 1);
  if (waits.size === 0) return null;
  const names = [...waits].sort((a, b) => b[1] - a[1]).map(([name]) => name.toLowerCase());
  return (
    <Text mt="1" role="status">
      <Mark kind="open" word="open" />
      Not known yet: {names.join(', ')}. Type them in below: a quote is compared once all of its own are there.
    </Text>
  );
};

/** A piece landed by the size of the order, for each quote, and every number of pieces at which the order turns. */
const Compared = ({
  asked,
  pieces,
  onPieces,
}: {
  asked: OffersAsked;
  pieces: number;
  onPieces: (pieces: number) => void;
}) => {
  const market = useMarket();
  const upTo = Math.min(MOST_LOOKED, Math.max(LOOKED, pieces * 5));
  const slow = useDeferredValue(asked);
  const lastUpTo = useDeferredValue(upTo);
  const from = Math.max(1, Math.min(...slow.offers.flatMap((o) => o.steps.map((s) => s.from))));
  const shown = Math.max(
    from + 10,
    Math.min(lastUpTo, Math.max(...slow.offers.flatMap((o) => o.steps.map((s) => s.from * 2)))),
  );
  const turns = useMemo(() => turnsOfOffers(slow, lastUpTo), [slow, lastUpTo]);
  const points = useMemo(() => {
    const numbers = new Set(slow.offers.flatMap((o) => o.steps.flatMap((s) => [s.from - 1, s.from])));
    for (let i = 0; i <= 100; i++) numbers.add(Math.round(from + ((shown - from) * i) / 100));
    return [...numbers]
      .filter((n) => n >= from && n <= shown)
      .sort((a, b) => a - b)
      .map((n) => ({
        at: n,
        ...Object.fromEntries(
          slow.offers.map((offer, i) => {
            const landed = landOffer(slow, offer, n);
            const total = typeof landed === 'string' ? null : landed.order.total;
            return [`q${i}`, total === null ? null : majorFromMinor(total / n, market.currency)];
          }),
        ),
      }));
  }, [slow, from, shown, market]);
  const lines = useMemo(
    () =>
      slow.offers.map((o, i) => ({
        key: `q${i}`,
        name: o.supplier,
        colour: COLOURS[i % COLOURS.length]!,
        dashed: i % 2 === 1,
      })),
    [slow],
  );
  const leaders = turns.filter((t, i) => t.order.length > 0 && t.order[0] !== turns[i - 1]?.order[0]);
  if (leaders.length === 0) return null;
  const nameOf = (i: number): string => slow.offers[i]!.supplier;
  return (
    <Box mt="3">
      <Text mb="2">
        Landed {nameOf(leaders[0]!.order[0]!)} costs least from {count(leaders[0]!.from)} pieces on
        {leaders.slice(1, TURNS_TOLD).map((t) => `, ${nameOf(t.order[0]!)} from ${count(t.from)}`)}
        {leaders.length > TURNS_TOLD && `, and it turns ${leaders.length - TURNS_TOLD} more times`} (looked at up to{' '}
        {count(lastUpTo)} pieces; the whole order of the quotes turns{' '}
        {turns.length === 2 ? 'once' : `${count(turns.length - 1)} times`}).
      </Text>
      <HandleChart
        caption={`A piece landed, by the size of the order, ${market.currency}`}
        label="First order, pieces"
        points={points}
        lines={lines}
        from={from}
        to={shown}
        step={10}
        value={pieces}
        valueText={`${count(pieces)} pieces`}
        digits={currencyExponent(market.currency)}
        xText={count}
        onChange={onPieces}
      />
      <Flex gap="3" fontSize="12px" ml="46px">
        {lines.map((l) => (
          <Flex key={l.key} align="center" gap="1">
            <Box
              w="14px"
              borderTopWidth="2px"
              borderStyle={l.dashed ? 'dashed' : 'solid'}
              borderColor={l.colour}
              aria-hidden
            />
            {l.name}
          </Flex>
        ))}
      </Flex>
    </Box>
  );
};
