import { Box, Button, Flex, Heading, Skeleton, Text } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import type { ShelfRow } from '@kettle/contract/demand';
import type { VerdictKey } from '@kettle/core/shelf/reading';
import { useMarket } from '../../ground/market/market.ts';
import { useWatching } from '../../ground/market/use-watching.ts';
import { DataTable, ROW_HEIGHT } from '../../ground/ui/data-table.tsx';
import { count } from '../../ground/ui/format.ts';
import { NotThere } from '../../ground/ui/not-there.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { BESIDE_SHEET } from '../../ground/ui/side-panel.tsx';
import { useKeys } from '../../ground/ui/use-keys.ts';
import { SheetBeside } from '../sheet/sheet-beside.tsx';
import { useTray } from '../tray/use-tray.ts';
import { LeftOut } from './left-out.tsx';
import { OpennessMark } from './openness.tsx';
import { RulesEditor } from './rules-editor.tsx';
import { saveShelf } from './save-shelf.ts';
import { useShelfColumns } from './shelf-columns.tsx';
import { ShelfStart } from './shelf-start.tsx';
import { ShelfStrips } from './strips.tsx';
import { useShelf, type ShelfState } from './use-shelf.ts';
import { ShelfFigures, Verdicts } from './what-it-says.tsx';

export { ShelfPage as Component };

const ShelfPage = () => {
  const state = useShelf();
  const { subject, valid, shelf, error } = state;
  const rows = useMemo(() => shelf?.rows.map((r) => r.listing), [shelf]);
  if (subject === null) return <ShelfStart />;
  if (!valid) return <NotThere what="That shelf" />;
  if (error && 'status' in error && error.status === 404) return <NotThere what="That shelf" />;
  return (
    <Flex direction="column" minH="100%" position="relative" pr={state.open ? BESIDE_SHEET : undefined}>
      <ProblemNote error={error} kept="What you left out is kept." />
      {shelf && state.reading ? (
        <ShelfBody state={state} />
      ) : (
        !error && (
          <Box p="5" aria-busy>
            <Skeleton h="60px" mb="4" />
            <Skeleton h="360px" />
          </Box>
        )
      )}
      <SheetBeside code={state.open} rows={rows} onClose={() => state.setOpen(null)} />
    </Flex>
  );
};

const ORDERS: Record<string, (r: ShelfRow, share: number) => number | string | null> = {
  place: (r) => r.unpaid,
  title: (r) => r.listing.title,
  share: (_, share) => share,
  clicks: (r) => r.clicks,
};

const ShelfBody = ({ state }: { state: ShelfState }) => {
  const market = useMarket();
  const shelf = state.shelf!;
  const reading = state.reading!;
  const rules = state.rules!;
  const { rows, leftOut, strange } = state;
  const tray = useTray();
  const watching = useWatching();
  const [current, setCurrent] = useState<string | null>(null);
  const [verdict, setVerdict] = useState<VerdictKey | null>(null);
  const [editing, setEditing] = useState(false);
  const [sort, setSort] = useState({
    key: shelf.kind === 'term' ? 'place' : 'share',
    descending: shelf.kind !== 'term',
  });
  const shown = reading.verdicts.find((v) => v.key === verdict) ?? null;
  const marked = useMemo(() => new Set(shown?.codes ?? []), [shown]);
  const listed = useMemo(() => {
    const wanted = shown && shown.codes.length > 0 ? rows.filter((r) => marked.has(r.listing.code)) : rows;
    const by = (r: ShelfRow): number | string | null => {
      const order = ORDERS[sort.key];
      if (order) return order(r, reading.shares.get(r.listing.code) ?? -1);
      return (r.listing as unknown as Record<string, number | string | null>)[sort.key] ?? null;
    };
    return [...wanted].sort((a, b) => {
      const x = by(a);
      const y = by(b);
      if (x === null || y === null) return (x === null ? 1 : 0) - (y === null ? 1 : 0);
      const way = typeof x === 'string' ? x.localeCompare(String(y)) : x - Number(y);
      return sort.descending ? -way : way;
    });
  }, [rows, shown, marked, sort, reading]);
  const onKey = (key: string, code: string): boolean => {
    if (key === 'e') state.leaveOut([code]);
    else if (key === 'x') tray.toggle(code);
    else if (key === 'w') watching.watch([code]);
    else return false;
    return true;
  };
  useKeys({ Escape: () => (state.open ? state.setOpen(null) : setVerdict(null)) });
  const columns = useShelfColumns(tray, shelf, reading.shares, (code) => state.leaveOut([code]));
  const find = rows.find((r) => r.listing.code === shelf.find)?.listing ?? null;
  return (
    <>
      <title>{`${shelf.name}, shelf – Cold Kettle`}</title>
      <Flex px="5" pt="3" pb="3" gap="6" borderBottomWidth="1px" borderColor="rule" wrap="wrap" align="flex-start">
        <Box flex="1" minW="300px">
          <Heading as="h1" fontSize="22px" lineHeight="1.2">
            {shelf.kind === 'term' ? `“${shelf.name}”` : shelf.name}
          </Heading>
          <Text fontSize="13px" color="inkSoft" mt="1">
            {subtitle(shelf.kind, rows.length, leftOut.length)}
            {shelf.course &&
              ` · searched ${count(shelf.course.quarter)} times in the last quarter, ${count(shelf.course.year)} in the last year: ${shelf.course.words}`}
          </Text>
          {shelf.note && (
            <Text fontSize="13px" color="inkSoft">
              {shelf.note}
            </Text>
          )}
          <Flex gap="2" mt="2" wrap="wrap">
            <Button size="xs" variant="outline" bg="paper" asChild>
              <Link
                to={`/${market.id}/found?codes=${rows
                  .slice(0, 6)
                  .map((r) => r.listing.code)
                  .join(',')}`}
              >
                Terms of the first six
              </Link>
            </Button>
            <Button
              size="xs"
              variant="outline"
              bg="paper"
              onClick={() => watching.watch(rows.map((r) => r.listing.code))}
            >
              Watch all {rows.length}
            </Button>
            <Button size="xs" variant="outline" bg="paper" onClick={() => saveShelf(market, shelf, rows, reading)}>
              Save as CSV
            </Button>
            <Button size="xs" variant="ghost" asChild>
              <Link to={`/${market.id}/shelf`}>Another shelf</Link>
            </Button>
          </Flex>
        </Box>
        <OpennessMark openness={reading.openness} rules={rules} editing={editing} onEdit={() => setEditing(!editing)} />
      </Flex>
      {editing && (
        <RulesEditor
          rules={rules}
          own={shelf.ownRules}
          version={shelf.rulesVersion}
          openness={reading.openness}
          onTry={state.tryRules}
        />
      )}
      <Flex
        direction={{ base: 'column', lg: state.open ? 'column' : 'row' }}
        borderBottomWidth="1px"
        borderColor="rule"
      >
        <Box flex="1" minW="0" px="5" py="2">
          <ShelfStrips
            rows={rows}
            reading={reading}
            rules={rules}
            find={shelf.find}
            current={current}
            marked={marked}
            onPoint={setCurrent}
            onOpen={(code) => state.setOpen(code)}
            onKey={onKey}
          />
          <Flex gap="4" fontSize="12px" color="inkSoft" mt="2" wrap="wrap">
            {find && (
              <span>
                <Box as="span" color="aubergine">
                  ◆
                </Box>{' '}
                your find: {find.title}
              </span>
            )}
            <span>| median</span>
            <span>● one listing: press to open it, E to leave it out, arrow keys go through them</span>
          </Flex>
          <LeftOut strange={strange} state={state} />
        </Box>
        <Box
          w={{ base: '100%', lg: state.open ? '100%' : '352px' }}
          px="5"
          py="3"
          borderLeftWidth={{ base: 0, lg: '1px' }}
          borderColor="rule"
        >
          <Verdicts reading={reading} shown={verdict} onShow={setVerdict} />
          <ShelfFigures reading={reading} rules={rules} />
        </Box>
      </Flex>
      {shown && shown.codes.length > 0 && (
        <Flex role="status" px="5" py="1.5" gap="3" align="center" bg="aubergine.subtle" fontSize="13px">
          <Text flex="1">
            {shown.codes.length} of {rows.length} listings: {shown.title}
          </Text>
          <Button size="2xs" variant="outline" bg="paper" onClick={() => setVerdict(null)}>
            Show all
          </Button>
        </Flex>
      )}
      <Box h={`${36 + ROW_HEIGHT * Math.min(12, Math.max(2, listed.length)) + 14}px`} position="relative">
        <DataTable
          label="Listings of the shelf"
          keptAs="shelf"
          columns={columns}
          rows={listed}
          rowKey={(r) => r.listing.code}
          sort={sort}
          onSort={(key) =>
            setSort({
              key,
              descending: sort.key === key ? !sort.descending : !['place', 'title', 'rank'].includes(key),
            })
          }
          chosen={state.open}
          onOpen={(r, how) => state.setOpen(how === 'open' && state.open === r.listing.code ? null : r.listing.code)}
          onTray={(r) => tray.toggle(r.listing.code)}
          rowKeys={{ e: (r) => state.leaveOut([r.listing.code]), w: (r) => watching.watch([r.listing.code]) }}
          isMarked={(r) => r.listing.code === shelf.find}
          empty={<Text p="5">All listings are left out. Bring one back above.</Text>}
        />
      </Box>
    </>
  );
};

const subtitle = (kind: string, n: number, out: number): string =>
  [
    kind === 'term'
      ? `${n} listings a buyer meets on the first page`
      : kind === 'niche'
        ? `${n} listings that serve the niche`
        : kind === 'candidate'
          ? `${n} listings of the line-up`
          : `${n} listings side by side`,
    ...(out > 0 ? [`${out} left out`] : []),
  ].join(' · ');
