import { Box, Button, Flex, Heading, Text } from '@chakra-ui/react';
import { useMemo } from 'react';
import { useSearchParams } from 'react-router';
import { useCompareSiftsQuery, useSievesQuery } from '../../ground/api/sift.ts';
import { useMarket } from '../../ground/market/market.ts';
import { useWatching } from '../../ground/market/use-watching.ts';
import { DataTable } from '../../ground/ui/data-table.tsx';
import { Empty } from '../../ground/ui/empty.tsx';
import { count } from '../../ground/ui/format.ts';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { listingColumns } from '../sheet/listing-columns.tsx';
import { useTray } from '../tray/use-tray.ts';

export { ComparePage as Component };

type Part = 'a' | 'b' | 'both';
const PAGE = 100;
const NO_ROWS: never[] = [];

/** Two sieves beside each other: what only the one lets through, only the other, and both. */
const ComparePage = () => {
  const market = useMarket();
  const [parameters, setParameters] = useSearchParams();
  const a = parameters.get('a') ?? '';
  const b = parameters.get('b') ?? '';
  const part = (parameters.get('part') ?? 'both') as Part;
  const sort = parameters.get('sort') ?? '-revenue';
  const from = Math.max(0, Math.floor(Number(parameters.get('from') ?? 0)) || 0);
  const set = (change: Record<string, string>): void =>
    setParameters((now) => new URLSearchParams({ ...Object.fromEntries(now), ...change }));
  const { data, error, isFetching } = useCompareSiftsQuery({
    params: { marketplace: market.id },
    query: { a, b, part, sort, from },
  });
  const { data: sieves } = useSievesQuery({ params: { marketplace: market.id }, query: { place: 'sift' } });
  const tray = useTray();
  const watching = useWatching();
  const columns = useMemo(() => listingColumns(market, tray), [market, tray]);
  const known = [
    { name: 'no limits', search: '' },
    ...(sieves?.kept ?? []).map((s) => ({ name: s.name, search: s.search })),
    ...(sieves?.starters ?? []).map((s) => ({ name: `${s.name} (starter)`, search: s.search })),
  ];
  const picker = (side: 'a' | 'b', value: string, sentence: string | undefined) => (
    <Box flex="1" minW="300px">
      <Flex as="label" gap="2" align="baseline" fontWeight="600">
        {side === 'a' ? 'First' : 'Second'}
        <select className="plain-select" value={value} onChange={(e) => set({ [side]: e.target.value, from: '0' })}>
          {!known.some((k) => k.search === value) && <option value={value}>limits that are not kept</option>}
          {known.map((k) => (
            <option key={k.name} value={k.search}>
              {k.name}
            </option>
          ))}
        </select>
      </Flex>
      <Text color="inkSoft" fontSize="13px" mt="1">
        {sentence}
      </Text>
    </Box>
  );
  const sizes: Record<Part, number | undefined> = { a: data?.onlyA, both: data?.both, b: data?.onlyB };
  return (
    <Flex direction="column" h="100%">
      <title>{`Compare sieves – Cold Kettle`}</title>
      <Box px="5" pt="3" pb="3" borderBottomWidth="1px" borderColor="rule">
        <Heading as="h1" fontSize="18px" mb="2">
          Two sieves compared
        </Heading>
        <Flex gap="6" wrap="wrap">
          {picker('a', a, data?.sentenceA)}
          {picker('b', b, data?.sentenceB)}
        </Flex>
        <Flex gap="2" mt="3" align="center" wrap="wrap">
          {(
            [
              ['a', 'only in the first'],
              ['both', 'in both'],
              ['b', 'only in the second'],
            ] as const
          ).map(([key, label]) => (
            <Button
              key={key}
              size="sm"
              variant={part === key ? 'solid' : 'outline'}
              colorPalette={part === key ? 'aubergine' : undefined}
              aria-pressed={part === key}
              onClick={() => set({ part: key, from: '0' })}
            >
              <b>{count(sizes[key])}</b> {label}
            </Button>
          ))}
          {(sizes[part] ?? 0) > PAGE && (
            <Flex ml="auto" gap="2" align="center" fontSize="13px">
              {count(from + 1)} to {count(Math.min(from + PAGE, sizes[part]!))}
              <Button
                size="xs"
                variant="outline"
                disabled={from === 0}
                onClick={() => set({ from: String(from - PAGE) })}
              >
                Earlier
              </Button>
              <Button
                size="xs"
                variant="outline"
                disabled={from + PAGE >= sizes[part]!}
                onClick={() => set({ from: String(from + PAGE) })}
              >
                Later
              </Button>
            </Flex>
          )}
        </Flex>
        <ProblemNote error={error} />
      </Box>
      <Box flex="1" minH="0">
        <DataTable
          label="Listings"
          keptAs="sift"
          columns={columns}
          rows={data?.rows ?? NO_ROWS}
          rowKey={(l) => l.code}
          sort={{ key: sort.replace(/^-/, ''), descending: sort.startsWith('-') }}
          onSort={(key) => set({ sort: sort === `-${key}` ? key : `-${key}`, from: '0' })}
          onTray={(l) => tray.toggle(l.code)}
          rowKeys={{ w: (l) => watching.watch([l.code]) }}
          isMarked={(l) => tray.codes.includes(l.code)}
          stale={isFetching}
          empty={data && <Empty title="No listing is in this part" />}
        />
      </Box>
    </Flex>
  );
};
