import { Box, Button, Flex, Spinner } from '@chakra-ui/react';
import { lazy, Suspense, useCallback, useDeferredValue, useEffect, useMemo, useRef, useState } from 'react';
import {
  demandQuestion,
  type DemandCard,
  type NicheList,
  type NicheRow,
  type TermList,
  type TermRow,
} from '@kettle/contract/demand';
import { demandMeasure, measuresOf, type DemandKey } from '@kettle/core/demand/choice';
import { demandSentence } from '@kettle/core/demand/sentence';
import { useDemandListInfiniteQuery } from '../../ground/api/demand.ts';
import { useCategoriesQuery } from '../../ground/api/marketplaces.ts';
import { AddLimit, type Offer } from '../../ground/limits/add-limit.tsx';
import { LimitCard, type AnyMeasure } from '../../ground/limits/limit-card.tsx';
import { FilledBy } from '../../ground/ui/filled-by.tsx';
import { useMarket } from '../../ground/market/market.ts';
import { kept } from '../../ground/state/kept.ts';
import { DataTable } from '../../ground/ui/data-table.tsx';
import { Empty } from '../../ground/ui/empty.tsx';
import { ExportMenu } from '../../ground/ui/export-menu.tsx';
import { count } from '../../ground/ui/format.ts';
import { ListHead, ListNotes, UndoAndClear } from '../../ground/ui/list-head.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { BESIDE_SHEET } from '../../ground/ui/side-panel.tsx';
import { useKeys } from '../../ground/ui/use-keys.ts';
import { useUndoKey } from '../../ground/ui/use-undo-key.ts';
import { CourseCard, OutlaySetting, ShareSetting, WhereCard } from './demand-cards.tsx';
import { nicheColumns, termColumns } from './demand-columns.tsx';
import { IncomeCard } from './income-card.tsx';
import { demandSitting, useDemand, type DemandAddress } from './use-demand.ts';

const SieveMenu = lazy(() => import('../sift/sieve-menu.tsx').then((m) => ({ default: m.SieveMenu })));
const DemandPanel = lazy(() => import('./demand-panel.tsx').then((m) => ({ default: m.DemandPanel })));

export { DemandPage as Component };

const NO_ROWS: never[] = [];
const LOOK_AGAIN_MS = 900;
const COURSE_OFFER: Offer<DemandCard> = {
  key: 'course',
  name: 'Course',
  explanation: 'Steady, a season, a flash each year, one peak, or unknown.',
  group: 'Course',
};
type Row = NicheRow | TermRow;
const keyOf = (r: Row): string => String(r.id);

const DemandPage = () => {
  const market = useMarket();
  const demand = useDemand();
  const { choice, cards, open, parameters } = demand;
  const { view } = choice;
  const asked = useDeferredValue(parameters);
  const question = useMemo(() => demandQuestion(market.id, asked, market), [market, asked]);
  const [behind, setBehind] = useState(false);
  const { data, error, isFetching, hasNextPage, fetchNextPage, isFetchingNextPage } = useDemandListInfiniteQuery(
    question,
    { pollingInterval: behind ? LOOK_AGAIN_MS : 0 },
  );
  const { data: categories } = useCategoriesQuery({ params: { marketplace: market.id } });
  // An answer of the other view must not stand under this one's heads.
  const first = question.view === view ? (data?.pages[0] as NicheList | TermList | undefined) : undefined;
  if (first && behind !== first.behind) setBehind(first.behind);
  const rows = useMemo(
    () => (question.view === view ? (data?.pages.flatMap((p): Row[] => p.rows) ?? NO_ROWS) : NO_ROWS),
    [data, question.view, view],
  );
  const [adding, setAdding] = useState(false);
  const columns = useMemo(
    () => (view === 'niches' ? nicheColumns(market) : termColumns(market)) as never,
    [market, view],
  );
  const offers = useMemo(
    (): Offer<DemandCard>[] => [...(measuresOf(view) as readonly Offer<DemandCard>[]), COURSE_OFFER],
    [view],
  );
  const more = useCallback(() => {
    if (hasNextPage && !isFetchingNextPage) void fetchNextPage();
  }, [hasNextPage, isFetchingNextPage, fetchNextPage]);
  useGoOn(demand);
  useUndoKey(demand.undo);
  useKeys({ l: () => setAdding(true), Escape: () => demand.setOpen(null) });

  const remove = (key: DemandCard): void =>
    demand.setCards(
      cards.filter((c) => c !== key),
      (now) => {
        if (key === 'course') return { courses: [] };
        const { [key]: _, ...ranges } = now.ranges;
        return { ranges };
      },
    );
  const nameOf = (id: number): string | undefined => categories?.find((c) => c.id === id)?.name;
  const what = view === 'niches' ? 'niches' : 'search terms';
  return (
    <Flex direction="column" h="100%" position="relative" pr={open ? BESIDE_SHEET : undefined}>
      <title>{`Demand ${market.name} – Cold Kettle`}</title>
      <Box px="5" pt="3" pb="3" borderBottomWidth="1px" borderColor="rule">
        <ListHead
          sentence={demandSentence(choice, market, nameOf)}
          left={first?.count}
          total={first?.total}
          what={what}
          testId="demand-count"
        >
          <Flex gap="2" wrap="wrap">
            <Flex role="group" aria-label="What to look at" gap="0">
              {(['niches', 'terms'] as const).map((v) => (
                <Button
                  key={v}
                  size="xs"
                  variant="outline"
                  bg={view === v ? 'aubergine.subtle' : 'paper'}
                  color={view === v ? 'aubergine' : undefined}
                  aria-pressed={view === v}
                  onClick={() =>
                    view !== v &&
                    demand.load(
                      new URLSearchParams([
                        ...(v === 'terms' ? [['view', 'terms']] : []),
                        ...shared(demand),
                      ]).toString(),
                      null,
                    )
                  }
                >
                  {v === 'niches' ? 'Niches' : 'Search terms'}
                </Button>
              ))}
            </Flex>
            <UndoAndClear
              onUndo={demand.undo}
              onClear={() => demand.load(view === 'terms' ? 'view=terms' : '', null)}
            />
            <Suspense
              fallback={
                <Button size="xs" variant="outline" bg="paper">
                  Sieve
                </Button>
              }
            >
              <SieveMenu place="demand" address={demand} />
            </Suspense>
            <ExportMenu
              what="All matches"
              addressOf={(ending) => `/api/marketplaces/${market.id}/demand/${view}.${ending}?${demand.search}`}
            />
          </Flex>
        </ListHead>
        <ListNotes behind={first?.behind} faults={first?.faults} />
        <div className={open ? 'cards is-tight' : 'cards'}>
          <WhereCard
            choice={choice}
            categories={categories ?? NO_ROWS}
            costs={first?.costs ?? {}}
            onChange={demand.change}
          />
          {view === 'niches' && (
            <IncomeCard
              income={choice.income}
              dots={(first as NicheList | undefined)?.dots}
              cost={first?.costs.income}
              onChange={(income) => demand.change({ income })}
              onOpen={(id) => demand.setOpen(String(id))}
            />
          )}
          {cards.map((key) =>
            key === 'course' ? (
              <CourseCard
                key={key}
                choice={choice}
                counts={first?.courses}
                cost={first?.costs.course}
                onChange={demand.change}
                onRemove={() => remove(key)}
              />
            ) : (
              <LimitCard
                key={`${view}/${key}`}
                measure={demandMeasure(view, key) as AnyMeasure}
                range={choice.ranges[key] ?? { min: null, max: null }}
                histogram={first?.histograms[key]}
                edges={first?.edges[key]}
                cost={first?.costs[key]}
                onChange={(range, goesOn) =>
                  demand.change(
                    ({ ranges: { [key as DemandKey]: _, ...others } }) => ({
                      ranges: range.min === null && range.max === null ? others : { ...others, [key]: range },
                    }),
                    goesOn,
                  )
                }
                onRemove={() => remove(key)}
              >
                {(key === 'holders' || key === 'holdersChange') && (
                  <ShareSetting share={choice.share} onChange={(share) => demand.change({ share })} />
                )}
                {key === 'outlay' && (
                  <OutlaySetting outlay={choice.outlay} onChange={(outlay) => demand.change({ outlay })} />
                )}
              </LimitCard>
            ),
          )}
          <AddLimit
            offers={offers}
            cards={cards}
            open={adding}
            onOpen={setAdding}
            onAdd={(key) => demand.setCards([...cards, key])}
          />
        </div>
        <ProblemNote error={error} kept="Your limits are kept in the address." />
      </Box>
      <Box flex="1" minH="0" position="relative">
        {first ? (
          <DataTable<Row>
            key={view}
            label={view === 'niches' ? 'Niches' : 'Search terms'}
            keptAs={`demand-${view}`}
            columns={columns}
            rows={rows}
            rowKey={keyOf}
            total={first.count}
            sort={{ key: choice.sort, descending: choice.descending }}
            onSort={(key) =>
              demand.change({
                sort: key as DemandKey,
                descending: choice.sort === key ? !choice.descending : key !== 'name',
              })
            }
            chosen={open}
            onOpen={(r, how) => demand.setOpen(how === 'open' && open === keyOf(r) ? null : keyOf(r))}
            onEnd={more}
            stale={isFetching && !isFetchingNextPage && !behind}
            empty={<NothingHere total={first.total} costs={first.costs} demand={demand} what={what} />}
          />
        ) : (
          !error && (
            <Flex justify="center" py="16" gap="3">
              <Spinner size="sm" /> <span>Looking at {market.name} …</span>
            </Flex>
          )
        )}
      </Box>
      {open && (
        <Suspense>
          <DemandPanel view={view} id={open} share={choice.share} onClose={() => demand.setOpen(null)} />
        </Suspense>
      )}
    </Flex>
  );
};

/** What both views share: where to look, and the words. */
const shared = ({ choice }: DemandAddress): [string, string][] => [
  ...(choice.categories.length > 0 ? ([['cat', choice.categories.join(',')]] as [string, string][]) : []),
  ...(choice.have.length > 0 ? ([['has', choice.have.join(',')]] as [string, string][]) : []),
  ...(choice.leaveOut.length > 0 ? ([['not', choice.leaveOut.join(',')]] as [string, string][]) : []),
];

/** An address without limits goes on, once, where the seller was. */
const useGoOn = ({ search, sieve, goOn }: DemandAddress): void => {
  const market = useMarket();
  const [before] = useState(() => (search === '' && sieve === null ? kept<string>(demandSitting(market.id)) : null));
  const done = useRef(false);
  useEffect(() => {
    if (done.current) return;
    done.current = true;
    if (before) goOn(before);
  }, [before, goOn]);
};

const LIMIT_NAMES: Record<string, string> = {
  cat: 'the category',
  has: 'the words to have',
  not: 'the words to leave out',
  course: 'the course',
  income: 'the income target',
  names: 'leaving out brands’ own names',
};

/** Nothing known, or nothing left: which limit alone brings most back. */
const NothingHere = ({
  total,
  costs,
  demand,
  what,
}: {
  total: number;
  costs: Record<string, number>;
  demand: DemandAddress;
  what: string;
}) => {
  const market = useMarket();
  const { choice, change } = demand;
  if (total === 0)
    return (
      <Empty title={`No ${what} of ${market.name} are known yet`}>
        <FilledBy file="search terms" holds="term, week or month, searches" /> Positions and clicks add who is found and
        who gets the clicks. Sift and the shelf of what is in the tray work without them.
      </Empty>
    );
  const ways = Object.entries(costs)
    .filter(([, n]) => n > 0)
    .sort((a, b) => b[1] - a[1])
    .slice(0, 2);
  const without = (key: string): void => {
    if (key === 'cat') change({ categories: [] });
    else if (key === 'has') change({ have: [] });
    else if (key === 'not') change({ leaveOut: [] });
    else if (key === 'course') change({ courses: [] });
    else if (key === 'income') change({ income: null });
    else if (key === 'names') change({ brandTerms: true });
    else change(({ ranges: { [key as DemandKey]: _, ...ranges } }) => ({ ranges }));
  };
  return (
    <Empty
      title="Nothing is left"
      action={ways.map(([key, n]) => (
        <Button key={key} size="sm" variant="outline" bg="paper" m="1" onClick={() => without(key)}>
          Without {LIMIT_NAMES[key] ?? demandMeasure(choice.view, key)?.name.toLowerCase()}: {count(n)}
        </Button>
      ))}
    >
      {ways.length > 0
        ? 'One limit alone keeps these away:'
        : 'No single limit brings any back: two or more keep everything away. Take one off, or undo with Ctrl+Z.'}
    </Empty>
  );
};
