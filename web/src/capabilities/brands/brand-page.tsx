import { Box, Button, Flex, Heading, Input, Skeleton, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import type { BrandSheet } from '@kettle/contract/demand';
import { meanOf } from '@kettle/core/stats/robust';
import { api } from '../../ground/api/api.ts';
import { useBrandQuery, useJudgeBrandMutation } from '../../ground/api/demand.ts';
import { StaleNote } from '../../ground/form/stale-note.tsx';
import { useKeptChanges } from '../../ground/form/use-kept-document.ts';
import { useMarket } from '../../ground/market/market.ts';
import { useWatching } from '../../ground/market/use-watching.ts';
import { useAppDispatch } from '../../ground/state/dispatch.ts';
import { DataTable, ROW_HEIGHT } from '../../ground/ui/data-table.tsx';
import { figureOf } from '../../ground/ui/figure-of.ts';
import { count, day, money, percent } from '../../ground/ui/format.ts';
import { NotThere } from '../../ground/ui/not-there.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { BESIDE_SHEET } from '../../ground/ui/side-panel.tsx';
import { Worked } from '../../ground/ui/worked.tsx';
import { listingColumns } from '../sheet/listing-columns.tsx';
import { Section } from '../sheet/listing-sheet.tsx';
import { SheetBeside } from '../sheet/sheet-beside.tsx';
import { useTray } from '../tray/use-tray.ts';

export const Component = () => {
  const { id: marketplace } = useMarket();
  const { brand = '' } = useParams();
  const { currentData, error } = useBrandQuery({ params: { marketplace, brand } }, { skip: brand === '' });
  if (error && 'status' in error && error.status === 404) return <NotThere what={`The brand “${brand}”`} />;
  return (
    <Box position="relative" minH="100%">
      {error && (
        <Box px="5">
          <ProblemNote error={error} />
        </Box>
      )}
      {currentData ? <Sheet key={currentData.brand} sheet={currentData} /> : !error && <Skeleton m="5" h="300px" />}
    </Box>
  );
};

const MOST_ROWS = 10;
const listingsWord = (n: number): string => `${n} listing${n === 1 ? '' : 's'}`;

/** How strong a brand is: what is measured of it, and what its seller's rival judges. */
const Sheet = ({ sheet }: { sheet: BrandSheet }) => {
  const market = useMarket();
  const tray = useTray();
  const watching = useWatching();
  const [open, setOpen] = useState<string | null>(null);
  const at = `/${market.id}`;
  const ownSearches = sheet.ownTerms.reduce((sum, t) => sum + (t.volumeYear ?? 0), 0);
  const meanShare = meanOf(sheet.shelves.map((s) => s.share));
  const columns = listingColumns(market, tray).map((c) => ({ ...c, sortable: false }));
  return (
    <Box py="4" pr={open ? BESIDE_SHEET : undefined} position="relative">
      <title>{`${sheet.brand} – Cold Kettle`}</title>
      <Box px="5">
        <Heading as="h1" fontSize="22px">
          {sheet.brand}
        </Heading>
        <Text color="inkSoft" fontSize="13px">
          {listingsWord(sheet.listings.length)} on {market.name}
        </Text>
        <Flex gap="10" wrap="wrap">
          <Box flex="1" minW="280px">
            <Section title="How strong it is, measured">
              <Lines
                lines={[
                  [
                    'Earns together',
                    <Worked
                      key="r"
                      title="Revenue together"
                      figure={figureOf(sheet.revenue, 'Units a month times price, added over its listings.', [
                        ['Known of', `${sheet.revenueKnown} of ${sheet.listings.length} listings`],
                      ])}
                    >
                      {sheet.revenue === null
                        ? 'not known'
                        : `${money(sheet.revenue, market, true)} ${market.currency} a month`}
                    </Worked>,
                  ],
                  ['Niches it stands in', count(sheet.shelves.length)],
                  ['Share of their clicks, on average', percent(meanShare, 1)],
                  [
                    'Its name is searched',
                    sheet.ownTerms.length === 0
                      ? 'in no known term'
                      : `${count(ownSearches)} times a year, in ${sheet.ownTerms.length} terms`,
                  ],
                ]}
              />
            </Section>
          </Box>
          <Box flex="1" minW="280px">
            <Section title="Known beyond this marketplace, judged">
              <Judgement sheet={sheet} />
            </Section>
          </Box>
          <Box flex="1" minW="280px">
            <Section title="Sizes and categories">
              <Lines
                lines={[
                  ...sheet.categories
                    .slice(0, 5)
                    .map((c): [string, React.ReactNode] => [
                      c.name.split(' › ').slice(-2).join(' › '),
                      `${listingsWord(c.listings)}, ${money(c.revenue, market, true)} a month`,
                    ]),
                  ...sheet.sizes.map((s): [string, React.ReactNode] => [s.name, listingsWord(s.listings)]),
                ]}
              />
            </Section>
          </Box>
        </Flex>
        <Flex gap="10" wrap="wrap">
          <Box flex="1" minW="280px">
            <Section title="Its shelves">
              {sheet.shelves.length === 0 && <Text fontSize="13px">No niche is known that it serves.</Text>}
              {sheet.shelves.slice(0, MOST_ROWS).map((s) => (
                <Flex key={s.id} fontSize="13px" gap="3" minH="26px" align="center">
                  <Box flex="1">
                    <Link to={`${at}/shelf?niche=${s.id}`} style={{ textDecoration: 'underline' }}>
                      {s.name}
                    </Link>
                  </Box>
                  <span className="figures">
                    {percent(s.share, 1)} of the clicks, {listingsWord(s.listings)}
                  </span>
                </Flex>
              ))}
            </Section>
          </Box>
          <Box flex="1" minW="280px">
            <Section title="Main terms, by clicks">
              <Terms at={at} terms={sheet.mainTerms} none="No term is known that finds it." />
            </Section>
          </Box>
          <Box flex="1" minW="280px">
            <Section title="Terms with its name">
              <Terms at={at} terms={sheet.ownTerms} none="Nobody is known to search its name." />
            </Section>
          </Box>
        </Flex>
        <Section title="Its listings, the best earning first">{null}</Section>
      </Box>
      <Box h={`${36 + ROW_HEIGHT * Math.min(10, sheet.listings.length) + 14}px`} position="relative">
        <DataTable
          label={`Listings of ${sheet.brand}`}
          keptAs="brand"
          columns={columns}
          rows={sheet.listings}
          rowKey={(l) => l.code}
          chosen={open}
          onOpen={(l, how) => setOpen(how === 'open' && open === l.code ? null : l.code)}
          onTray={(l) => tray.toggle(l.code)}
          rowKeys={{ w: (l) => watching.watch([l.code]) }}
        />
      </Box>
      <SheetBeside code={open} rows={sheet.listings} onClose={() => setOpen(null)} />
    </Box>
  );
};

const Lines = ({ lines }: { lines: [string, React.ReactNode][] }) => (
  <Box as="dl" fontSize="13px" className="figures">
    {lines.map(([name, value]) => (
      <Flex key={name} gap="3" minH="26px" align="center">
        <Box as="dt" color="inkSoft" flex="1">
          {name}
        </Box>
        <Box as="dd">{value}</Box>
      </Flex>
    ))}
  </Box>
);

const Terms = ({ at, terms, none }: { at: string; terms: BrandSheet['mainTerms']; none: string }) => (
  <>
    {terms.length === 0 && <Text fontSize="13px">{none}</Text>}
    {terms.slice(0, MOST_ROWS).map((t) => (
      <Flex key={t.id} fontSize="13px" gap="3" minH="26px" align="center">
        <Box flex="1">
          <Link to={`${at}/demand?view=terms&open=${t.id}`} style={{ textDecoration: 'underline' }}>
            {t.text}
          </Link>
        </Box>
        <span className="figures">
          {count(t.volumeYear)} a year{t.share === null ? '' : `, ${percent(t.share)} of clicks`}
        </span>
      </Flex>
    ))}
  </>
);

const ANSWERS = [
  ['yes', 'Yes, buyers know it'],
  ['unsure', 'Unsure'],
  ['no', 'No'],
] as const;

/** What no figure tells: whether buyers know the brand beyond this marketplace, with a note of how one knows. */
const Judgement = ({ sheet }: { sheet: BrandSheet }) => {
  const market = useMarket();
  const [judge, { error }] = useJudgeBrandMutation();
  const [note, setNote] = useState(sheet.judged?.note ?? '');
  const known = sheet.judged?.known ?? null;
  const changes = useKeptChanges<{ known: typeof known; note: string }>(sheet.judged?.version ?? 0, (body) =>
    judge({ params: { marketplace: market.id, brand: sheet.brand }, body }),
  );
  const dispatch = useAppDispatch();
  const put = (answer: typeof known, text = note): void => changes.keep({ known: answer, note: text });
  return (
    <>
      <Flex gap="1" role="group" aria-label={`Do buyers know ${sheet.brand} beyond ${market.name}?`} wrap="wrap">
        {ANSWERS.map(([key, label]) => (
          <Button
            key={key}
            size="xs"
            variant="outline"
            aria-pressed={known === key}
            bg={known === key ? 'aubergine.subtle' : 'paper'}
            color={known === key ? 'aubergine' : undefined}
            onClick={() => put(known === key ? null : key)}
          >
            {label}
          </Button>
        ))}
      </Flex>
      <Input
        size="xs"
        mt="2"
        bg="paper"
        maxLength={400}
        aria-label="How you know"
        placeholder="How you know: shops, own site, press …"
        value={note}
        onChange={(e) => setNote(e.target.value)}
        onBlur={() => known !== null && note !== sheet.judged?.note && put(known)}
      />
      {sheet.judged && (
        <Text fontSize="12px" color="inkSoft" mt="1">
          judged on {day(sheet.judged.day, market.today)}
        </Text>
      )}
      {changes.stale ? (
        <StaleNote
          differences={[
            {
              name: sheet.brand,
              mine: `${changes.stale.body.known ?? 'not judged'} ${changes.stale.body.note}`,
              newer: `${changes.stale.newer.known ?? 'not judged'} ${changes.stale.newer.note}`,
            },
          ]}
          onMine={changes.keepMine}
          onNewer={() => {
            setNote(String(changes.stale?.newer.note ?? ''));
            changes.takeNewer();
            dispatch(api.util.invalidateTags(['Brand']));
          }}
        />
      ) : (
        <ProblemNote error={error} kept="The note is still in the field." />
      )}
    </>
  );
};
