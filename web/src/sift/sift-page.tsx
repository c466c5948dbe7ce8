import { Box, Button, Flex, Heading, Menu, Portal, Spinner, Text } from '@chakra-ui/react';
import { Plus } from 'lucide-react';
import { useCallback, useDeferredValue, useMemo, useState } from 'react';
import type { Marketplace } from '@kettle/contract/sources';
import { emptyChoice } from '@kettle/core/sift/address';
import { MEASURES, measureOf, type MeasureKey } from '@kettle/core/sift/measures';
import type { SortKey } from '@kettle/core/sift/query';
import { useCategoriesQuery, useSiftInfiniteQuery } from '../api/api.ts';
import { Kbd } from '../app/shell.tsx';
import { useMarket } from '../app/use-market.ts';
import { listingColumns } from '../listings/listing-columns.tsx';
import { BESIDE_SHEET, ListingSheetPanel } from '../listings/sheet-panel.tsx';
import { useTray } from '../tray/use-tray.ts';
import { DataTable } from '../ui/data-table.tsx';
import { Empty } from '../ui/empty.tsx';
import { ExportMenu } from '../ui/export-menu.tsx';
import { count } from '../ui/format.ts';
import { ProblemNote } from '../ui/problem-note.tsx';
import { useKeys } from '../ui/use-keys.ts';
import { KindCard } from './kind-card.tsx';
import { LimitCard } from './limit-card.tsx';
import { sentenceOf } from './sentence.ts';
import { useSift } from './use-sift.ts';

export const Component = () => {
  const { market } = useMarket();
  return market ? <SiftPage key={market.id} market={market} /> : null;
};

const NO_ROWS: never[] = [];

const SiftPage = ({ market }: { market: Marketplace }) => {
  const sift = useSift(market);
  const { choice, cards, open } = sift;
  const show = cards.join(',');
  const asked = useDeferredValue(sift.search);
  const { data, error, isFetching, hasNextPage, fetchNextPage, isFetchingNextPage } = useSiftInfiniteQuery({
    marketplace: market.id,
    search: asked,
    show,
  });
  const { data: categories } = useCategoriesQuery({ params: { marketplace: market.id } });
  const { codes: tray, toggle } = useTray(market.id);
  const [adding, setAdding] = useState(false);
  const columns = useMemo(() => listingColumns(market, tray, toggle), [market, tray, toggle]);
  const first = data?.pages[0];
  const rows = useMemo(() => data?.pages.flatMap((p) => p.rows) ?? NO_ROWS, [data]);
  const more = useCallback(() => {
    if (hasNextPage && !isFetchingNextPage) void fetchNextPage();
  }, [hasNextPage, isFetchingNextPage, fetchNextPage]);
  useKeys({ l: () => setAdding(true), Escape: () => sift.setOpen(null) });

  const remove = (key: MeasureKey): void => {
    sift.setCards(
      cards.filter((c) => c !== key),
      ({ ranges: { [key]: _, ...ranges } }) => ({ ranges }),
    );
  };
  const sortBy = (key: string): void =>
    sift.change({
      sort: key as SortKey,
      descending: choice.sort === key ? !choice.descending : key !== 'title' && key !== 'brand' && key !== 'rank',
    });
  const addable = MEASURES.filter((m) => m.limit && !cards.includes(m.key));
  return (
    <Flex direction="column" h="100%" position="relative" pr={open ? BESIDE_SHEET : undefined}>
      <title>{`Sift ${market.name} – Cold Kettle`}</title>
      <Box px="5" pt="3" pb="3" borderBottomWidth="1px" borderColor="rule">
        <Flex gap="5" align="flex-start" wrap="wrap">
          <Heading
            as="h1"
            fontFamily="body"
            fontSize="15px"
            fontWeight="500"
            lineHeight="1.45"
            flex="1"
            minW="280px"
            pt="1"
          >
            {sentenceOf(choice, market, categories ?? [])}
          </Heading>
          <Box aria-live="polite" whiteSpace="nowrap" minW="180px" textAlign="right">
            <Box as="span" fontFamily="heading" fontWeight="700" fontSize="24px" data-testid="sift-count">
              {first ? count(first.count) : '…'}
            </Box>{' '}
            <Box as="span" color="inkSoft">
              of {first ? count(first.total) : '…'} listings
            </Box>
          </Box>
          <ExportMenu
            what="All matches"
            addressOf={(ending) => `/api/marketplaces/${market.id}/sift.${ending}?${sift.search}`}
          />
        </Flex>
        {first?.faults.map((f) => (
          <Text key={f.field} role="alert" color="brick" mt="1">
            ■ {f.sentence}
          </Text>
        ))}
        <Flex gap="2.5" mt="3" overflowX="auto" pb="1" align="stretch">
          <KindCard
            market={market}
            choice={choice}
            categories={categories ?? []}
            sizeClasses={first?.sizeClasses ?? []}
            costs={first?.costs ?? {}}
            onChange={sift.change}
          />
          {cards.map((key) => (
            <LimitCard
              key={key}
              market={market}
              measure={key}
              range={choice.ranges[key] ?? { min: null, max: null }}
              histogram={first?.histograms[key]}
              edges={first?.edges[key]}
              cost={first?.costs[key]}
              onChange={(range) =>
                sift.change(({ ranges: { [key]: _, ...others } }) => ({
                  ranges: range.min === null && range.max === null ? others : { ...others, [key]: range },
                }))
              }
              onRemove={() => remove(key)}
            />
          ))}
          {addable.length > 0 && (
            <Menu.Root
              open={adding}
              onOpenChange={({ open: now }) => setAdding(now)}
              onSelect={({ value }) => sift.setCards([...cards, value as MeasureKey])}
            >
              <Menu.Trigger asChild>
                <Button
                  variant="plain"
                  h="auto"
                  minH="120px"
                  w="132px"
                  flexShrink={0}
                  borderWidth="1px"
                  borderStyle="dashed"
                  borderColor="rule"
                  color="inkSoft"
                  fontWeight="400"
                >
                  <Plus size={14} aria-hidden /> Add a limit <Kbd>l</Kbd>
                </Button>
              </Menu.Trigger>
              <Portal>
                <Menu.Positioner>
                  <Menu.Content maxW="380px">
                    {addable.map((m) => (
                      <Menu.Item key={m.key} value={m.key} alignItems="flex-start">
                        <Box>
                          <b>{m.name}</b>
                          <Text fontSize="12px" color="inkSoft">
                            {m.explanation}
                          </Text>
                        </Box>
                      </Menu.Item>
                    ))}
                  </Menu.Content>
                </Menu.Positioner>
              </Portal>
            </Menu.Root>
          )}
        </Flex>
        <ProblemNote error={error} kept="Your limits are kept in the address." />
      </Box>
      <Box flex="1" minH="0" position="relative">
        {first ? (
          <DataTable
            label="Listings"
            keptAs="sift"
            columns={columns}
            rows={rows}
            rowKey={(l) => l.code}
            total={first.count}
            sort={{ key: choice.sort, descending: choice.descending }}
            onSort={sortBy}
            chosen={open}
            onOpen={(l, how) => sift.setOpen(how === 'open' && open === l.code ? null : l.code)}
            onTray={(l) => toggle(l.code)}
            isMarked={(l) => tray.includes(l.code)}
            onEnd={more}
            stale={isFetching && !isFetchingNextPage}
            empty={
              <NothingLeft
                market={market}
                total={first.total}
                costs={first.costs}
                onClear={() => sift.change(emptyChoice())}
              />
            }
          />
        ) : (
          !error && (
            <Flex justify="center" py="16" gap="3">
              <Spinner size="sm" /> <span>Sifting {market.name} …</span>
            </Flex>
          )
        )}
      </Box>
      {open && <ListingSheetPanel market={market} code={open} onClose={() => sift.setOpen(null)} />}
    </Flex>
  );
};

const NothingLeft = ({
  market,
  total,
  costs,
  onClear,
}: {
  market: Marketplace;
  total: number;
  costs: Record<string, number>;
  onClear: () => void;
}) => {
  if (total === 0)
    return (
      <Empty
        title={`${market.name} holds no listings yet`}
        action={
          <Button asChild colorPalette="aubergine" size="sm">
            <a href="/sources">Import a file</a>
          </Button>
        }
      >
        Take a CSV of listings in under Sources; they can be sifted at once.
      </Empty>
    );
  const dearest = Object.entries(costs).sort((a, b) => b[1] - a[1])[0];
  const name =
    dearest && dearest[1] > 0
      ? (measureOf(dearest[0])?.name ??
        { category: 'Categories', size: 'Size class', have: 'Title with', leaveOut: 'Title without' }[dearest[0]])
      : null;
  return (
    <Empty
      title="No listing passes all limits"
      action={
        <Button size="sm" variant="outline" onClick={onClear}>
          Clear all limits
        </Button>
      }
    >
      {name
        ? `“${name}” costs most: ${count(dearest![1])} more would be left without it. Loosen that one first.`
        : 'No single limit is to blame: loosen two or more.'}
    </Empty>
  );
};
