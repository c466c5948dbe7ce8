import { Box, Button, Flex, Text } from '@chakra-ui/react';
import { Undo2 } from 'lucide-react';
import { memo, useCallback, useDeferredValue, useEffect, useMemo, useRef, useState } from 'react';
import type { KeptCosting } from '@kettle/contract/costing';
import type { ListingSheet } from '@kettle/contract/listings';
import { costing, fulfilledBy, SENDING, settled, UNIT_COST, withAmount } from '@kettle/core/costing/costing';
import type { Piece } from '@kettle/core/costing/landing';
import type { NewcomersSell } from '@kettle/core/shelf/newcomers-sell';
import { EMPTY_PLAN } from '@kettle/core/costing/launch';
import type { MonthlyUnits } from '@kettle/core/costing/what-if';
import { priceForProfit } from '@kettle/core/costing/price-for-profit';
import type { CostAmount, CostingDocument, CostLine, LaunchPlan } from '@kettle/core/documents/costing';
import { majorFromMinor, minorFromMajor } from '@kettle/core/money/money';
import { useKeepCandidateCostingMutation, useKeepQuickCostingMutation } from '../../ground/api/costing.ts';
import { NumberField } from '../../ground/form/number-field.tsx';
import { MergedNote } from '../../ground/form/merged-note.tsx';
import { StaleNote } from '../../ground/form/stale-note.tsx';
import { newerOf, useKeptDocument } from '../../ground/form/use-kept-document.ts';
import { useMarket } from '../../ground/market/market.ts';
import { moveKept } from '../../ground/state/kept.ts';
import { day } from '../../ground/ui/format.ts';
import { Mark } from '../../ground/ui/mark.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { CostLineFields } from './cost-line-fields.tsx';
import { LaunchPanel } from './launch-panel.tsx';
import { Answer, Sought } from './money-answer.tsx';
import { Line, spanInWords, Words } from './money-lines.tsx';
import { MoneyResult } from './money-result.tsx';
import { NearestSteps } from './nearest-steps.tsx';
import { PriceHandle } from './price-handle.tsx';
import { Quotes } from './quotes.tsx';
import { SaleStack } from './sale-stack.tsx';
import { AdvertisingWay, FulfilmentChoice, StockFields } from './typed-choices.tsx';
import { WhatIfPanel } from './what-if-panel.tsx';
import { costingDifferences } from './costing-differences.ts';

/** Lines that are asked for first; the others are there on the candidate's own page. */
const FIRST_LINES: ReadonlySet<string> = new Set([UNIT_COST, 'freight', 'duty', 'advertising']);

const LaterQuotes = memo(Quotes);
const LaterWhatIf = memo(WhatIfPanel);
const LaterLaunch = memo(LaunchPanel);
const LaterSought = memo(Sought);
const LaterSteps = memo(NearestSteps);

/** Where what is typed waits. Before a candidate's first costing has a number it waits under the candidate's. */
const placeOf = (market: string, code: string, { id, candidate }: KeptCosting): string => {
  if (!candidate) return `money/${market}/${code}`;
  const first = `money/candidate/${candidate.id}`;
  if (id === null) return first;
  moveKept(`typed/${first}`, `typed/${first}/${id}`);
  return `${first}/${id}`;
};

/** What is left of the price, line by line, as it is typed; the same computation as the server's. */
export const MoneyPanel = ({
  sheet,
  costing: saved,
  full = false,
  cheapest = null,
  newcomers = null,
}: {
  sheet: ListingSheet;
  costing: KeptCosting;
  full?: boolean;
  /** The cheapest price among the rivals. */
  cheapest?: number | null;
  newcomers?: NewcomersSell | null;
}) => {
  const market = useMarket();
  const { listing } = sheet;
  const { candidate } = saved;
  const [saveQuick, { error: quickError }] = useKeepQuickCostingMutation();
  const [saveOwn, { error: ownError }] = useKeepCandidateCostingMutation();
  const error = candidate ? ownError : quickError;
  // Which costing this panel types into does not change under it, even where the first save gives it a number.
  const [own] = useState(saved.id);
  const [place] = useState(() => placeOf(market.id, listing.code, saved));
  const {
    draft: { document },
    change,
    undo,
    newer,
    merged,
    takeNewer,
    keepMine,
  } = useKeptDocument(place, { document: saved.document, version: saved.version }, (body) =>
    candidate
      ? saveOwn({ params: { id: candidate.id }, body: { ...body, ...(own === null ? {} : { costing: own }) } })
      : saveQuick({ params: { marketplace: market.id, code: listing.code }, body }),
  );
  const units = useMemo(() => unitsOf(sheet), [sheet]);
  const piece = useMemo(() => ({ weight: listing.weight, sides: sheet.sides }), [listing.weight, sheet.sides]);
  const takeNewerFees = (id: number) => {
    const body = { document, version: saved.version, schedule: id };
    return candidate
      ? saveOwn({ params: { id: candidate.id }, body: { ...body, ...(own === null ? {} : { costing: own }) } })
      : saveQuick({ params: { marketplace: market.id, code: listing.code }, body });
  };
  const latest = useRef(change);
  useEffect(() => {
    latest.current = change;
  });
  const set = useCallback(
    (part: Partial<CostingDocument>): void => latest.current((d) => ({ ...d, document: { ...d.document, ...part } })),
    [],
  );
  const setLine = useCallback(
    (key: string, amount: CostAmount): void =>
      latest.current((d) => ({ ...d, document: withAmount(d.document, key, amount) })),
    [],
  );
  const setFulfilment = useCallback(
    (by: CostingDocument['fulfilment']): void =>
      latest.current((d) => ({ ...d, document: fulfilledBy(d.document, by) })),
    [],
  );
  const setPlan = useCallback((plan: LaunchPlan): void => set({ plan }), [set]);
  // What is reckoned further on follows a moved handle as soon as there is time; the answer itself at once.
  const slow = useDeferredValue(document);
  const slowSubject = useMemo(
    () => ({
      price: slow.price ?? listing.price ?? 0,
      category: listing.category,
      weight: listing.weight,
      sides: sheet.sides,
    }),
    [slow.price, listing.price, listing.category, listing.weight, sheet.sides],
  );
  const named = saved.schedule ?? sheet.schedule;
  const schedule = named?.document;
  if (!schedule) return <Text color="inkSoft">{sheet.fees.known ? '' : sheet.fees.reason}</Text>;
  const price = document.price ?? listing.price;
  const subject = { category: listing.category, weight: listing.weight, sides: sheet.sides };
  const result = costing(schedule, { ...subject, price: price ?? 0 }, document, sheet.today);
  const breakEven = priceForProfit(schedule, subject, document, sheet.today);
  const byQuote = linesByQuote(document, piece, schedule.currency);
  const partial = result.known ? null : result.fees;
  const isInForce = named!.id === sheet.schedule?.id;
  const atListPrice = isInForce && sheet.fees.known && price === listing.price && !partial ? sheet.fees : null;
  const fees = result.known ? result.costing.fees : atListPrice;
  const major = (minor: number | null): number | null =>
    minor === null ? null : majorFromMinor(minor, market.currency);
  const fieldsOf = (part: CostLine['part']) =>
    byQuote.document.lines
      .filter((line) => line.part === part && (full || FIRST_LINES.has(line.key)))
      .filter((line) => line.key !== SENDING || document.fulfilment === 'seller')
      .map((line) =>
        byQuote.keys.has(line.key) ? (
          <Line
            key={line.key}
            label={line.label}
            note={`${line.note}; ${line.source}`}
            amount={line.amount.kind === 'sum' && line.amount.sum !== null ? -line.amount.sum : null}
          />
        ) : (
          <CostLineFields key={line.key} line={line} onLine={setLine} />
        ),
      );
  const net = result.known ? result.costing.net : result.net;
  return (
    <Box fontSize="13px" className="figures" data-testid="costing">
      {full && result.known && price !== null && (
        <Answer costing={result.costing} price={price} firstOrder={document.firstOrder} units={unitsOf(sheet)} />
      )}
      {full && price !== null && (
        <Flex columnGap="14" rowGap="4" wrap="wrap" mb="5" align="flex-start">
          <PriceHandle
            schedule={schedule}
            subject={{ ...subject, price }}
            document={document}
            day={sheet.today}
            listed={listing.price ?? price}
            breakEven={breakEven}
            cheapest={cheapest}
            onPrice={(to) => set({ price: to })}
          />
          {result.known && (
            <Box flex="1 1 380px" minW="0" pt="1">
              <SaleStack costing={result.costing} price={price} />
              <LaterSought schedule={schedule} subject={slowSubject} document={slow} day={sheet.today} />
            </Box>
          )}
        </Flex>
      )}
      {/* What comes out stands beside what goes in as long as the lines last, and gives way to what follows. */}
      <Flex
        direction={full ? 'row' : 'column'}
        columnGap="14"
        rowGap="2"
        wrap={full ? 'wrap' : 'nowrap'}
        align={full ? 'flex-start' : 'stretch'}
      >
        <Flex direction="column" gap="1.5" flex={full ? '1 1 380px' : undefined}>
          <NumberField
            label="Price to try"
            value={major(document.price)}
            placeholder={listing.price === null ? 'not known' : String(major(listing.price))}
            suffix={market.currency}
            fault={(x) => (x <= 0 ? 'A price must be above 0.' : null)}
            onChange={(v) => set({ price: v === null ? null : minorFromMajor(v, market.currency) })}
          />
          {full && <FulfilmentChoice value={document.fulfilment} onChange={setFulfilment} />}
          {fees?.lines.map((line) => (
            <Line key={line.key} label={line.label} note={line.note} amount={-line.amount} />
          ))}
          {fees && document.fulfilment === 'marketplace' && (
            <LaterSteps schedule={schedule} weight={listing.weight} sides={sheet.sides} />
          )}
          {partial?.lines.map((line) => (
            <Line key={line.key} label={line.label} note={line.note} amount={-line.amount} />
          ))}
          {partial?.open.map((line) => (
            <Words
              key={line.key}
              label={`${line.label} ▲ ${line.note}`}
              value={spanInWords({ low: line.high === null ? null : -line.high, high: -line.low }, market)}
            />
          ))}
          {partial?.net ? (
            <Words label="Net" value={spanInWords(partial.net, market)} testId="net" />
          ) : (
            <Line label="Net" strong amount={net} testId="net" />
          )}
          {fieldsOf('landed')}
          {document.landing?.chosen && (
            <Button
              size="2xs"
              variant="outline"
              alignSelf="flex-end"
              onClick={() => set({ lines: byQuote.document.lines, landing: { ...document.landing!, chosen: null } })}
            >
              Type these lines myself
            </Button>
          )}
          {fieldsOf('sale')}
          {full && (
            <AdvertisingWay amount={document.lines.find((l) => l.key === 'advertising')?.amount} onLine={setLine} />
          )}
          {full && (
            <>
              <StockFields
                firstOrder={document.firstOrder}
                monthsStored={document.monthsStored}
                share={(document.plan ?? EMPTY_PLAN).unitsShare}
                units={units}
                onChange={set}
              />
              {fieldsOf('launch')}
            </>
          )}
          <Button size="2xs" variant="outline" alignSelf="flex-end" disabled={undo === null} onClick={() => undo?.()}>
            <Undo2 size={13} aria-hidden /> Undo
          </Button>
        </Flex>
        <Box flex={full ? '1.4 1 420px' : undefined} position={full ? 'sticky' : undefined} top="4">
          <MoneyResult result={result} breakEven={breakEven} full={full} />
          <Text mt="2" color="inkSoft" fontSize="12px">
            {named.name}
            {named.source.startsWith('copied') ? `, ▲ ${named.source} (demo): put your own in its place` : ''}. To earn
            10 on a cost of 5 with freight 1, net must be 16.
          </Text>
          {saved.newer && (
            <Flex mt="1" gap="2" align="center" role="status">
              <Mark kind="care" word="newer fees" />
              {saved.newer.name} is in force since {day(saved.newer.validFrom)}; this costing keeps the one it was begun
              with.
              <Button size="2xs" variant="outline" onClick={() => saved.newer && void takeNewerFees(saved.newer.id)}>
                Reckon with the newer
              </Button>
            </Flex>
          )}
          <MergedNote times={merged} />
          {newer ? (
            <StaleNote
              differences={costingDifferences(document, newer.document, market)}
              onMine={keepMine}
              onNewer={takeNewer}
            />
          ) : (
            // A refusal as older that told the same content has come to what was wanted.
            <ProblemNote
              error={newerOf(error) ? null : error}
              kept="What you typed is still here; it is kept with the next change."
            />
          )}
          {full && price !== null && (
            <LaterWhatIf
              schedule={schedule}
              subject={slowSubject}
              document={slow}
              day={sheet.today}
              units={units}
              cheapest={cheapest}
            />
          )}
        </Box>
      </Flex>
      {full && (
        <LaterQuotes
          code={listing.code}
          today={sheet.today}
          piece={piece}
          given={document.landing}
          firstOrder={document.firstOrder}
          category={listing.category}
          candidate={candidate?.id ?? null}
          onChange={set}
        />
      )}
      {full && price !== null && result.known && (
        <Box flex="1 1 100%">
          <LaterLaunch
            schedule={schedule}
            subject={slowSubject}
            document={slow}
            plan={document.plan}
            day={sheet.today}
            units={units}
            newcomers={newcomers}
            onPlan={setPlan}
          />
        </Box>
      )}
    </Box>
  );
};

/** The lines as the chosen quote gives them, and which of them it gives. */
const linesByQuote = (
  document: CostingDocument,
  piece: Piece,
  currency: string,
): { document: CostingDocument; keys: ReadonlySet<string> } => {
  const { document: lines, order } = settled(document, piece, currency);
  if (!order) return { document, keys: new Set() };
  const typed = new Map(document.lines.map((l) => [l.key, l]));
  return { document: lines, keys: new Set(lines.lines.filter((l) => typed.get(l.key) !== l).map((l) => l.key)) };
};

const unitsOf = ({ units: { best } }: ListingSheet): MonthlyUnits | null =>
  best.known ? { low: best.low, likely: best.value, high: best.high } : null;
