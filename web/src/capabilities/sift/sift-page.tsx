import { Box, Button, Flex, Spinner } from '@chakra-ui/react';
import { lazy, Suspense, useCallback, useDeferredValue, useEffect, useMemo, useRef, useState } from 'react';
import type { ListingBrief } from '@kettle/contract/shapes';
import { cardsOfChoice, OTHER_CARDS, type CardKey } from '@kettle/contract/sift';
import { measureOf, MEASURES, type MeasureKey } from '@kettle/core/sift/measures';
import type { SortKey } from '@kettle/core/sift/order';
import { sentenceOf } from '@kettle/core/sift/sentence';
import { useCategoriesQuery } from '../../ground/api/marketplaces.ts';
import { useMarkMutation, useSievesQuery, useSiftInfiniteQuery } from '../../ground/api/sift.ts';
import { AddLimit, type Offer } from '../../ground/limits/add-limit.tsx';
import { LimitCard } from '../../ground/limits/limit-card.tsx';
import '../../ground/limits/limits.css';
import { useMarket } from '../../ground/market/market.ts';
import { useWatching } from '../../ground/market/use-watching.ts';
import { kept } from '../../ground/state/kept.ts';
import { DataTable } from '../../ground/ui/data-table.tsx';
import { ExportMenu } from '../../ground/ui/export-menu.tsx';
import { count } from '../../ground/ui/format.ts';
import { ListHead, ListNotes, UndoAndClear } from '../../ground/ui/list-head.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { BESIDE_SHEET } from '../../ground/ui/side-panel.tsx';
import { useKeys } from '../../ground/ui/use-keys.ts';
import { useUndoKey } from '../../ground/ui/use-undo-key.ts';
import { listingColumns } from '../sheet/listing-columns.tsx';
import { SheetBeside } from '../sheet/sheet-beside.tsx';
import { useTray } from '../tray/use-tray.ts';
import { OTHER_CARD_TEXTS, OtherLimitCard } from './choice-cards.tsx';
import { KindCard } from './kind-card.tsx';
import { NothingLeft, withoutLimit } from './nothing-left.tsx';
import { sittingOf, useSift, type SiftAddress } from './use-sift.ts';

const SieveMenu = lazy(() => import('./sieve-menu.tsx').then((m) => ({ default: m.SieveMenu })));
const SieveNews = lazy(() => import('./sieve-news.tsx').then((m) => ({ default: m.SieveNews })));
const DroppedBar = lazy(() => import('./dropped-bar.tsx').then((m) => ({ default: m.DroppedBar })));

export { SiftPage as Component };

const NO_ROWS: never[] = [];
const OFFERS: readonly Offer[] = [
  ...MEASURES,
  ...OTHER_CARDS.map((key) => ({ key, ...OTHER_CARD_TEXTS[key], group: key === 'marks' ? 'Your own' : 'Kind' })),
];
const LOOK_AGAIN_MS = 900;
/** Sorted with the least first when first chosen. */
const LEAST_FIRST = ['title', 'brand', 'rank'];

const SiftPage = () => {
  const market = useMarket();
  const sift = useSift();
  const watching = useWatching();
  const { choice, cards, open } = sift;
  const show = cards.filter((c) => measureOf(c)).join(',');
  const asked = useDeferredValue(sift.search);
  const [behind, setBehind] = useState(false);
  const { data, error, isFetching, hasNextPage, fetchNextPage, isFetchingNextPage } = useSiftInfiniteQuery(
    { marketplace: market.id, search: asked, show },
    { pollingInterval: behind ? LOOK_AGAIN_MS : 0 },
  );
  const { data: categories } = useCategoriesQuery({ params: { marketplace: market.id } });
  const first = data?.pages[0];
  if (first && behind !== first.index.behind) setBehind(first.index.behind);
  const rows = useMemo(() => data?.pages.flatMap((p) => p.rows) ?? NO_ROWS, [data]);
  const folded = useMemo(
    () => Object.assign({}, ...(data?.pages.map((p) => p.folded) ?? [])) as Record<string, number>,
    [data],
  );
  const tray = useTray(rows);
  const [adding, setAdding] = useState(false);
  const columns = useMemo(() => listingColumns(market, tray, folded), [market, tray, folded]);
  const more = useCallback(() => {
    if (hasNextPage && !isFetchingNextPage) void fetchNextPage();
  }, [hasNextPage, isFetchingNextPage, fetchNextPage]);
  const dropping = useDropping();
  useStart(sift);
  useUndoKey(sift.undo);
  useKeys({
    l: () => setAdding(true),
    u: () => dropping.last && dropping.undo(),
    Escape: () => sift.setOpen(null),
  });

  const remove = (key: CardKey): void =>
    sift.setCards(
      cards.filter((c) => c !== key),
      (now) => {
        if (key === 'brand') return { brands: [], notBrands: [] };
        if (key === 'flags') return { hide: [], only: [] };
        if (key === 'marks') return { hideMarked: [], stayAwayOff: false };
        return withoutLimit(now, key);
      },
    );
  const sortBy = (key: string): void =>
    sift.change({
      sort: key as SortKey,
      descending: choice.sort === key ? !choice.descending : !LEAST_FIRST.includes(key),
    });
  const name = (id: number): string | undefined => categories?.find((c) => c.id === id)?.name;
  return (
    <Flex direction="column" h="100%" position="relative" pr={open ? BESIDE_SHEET : undefined}>
      <title>{`Sift ${market.name} – Cold Kettle`}</title>
      <Box px="5" pt="3" pb="3" borderBottomWidth="1px" borderColor="rule">
        <ListHead
          sentence={sentenceOf(choice, market, name)}
          left={first?.count}
          total={first?.total}
          what="listings"
          testId="sift-count"
          under={
            first &&
            first.shown < first.count && (
              <Box color="inkSoft" fontSize="12px">
                {count(first.shown)} with variations folded
              </Box>
            )
          }
        >
          <Flex direction="column" align="flex-end" gap="1" fontSize="13px">
            <Flex gap="2">
              <UndoAndClear onUndo={sift.undo} onClear={() => sift.load('', null)} nothingSet={sift.search === ''} />
              <Button
                size="xs"
                variant="outline"
                bg="paper"
                aria-pressed={choice.fold}
                title="One row for all sizes and colours of a product"
                color={choice.fold ? 'aubergine' : undefined}
                onClick={() => sift.change({ fold: !choice.fold })}
              >
                Fold variations
              </Button>
              <Suspense
                fallback={
                  <Button size="xs" variant="outline" bg="paper">
                    Sieve
                  </Button>
                }
              >
                <SieveMenu place="sift" address={sift} />
              </Suspense>
              <ExportMenu
                what="All matches"
                addressOf={(ending) => `/api/marketplaces/${market.id}/sift.${ending}?${sift.search}`}
              />
            </Flex>
            {sift.sieve !== null && (
              <Suspense>
                <SieveNews sieve={sift.sieve} onOpen={sift.setOpen} />
              </Suspense>
            )}
          </Flex>
        </ListHead>
        <ListNotes behind={first?.index.behind} failed={first?.index.failed} faults={first?.faults} />
        <div className={open ? 'cards is-tight' : 'cards'}>
          <KindCard
            choice={choice}
            categories={categories ?? NO_ROWS}
            costs={first?.costs ?? {}}
            onChange={sift.change}
          />
          {cards.map((key) =>
            measureOf(key) ? (
              <LimitCard
                key={key}
                measure={measureOf(key)!}
                range={choice.ranges[key as MeasureKey] ?? { min: null, max: null }}
                histogram={first?.histograms[key]}
                edges={first?.edges[key]}
                cost={first?.costs[key]}
                onChange={(range, goesOn) =>
                  sift.change(
                    ({ ranges: { [key as MeasureKey]: _, ...others } }) => ({
                      ranges: range.min === null && range.max === null ? others : { ...others, [key]: range },
                    }),
                    goesOn,
                  )
                }
                onRemove={() => remove(key)}
              />
            ) : (
              <OtherLimitCard
                key={key}
                card={key as Exclude<CardKey, MeasureKey>}
                choice={choice}
                costs={first?.costs ?? {}}
                names={first?.choices ?? {}}
                onChange={sift.change}
                onRemove={() => remove(key)}
              />
            ),
          )}
          <AddLimit
            offers={OFFERS}
            cards={cards}
            open={adding}
            onOpen={setAdding}
            onAdd={(key) => sift.setCards([...cards, key])}
          />
        </div>
        <ProblemNote error={error} kept="Your limits are kept in the address." />
      </Box>
      <Box flex="1" minH="0" position="relative">
        {first ? (
          <DataTable
            label="Listings"
            keptAs="sift"
            columns={columns}
            rows={rows}
            rowKey={codeOf}
            total={first.shown}
            sort={{ key: choice.sort, descending: choice.descending }}
            onSort={sortBy}
            chosen={open}
            onOpen={(l, how) => sift.setOpen(how === 'open' && open === l.code ? null : l.code)}
            onTray={(l) => tray.toggle(l.code)}
            rowKeys={{ d: dropping.drop, w: (l) => watching.watch([l.code]), X: (l) => tray.toggleUpTo(l.code) }}
            isMarked={(l) => tray.codes.includes(l.code)}
            isQuiet={(l) => l.mark?.state === 'dropped'}
            onEnd={more}
            stale={isFetching && !isFetchingNextPage && !behind}
            empty={
              <NothingLeft
                total={first.total}
                choice={choice}
                ways={first.waysBack}
                onChoose={(next) => sift.setCards([...new Set([...cards, ...cardsOfChoice(next)])], () => next)}
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
        {dropping.last && (
          <Suspense>
            <DroppedBar
              key={dropping.last.listing.code}
              title={dropping.last.listing.title}
              reason={dropping.last.reason}
              onReason={dropping.say}
              onUndo={dropping.undo}
              onClose={dropping.forget}
            />
          </Suspense>
        )}
      </Box>
      <SheetBeside code={open} rows={rows} onClose={() => sift.setOpen(null)} />
    </Flex>
  );
};

const codeOf = (l: ListingBrief): string => l.code;

/** Dropping rows: at once, with a reason afterwards if one is wanted, and a way back. */
const useDropping = () => {
  const market = useMarket();
  const [mark] = useMarkMutation();
  const [last, setLast] = useState<{ listing: ListingBrief; reason: string } | null>(null);
  const put = (listing: ListingBrief, state: 'dropped' | null, reason: string): void =>
    void mark({ params: { marketplace: market.id }, body: { codes: [listing.code], state, reason } });
  return {
    last,
    drop: (listing: ListingBrief) => {
      put(listing, 'dropped', '');
      setLast({ listing, reason: '' });
    },
    say: (reason: string) => {
      if (!last) return;
      put(last.listing, 'dropped', reason);
      setLast({ ...last, reason });
    },
    undo: () => {
      if (last) put(last.listing, null, '');
      setLast(null);
    },
    forget: () => setLast(null),
  };
};

/**
 * An address without limits and without a listing opens, once, with the sieve that the seller starts from; where there is none, the sitting
 * goes on where it was left.
 */
const useStart = (sift: SiftAddress): void => {
  const market = useMarket();
  const { data } = useSievesQuery({ params: { marketplace: market.id }, query: { place: 'sift' } });
  const [left] = useState(() =>
    sift.search === '' && sift.sieve === null && sift.open === null ? (kept<string>(sittingOf(market.id)) ?? '') : null,
  );
  const started = useRef(false);
  const { load, goOn } = sift;
  useEffect(() => {
    if (!data || left === null || started.current) return;
    started.current = true;
    const start = data.kept.find((s) => s.isStart);
    if (start) load(start.search, start.id);
    else if (left !== '') goOn(left);
  }, [data, left, load, goOn]);
};
