import { Box, Flex, Text } from '@chakra-ui/react';
import type { ListingSheet, SavedCosting } from '@kettle/contract/listings';
import type { Marketplace } from '@kettle/contract/sources';
import { costing, type CostingInputs } from '@kettle/core/costing/costing';
import { priceForProfit } from '@kettle/core/costing/price-for-profit';
import type { FeeSchedule } from '@kettle/core/documents/fee-schedule';
import { majorFromMinor, minorFromMajor } from '@kettle/core/money/money';
import { useSaveCostingMutation } from '../../ground/api/sheet.ts';
import { money, percent } from '../../ground/ui/format.ts';
import { NumberField } from '../../ground/ui/number-field.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { StaleNote, type Difference } from '../../ground/ui/stale-note.tsx';
import { newerOf, useKeptDocument } from '../../ground/ui/use-kept-document.ts';

const notBelowZero = (x: number): string | null => (x < 0 ? 'This cannot be below 0.' : null);
const aShare = (x: number): string | null => (x < 0 || x > 100 ? 'Between 0 and 100.' : null);

/** What is left of the price, line by line, as it is typed; the same computation as the server's. */
export const MoneyPanel = ({
  market,
  sheet,
  full = false,
}: {
  market: Marketplace;
  sheet: ListingSheet;
  full?: boolean;
}) => {
  const [save, { error }] = useSaveCostingMutation();
  const { listing } = sheet;
  const { draft, change, newer, takeNewer, keepMine } = useKeptDocument(
    `costing/${market.id}/${listing.code}`,
    sheet.costing,
    (latest) => save({ params: { marketplace: market.id, code: listing.code }, body: latest }),
  );

  const set = (inputs: Partial<CostingInputs>): void => change((d) => ({ ...d, inputs: { ...d.inputs, ...inputs } }));
  const price = draft.price ?? listing.price;
  const schedule = sheet.schedule?.document as FeeSchedule | undefined;
  if (!schedule) return <Text color="inkSoft">{sheet.fees.known ? '' : sheet.fees.reason}</Text>;
  const subject = { category: listing.category, weight: listing.weight, sides: sheet.sides };
  const result = costing(schedule, { ...subject, price: price ?? 0 }, draft.inputs, sheet.today);
  const breakEven = priceForProfit(schedule, subject, draft.inputs, sheet.today);
  const fees = result.known ? result.costing.fees : sheet.fees.known && price === listing.price ? sheet.fees : null;
  const major = (minor: number | null): number | null =>
    minor === null ? null : majorFromMinor(minor, market.currency);
  const minor = (value: number | null): number | null =>
    value === null ? null : minorFromMajor(value, market.currency);
  const moneyField = (label: string, key: 'unitCost' | 'freight') => (
    <NumberField
      label={label}
      value={major(draft.inputs[key])}
      placeholder="not known"
      suffix={market.currency}
      fault={notBelowZero}
      onChange={(v) => set({ [key]: minor(v) })}
    />
  );
  const sumField = (
    label: string,
    key: 'preparation' | 'lossPerReturn' | 'samples' | 'pictures' | 'launchAdvertising' | 'reserve',
  ) => (
    <NumberField
      label={label}
      value={major(draft.inputs[key])}
      suffix={market.currency}
      fault={notBelowZero}
      onChange={(v) => set({ [key]: minor(v) ?? 0 })}
    />
  );
  const shareField = (label: string, key: 'dutyRate' | 'advertisingRate' | 'returnRate') => (
    <NumberField
      label={label}
      value={Number((draft.inputs[key] * 100).toFixed(2))}
      suffix="%"
      fault={aShare}
      onChange={(v) => set({ [key]: (v ?? 0) / 100 })}
    />
  );
  const net = result.known ? result.costing.net : result.net;
  return (
    <Flex
      fontSize="13px"
      className="figures"
      data-testid="costing"
      direction={full ? 'row' : 'column'}
      columnGap="14"
      rowGap="2"
      wrap={full ? 'wrap' : 'nowrap'}
      align={full ? 'flex-start' : 'stretch'}
    >
      <Flex direction="column" gap="1.5" flex={full ? '1 1 380px' : undefined}>
        <NumberField
          label="Price to try"
          value={major(draft.price)}
          placeholder={listing.price === null ? 'not known' : String(major(listing.price))}
          suffix={market.currency}
          fault={(x) => (x <= 0 ? 'A price must be above 0.' : null)}
          onChange={(v) => change((d) => ({ ...d, price: minor(v) }))}
        />
        {fees?.lines.map((line) => (
          <Line key={line.key} label={line.label} note={line.note} amount={-line.amount} market={market} />
        ))}
        <Line label="Net" strong amount={net} market={market} testId="net" />
        {moneyField('Unit cost', 'unitCost')}
        {moneyField('Freight a unit', 'freight')}
        {shareField('Duty on unit cost', 'dutyRate')}
        {shareField('Advertising, of price', 'advertisingRate')}
        {full && (
          <>
            {sumField('Preparation a unit', 'preparation')}
            {shareField('Returns, of units', 'returnRate')}
            {sumField('Loss per return', 'lossPerReturn')}
            <NumberField
              label="Months in storage"
              value={draft.inputs.monthsStored}
              suffix=""
              fault={notBelowZero}
              onChange={(v) => set({ monthsStored: v ?? 0 })}
            />
            <NumberField
              label="First order, units"
              value={draft.inputs.firstOrder}
              placeholder="not known"
              suffix=""
              fault={(x) => (x < 1 || !Number.isInteger(x) ? 'A whole number above 0.' : null)}
              onChange={(v) => set({ firstOrder: v })}
            />
            {sumField('Samples', 'samples')}
            {sumField('Pictures', 'pictures')}
            {sumField('Launch advertising', 'launchAdvertising')}
            {sumField('Reserve', 'reserve')}
          </>
        )}
      </Flex>
      {/* What comes out stands beside what goes in, so that each change is seen at once. */}
      <Box flex={full ? '1 1 300px' : undefined} position={full ? 'sticky' : undefined} top="4">
        {result.known ? (
          <Box pt="2" borderTopWidth="1px" borderColor="rule">
            <Line label="Landed cost" amount={-result.costing.landed} market={market} />
            <Line
              label="Advertising and returns"
              amount={-(result.costing.advertising + result.costing.returns)}
              market={market}
            />
            <Line label="Profit a unit" strong amount={result.costing.profit} market={market} testId="profit" />
            <Words label="Margin" value={percent(result.costing.margin, 1)} testId="margin" />
            <Words label="Return on cost" value={percent(result.costing.returnOnCost, 0)} />
            <Words
              label="Break-even price"
              value={breakEven === null ? 'none works' : money(breakEven, market)}
              testId="break-even"
            />
            {full && (
              <Words
                label="Outlay"
                value={
                  result.costing.outlay === null ? 'type in the first order' : money(result.costing.outlay, market)
                }
              />
            )}
          </Box>
        ) : (
          <Text mt="2" color="inkSoft" role="status">
            {result.reason}
          </Text>
        )}
        <Text mt="2" color="inkSoft" fontSize="12px">
          {sheet.schedule!.name}. To earn 10 on a cost of 5 with freight 1, net must be 16.
        </Text>
        {newer ? (
          <StaleNote differences={differencesOf(draft, newer, market)} onMine={keepMine} onNewer={takeNewer} />
        ) : (
          // A refusal as older that told the same content has come to what was wanted.
          <ProblemNote
            error={newerOf(error) ? null : error}
            kept="What you typed is still here; it is kept with the next change."
          />
        )}
      </Box>
    </Flex>
  );
};

const INPUT_NAMES: Record<keyof CostingInputs, string> = {
  unitCost: 'Unit cost',
  freight: 'Freight a unit',
  dutyRate: 'Duty on unit cost',
  preparation: 'Preparation a unit',
  advertisingRate: 'Advertising, of price',
  returnRate: 'Returns, of units',
  lossPerReturn: 'Loss per return',
  monthsStored: 'Months in storage',
  fulfilment: 'Fulfilled by',
  firstOrder: 'First order, units',
  samples: 'Samples',
  pictures: 'Pictures',
  launchAdvertising: 'Launch advertising',
  reserve: 'Reserve',
};
const IN_WORDS: Partial<Record<keyof CostingInputs, 'share' | 'plain'>> = {
  dutyRate: 'share',
  advertisingRate: 'share',
  returnRate: 'share',
  monthsStored: 'plain',
  fulfilment: 'plain',
  firstOrder: 'plain',
};

/** What differs between two costings, in the marketplace's money. */
const differencesOf = (mine: SavedCosting, newer: SavedCosting, market: Marketplace): Difference[] => {
  const words = (value: number | string | null, how: 'share' | 'plain' | undefined): string =>
    value === null
      ? 'not known'
      : how === 'share'
        ? percent(Number(value), 1)
        : how === 'plain'
          ? String(value)
          : money(Number(value), market);
  const keys = Object.keys(INPUT_NAMES) as (keyof CostingInputs)[];
  return [
    ...(mine.price === newer.price
      ? []
      : [{ name: 'Price to try', mine: words(mine.price, undefined), newer: words(newer.price, undefined) }]),
    ...keys
      .filter((key) => mine.inputs[key] !== newer.inputs[key])
      .map((key) => ({
        name: INPUT_NAMES[key],
        mine: words(mine.inputs[key], IN_WORDS[key]),
        newer: words(newer.inputs[key], IN_WORDS[key]),
      })),
  ];
};

const Line = ({
  label,
  note,
  amount,
  market,
  strong = false,
  testId,
}: {
  label: string;
  note?: string;
  amount: number | null;
  market: Marketplace;
  strong?: boolean;
  testId?: string;
}) => (
  <Flex
    justify="space-between"
    fontWeight={strong ? 700 : 400}
    borderTopWidth={strong ? '1px' : undefined}
    borderColor="rule"
    pt={strong ? '1' : undefined}
  >
    <span>
      {label}
      {note && (
        <Box as="span" color="inkSoft">
          {' '}
          {note}
        </Box>
      )}
    </span>
    <span data-testid={testId}>{amount === null ? '—' : money(amount, market)}</span>
  </Flex>
);

const Words = ({ label, value, testId }: { label: string; value: string; testId?: string }) => (
  <Flex justify="space-between">
    <span>{label}</span>
    <span data-testid={testId}>{value}</span>
  </Flex>
);
