import { Box, Flex } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { overMembers, type OverMembers } from '@kettle/core/changes/group-figures';
import { listingPath } from '../../ground/market/listing-path.ts';
import { useMarket } from '../../ground/market/market.ts';
import { keep, kept } from '../../ground/state/kept.ts';
import { DataTable } from '../../ground/ui/data-table.tsx';
import { Empty } from '../../ground/ui/empty.tsx';
import { count, money } from '../../ground/ui/format.ts';
import { useTray } from '../tray/use-tray.ts';
import { BulkBar } from './bulk-bar.tsx';
import type { Watched } from './use-watched.ts';
import { LEAST_FIRST, ORDERS, watchedColumns } from './watched-columns.tsx';

interface Sort {
  key: string;
  descending: boolean;
}

/** All watched listings that are looked at: sorted, chosen many at once, summed up. */
export const WatchedTable = ({ watched }: { watched: Watched }) => {
  const market = useMarket();
  const tray = useTray();
  const navigate = useNavigate();
  const place = `watched/${market.id}/sort`;
  // What was added last stands on top until somebody sorts.
  const [sort, setSort] = useState<Sort | null>(() => kept<Sort>(place));
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const { shown, all } = watched;
  const rows = useMemo(() => {
    const order = sort && ORDERS[sort.key];
    if (!order) return shown;
    return [...shown].sort((a, b) => {
      const [x, y] = [order(a), order(b)];
      if (x === null || y === null) return (x === null ? 1 : 0) - (y === null ? 1 : 0);
      const way = typeof x === 'string' ? x.localeCompare(String(y)) : x - Number(y);
      return sort.descending ? -way : way;
    });
  }, [shown, sort]);
  const choose = (code: string): void =>
    setChosen((before) => {
      const next = new Set(before);
      if (!next.delete(code)) next.add(code);
      return next;
    });
  const sortBy = (key: string): void => {
    const next = { key, descending: sort?.key === key ? !sort.descending : !LEAST_FIRST.includes(key) };
    setSort(next);
    keep(place, next);
  };
  const groups = useMemo(() => new Map(watched.groups.map((g) => [g.id, g.name])), [watched.groups]);
  const columns = useMemo(
    () => watchedColumns(market, { isChosen: (code) => chosen.has(code), choose, groups }),
    [market, chosen, groups],
  );
  if (all === undefined) return null;
  const of = shown.filter((w) => chosen.has(w.code));
  return (
    <>
      <BulkBar
        watched={watched}
        chosen={of}
        onAll={() => setChosen(new Set(of.length === shown.length ? [] : shown.map((w) => w.code)))}
        onDone={() => setChosen(new Set())}
      />
      <Box flex="1" minH="300px">
        <DataTable
          label="Watched listings"
          keptAs="watched"
          columns={columns}
          rows={rows}
          rowKey={(w) => w.code}
          {...(sort && { sort })}
          onSort={sortBy}
          onOpen={(w, how) => how === 'open' && void navigate(listingPath(market.id, w.code))}
          onTray={(w) => tray.toggle(w.code)}
          rowKeys={{ m: (w) => choose(w.code) }}
          isMarked={(w) => tray.codes.includes(w.code)}
          empty={
            <Empty title={all.length === 0 ? 'Nothing is watched yet' : 'No listing here'}>
              {all.length === 0
                ? 'Paste codes on the left, or press w on a row of any list.'
                : 'Choose another group, or take the words above away.'}
            </Empty>
          }
        />
      </Box>
      {shown.length > 1 && <Summary watched={watched} />}
    </>
  );
};

/** Totals, averages and medians of what is shown. */
const Summary = ({ watched: { shown } }: { watched: Watched }) => {
  const market = useMarket();
  const lines: [string, OverMembers, (x: number | null) => string, boolean][] = [
    ['Units a month', overMembers(shown.map((w) => w.now.units)), count, true],
    ['Revenue a month', overMembers(shown.map((w) => (w.now.units === null || w.now.price === null ? null : w.now.units * w.now.price))), (x) => money(x === null ? null : Math.round(x), market, true), true], // prettier-ignore
    ['Price', overMembers(shown.map((w) => w.now.price)), (x) => money(x === null ? null : Math.round(x), market), false], // prettier-ignore
    ['Reviews', overMembers(shown.map((w) => w.now.reviews)), count, true],
  ];
  return (
    <Flex
      as="dl"
      aria-label={`Of ${count(shown.length)} listings`}
      gap="6"
      wrap="wrap"
      pt="2"
      fontSize="13px"
      flexShrink={0}
    >
      {lines.map(([name, of, show, sums]) => (
        <Box key={name}>
          <Box as="dt" color="inkSoft">
            {name} of {count(of.of)}
          </Box>
          <Box as="dd" className="figures">
            {sums && (
              <>
                together <b>{show(of.sum)}</b> ·{' '}
              </>
            )}
            mean <b>{show(of.mean)}</b> · middle <b>{show(of.median)}</b>
          </Box>
        </Box>
      ))}
    </Flex>
  );
};
