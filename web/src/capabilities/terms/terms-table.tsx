import { Box, Button, Flex, Input, Text } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import type { FoundTerm } from '@kettle/contract/demand';
import type { Marketplace } from '@kettle/contract/sources';
import { mainTerm, rankTerms, type FoundHow, type RankedTerm } from '@kettle/core/demand/found-by';
import { numberFromText } from '@kettle/core/money/money';
import { medianOf } from '@kettle/core/stats/robust';
import { useBasketQuery, useChangeBasketMutation, useFoundQuery } from '../../ground/api/demand.ts';
import { useMarket } from '../../ground/market/market.ts';
import { DataTable, type Column } from '../../ground/ui/data-table.tsx';
import { count, day, percent } from '../../ground/ui/format.ts';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { saveCsv } from '../../ground/ui/save-csv.ts';
import { Spark } from '../../ground/ui/spark.tsx';

type Ranked = RankedTerm<FoundTerm>;
const HOW: readonly [FoundHow | 'any', string][] = [
  ['any', 'All terms'],
  ['all', 'Found by all'],
  ['some', 'Found by some'],
  ['none', 'Found by none'],
];
const LOWEST_VOLUME = 0;

/** By which terms listings are found, side by side: position, volume, who is missing; and a candidate's term basket. */
export const TermsTable = ({ codes, candidate }: { codes: readonly string[]; candidate: number | null }) => {
  const market = useMarket();
  const { data, error } = useFoundQuery(
    { params: { marketplace: market.id }, query: { codes: codes.join(',') } },
    { skip: codes.length === 0 },
  );
  const { data: basket } = useBasketQuery({ params: { id: candidate ?? 0 } }, { skip: candidate === null });
  const [change, changed] = useChangeBasketMutation();
  const [how, setHow] = useState<FoundHow | 'any'>('any');
  const [place, setPlace] = useState('');
  const [volume, setVolume] = useState('');
  const [names, setNames] = useState(false);
  const [onlyKept, setOnlyKept] = useState(false);
  const [sort, setSort] = useState({ key: 'weight', descending: true });
  const kept = useMemo(() => new Set(basket?.map((t) => t.id)), [basket]);
  const listings = data?.listings;
  const ranked = useMemo(
    () =>
      data
        ? rankTerms(
            data.terms.filter((t) => names || t.brand === null),
            data.listings,
          )
        : [],
    [data, names],
  );
  const main = useMemo(
    () =>
      mainTerm(
        ranked.filter((r) => r.term.brand === null),
        listings ?? [],
      ),
    [ranked, listings],
  );
  const mostPlace = numberFromText(place);
  const leastVolume = numberFromText(volume) ?? LOWEST_VOLUME;
  const shown = useMemo(() => {
    const best = ({ term }: Ranked): number => Math.min(...term.standings.map((s) => s.unpaid ?? Infinity));
    const by = (r: Ranked): number | string => {
      if (sort.key === 'text') return r.term.text;
      if (sort.key === 'volume') return r.term.volumeYear ?? -1;
      if (sort.key === 'found') return r.found;
      if (sort.key === 'relevance') return r.relevance;
      if (sort.key.startsWith('at ')) {
        const unpaid = r.term.standings.find((s) => `at ${s.code}` === sort.key)?.unpaid;
        return unpaid ?? 9999;
      }
      return r.weight ?? -1;
    };
    return ranked
      .filter((r) => how === 'any' || r.how === how)
      .filter((r) => mostPlace === null || best(r) <= mostPlace || r.how === 'none')
      .filter((r) => (r.term.volumeYear ?? 0) >= leastVolume)
      .filter((r) => !onlyKept || kept.has(r.term.id))
      .sort((a, b) => {
        const [x, y] = [by(a), by(b)];
        const way = typeof x === 'string' ? x.localeCompare(String(y)) : x - Number(y);
        return sort.descending ? -way : way;
      });
  }, [ranked, how, mostPlace, leastVolume, onlyKept, kept, sort]);
  const columns = useMemo(
    () =>
      termsColumns(
        market,
        listings ?? [],
        candidate === null
          ? null
          : {
              kept,
              toggle: (id, put) =>
                void change({
                  params: { id: candidate },
                  body: put ? { add: [id], remove: [] } : { add: [], remove: [id] },
                }),
            },
      ),
    [market, listings, candidate, kept, change],
  );
  if (error)
    return (
      <Box px="5">
        <ProblemNote error={error} />
      </Box>
    );
  const counts = (h: FoundHow | 'any'): number => ranked.filter((r) => h === 'any' || r.how === h).length;
  const save = (): void =>
    saveCsv(
      `terms ${codes.join(' ')} ${market.today}`,
      [
        `Terms by which listings of ${market.name} are found, ${market.today}: ${listings?.map((l) => `${l.code} ${l.title}`).join('; ')}.`,
        ...(main ? [`Main term proposed: ${main.reasoning}`] : []),
      ],
      [
        'Term',
        'Searches, year',
        'Relevance',
        'Relevance × searches',
        'Found',
        ...(listings ?? []).flatMap((l) => [`${l.code} unpaid`, `${l.code} paid`]),
        ...(candidate === null ? [] : ['In the basket']),
      ],
      shown.map((r) => [
        r.term.text,
        r.term.volumeYear,
        Number(r.relevance.toFixed(3)),
        r.weight === null ? null : Math.round(r.weight),
        `${r.found} of ${listings?.length ?? 0}`,
        ...(listings ?? []).flatMap((l) => {
          const s = r.term.standings.find((x) => x.code === l.code);
          return [s?.unpaid ?? null, s?.paid ?? null];
        }),
        ...(candidate === null ? [] : [kept.has(r.term.id) ? 'yes' : '']),
      ]),
    );
  return (
    <Flex direction="column" flex="1" minH="0">
      <Box px="5" pt="3" pb="2" fontSize="13px">
        {main ? (
          <Text>
            Main term proposed: <b>{main.term.text}</b>.{' '}
            <Box as="span" color="inkSoft">
              {main.reasoning}
            </Box>{' '}
            <Link
              to={`/${market.id}/shelf?term=${main.term.id}&listing=${codes[0]}`}
              style={{ textDecoration: 'underline' }}
            >
              See its shelf
            </Link>
          </Text>
        ) : (
          data && <Text>No term with known searches finds {codes.length === 1 ? 'it' : 'them'}.</Text>
        )}
        <Flex gap="2" mt="2" wrap="wrap" align="center">
          <Flex role="group" aria-label="Which terms">
            {(codes.length > 1 ? HOW : HOW.filter(([h]) => h !== 'some')).map(([h, label]) => (
              <Button
                key={h}
                size="xs"
                variant="outline"
                bg={how === h ? 'aubergine.subtle' : 'paper'}
                color={how === h ? 'aubergine' : undefined}
                aria-pressed={how === h}
                onClick={() => setHow(h)}
              >
                {codes.length === 1 && h === 'all' ? 'Found' : codes.length === 1 && h === 'none' ? 'Not found' : label}{' '}
                {counts(h)}
              </Button>
            ))}
          </Flex>
          <label>
            Place up to{' '}
            <Input
              size="xs"
              w="56px"
              bg="paper"
              aria-label="Place at most"
              placeholder="any"
              value={place}
              onChange={(e) => setPlace(e.target.value)}
            />
          </label>
          <label>
            Searches a year from{' '}
            <Input
              size="xs"
              w="80px"
              bg="paper"
              aria-label="Searches a year at least"
              placeholder="any"
              value={volume}
              onChange={(e) => setVolume(e.target.value)}
            />
          </label>
          <label>
            <input type="checkbox" className="tick" checked={names} onChange={(e) => setNames(e.target.checked)} />{' '}
            brands’ own names too
          </label>
          {candidate !== null && (
            <label>
              <input
                type="checkbox"
                className="tick"
                checked={onlyKept}
                onChange={(e) => setOnlyKept(e.target.checked)}
              />{' '}
              only the basket, {kept.size}
            </label>
          )}
          <Button size="xs" variant="outline" bg="paper" ml="auto" onClick={save} disabled={!data}>
            Save as CSV
          </Button>
        </Flex>
        <ProblemNote error={changed.error} kept="The basket is as it was." />
      </Box>
      <Box flex="1" minH="240px" position="relative">
        <DataTable
          label="Search terms of the listings"
          keptAs={candidate === null ? 'found' : 'basket'}
          columns={columns}
          rows={shown}
          rowKey={(r) => String(r.term.id)}
          sort={sort}
          onSort={(key) =>
            setSort({ key, descending: sort.key === key ? !sort.descending : key !== 'text' && !key.startsWith('at ') })
          }
          isMarked={(r) => kept.has(r.term.id)}
          empty={<Text p="5">{data ? 'No term passes. Loosen the limits above.' : 'Looking for terms …'}</Text>}
        />
      </Box>
    </Flex>
  );
};

const termsColumns = (
  market: Marketplace,
  listings: readonly { code: string; title: string; brand: string }[],
  basket: { kept: ReadonlySet<number>; toggle: (id: number, put: boolean) => void } | null,
): Column<Ranked>[] => [
  {
    key: 'text',
    head: 'Search term',
    explanation: 'What buyers type.',
    fixed: true,
    sortable: true,
    width: 250,
    cell: ({ term }) => (
      <div className="listing-cell">
        {basket && (
          <input
            type="checkbox"
            className="tick"
            aria-label={`${term.text} in the term basket`}
            checked={basket.kept.has(term.id)}
            onChange={(e) => basket.toggle(term.id, e.target.checked)}
          />
        )}
        <div className="names">
          <div className="title">
            <Link to={`/${market.id}/demand?view=terms&open=${term.id}`}>{term.text}</Link>
          </div>
          <div className="under">
            {term.brand !== null ? <span className="care">▲ the name of {term.brand}</span> : term.words}
          </div>
        </div>
      </div>
    ),
  },
  {
    key: 'volume',
    head: 'Searches, year',
    explanation: 'Searches in the last 52 whole weeks.',
    align: 'right',
    sortable: true,
    width: 112,
    cell: ({ term }) => count(term.volumeYear),
  },
  {
    key: 'relevance',
    head: 'Relevance',
    explanation: 'Mean of the share of its words in the title and of the unpaid place, over the listings; 0 to 1.',
    align: 'right',
    sortable: true,
    width: 90,
    cell: ({ relevance }) => relevance.toFixed(2),
  },
  {
    key: 'weight',
    head: 'Weight',
    explanation:
      'Relevance times searches of a year: the first one that describes the listings is proposed as the main term.',
    align: 'right',
    sortable: true,
    width: 90,
    cell: ({ weight }) => count(weight),
  },
  ...(listings.length > 1
    ? [
        {
          key: 'found',
          head: 'Finds',
          explanation: 'How many of the listings it finds.',
          align: 'right' as const,
          sortable: true,
          width: 76,
          cell: ({ found }: Ranked) => `${found} of ${listings.length}`,
        },
      ]
    : []),
  ...listings.map((l): Column<Ranked> => ({
    key: `at ${l.code}`,
    head:
      listings.length === 1
        ? 'Place'
        : l.brand !== '' && listings.every((x) => x.code === l.code || x.brand !== l.brand)
          ? l.brand
          : l.code,
    explanation: `Unpaid place of ${l.title} (${l.code}) on the first page; 1 is the first. A paid place stands behind it.`,
    align: 'right',
    sortable: true,
    width: listings.length > 1 ? 130 : 90,
    cell: ({ term }) => {
      const s = term.standings.find((x) => x.code === l.code);
      return s ? `${s.unpaid ?? '—'}${s.paid === null ? '' : ` · paid ${s.paid}`}` : '—';
    },
  })),
  ...(listings.length === 1
    ? ([
        {
          key: 'clicks',
          head: 'Share of clicks',
          explanation: 'Its share of the clicks of the term, as last read.',
          align: 'right',
          width: 110,
          cell: ({ term }) => percent(term.standings[0]?.share, 1),
        },
        {
          key: 'days',
          head: 'Places, 60 days',
          explanation: 'Unpaid place of each day it was read; the best at the top. Typical, best and worst in words.',
          width: 230,
          cell: ({ term }) => <Places days={term.days} today={market.today} />,
        },
      ] as Column<Ranked>[])
    : []),
];

/** The course of places: a falling number is good, so it is drawn rising. */
const Places = ({ days, today }: { days: FoundTerm['days']; today: string }) => {
  const places = days.flatMap((d) => d.unpaid ?? []);
  const typical = medianOf(places);
  if (places.length < 2 || typical === null) return <>read once</>;
  const worst = Math.max(...places);
  const label = `Typically ${Math.round(typical)}, at best ${Math.min(...places)}, at worst ${worst}, on ${places.length} days since ${day(days[0]!.day, today)}`;
  return (
    <div style={{ display: 'flex', gap: 8, alignItems: 'center' }} title={label}>
      <Spark values={days.map((d) => (d.unpaid === null ? null : worst + 1 - d.unpaid))} label={label} />
      <span className="two-lines">
        {Math.round(typical)}, best {Math.min(...places)}, worst {worst}
      </span>
    </div>
  );
};
