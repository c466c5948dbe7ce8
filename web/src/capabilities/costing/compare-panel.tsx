import { Box, Flex, Heading, Text } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import type { KeptCosting } from '@kettle/contract/costing';
import type { ListingSheet } from '@kettle/contract/listings';
import type { Marketplace } from '@kettle/contract/sources';
import { fulfilledBy } from '@kettle/core/costing/costing';
import { converted, inCurrency } from '@kettle/core/costing/elsewhere';
import { useFeeScheduleQuery, useKeepRateMutation, useRatesQuery } from '../../ground/api/costing.ts';
import { useMarketplacesQuery } from '../../ground/api/marketplaces.ts';
import { NumberField } from '../../ground/form/number-field.tsx';
import { useMarket } from '../../ground/market/market.ts';
import { day } from '../../ground/ui/format.ts';
import { LabelledChoice } from '../../ground/ui/labelled-choice.tsx';
import { PlainTable } from '../../ground/ui/plain-table.tsx';
import { comparedRows, type Way } from './compared.ts';

/** The costings of a candidate beside each other, and the one in use as it would be stored by oneself or sold elsewhere. */
export const ComparePanel = ({ costings, sheet }: { costings: readonly KeptCosting[]; sheet: ListingSheet }) => {
  const market = useMarket();
  const [other, setOther] = useState('');
  const used = costings[0]!;
  const { listing } = sheet;
  const units = sheet.units.best.known ? sheet.units.best.value : null;
  const subjectOf = (price: number | null) => ({
    price: price ?? listing.price ?? 0,
    category: listing.category,
    weight: listing.weight,
    sides: sheet.sides,
  });
  const asWay = (c: KeptCosting, key: string, name: string, document = c.document): Way => ({
    key,
    name,
    note: c.schedule?.name ?? 'no fee schedule',
    schedule: c.schedule?.document ?? null,
    document,
    subject: subjectOf(document.price),
    notation: market,
    day: sheet.today,
    units,
  });
  const elsewhere = useElsewhere(other, used, sheet);
  const sentBy = used.document.fulfilment === 'seller' ? ('marketplace' as const) : ('seller' as const);
  const ways = [
    ...costings.map((c, i) => asWay(c, String(c.id), i === 0 ? `${c.name} (in use)` : c.name)),
    asWay(
      used,
      'sent',
      sentBy === 'seller' ? `${used.name}, sent by you` : `${used.name}, sent by the marketplace`,
      fulfilledBy(used.document, sentBy),
    ),
    ...(elsewhere.way ? [elsewhere.way] : []),
  ];
  const rows = comparedRows(ways);
  return (
    <Box as="section" aria-labelledby="compared" mb="6">
      <Heading as="h3" id="compared" fontSize="15px" mb="1">
        Beside each other
      </Heading>
      <Flex gap="4" align="flex-end" wrap="wrap" mb="2">
        <ElsewhereChoice value={other} onChange={setOther} />
        {elsewhere.ask}
      </Flex>
      <PlainTable
        label="Costings beside each other"
        rows={rows}
        rowKey={(r) => r.name}
        lookOf={(r) => (r.differs ? undefined : 'quiet')}
        columns={[
          { head: 'What differs first', names: true, cell: (r) => r.name },
          ...ways.map((w, i) => ({
            head: w.name,
            explanation: w.note,
            cell: (r: (typeof rows)[number]) => r.cells[i]!,
          })),
        ]}
      />
      <Text mt="1" color="inkSoft" fontSize="12px">
        ? is not known yet: for sending by yourself type what storing and sending costs a unit. All at the find’s own
        units a month.
      </Text>
    </Box>
  );
};

const ElsewhereChoice = ({ value, onChange }: { value: string; onChange: (id: string) => void }) => {
  const market = useMarket();
  const { data } = useMarketplacesQuery({ params: {} });
  const others = (data?.marketplaces ?? []).filter((m) => m.id !== market.id && m.schedules.length > 0);
  if (others.length === 0) return null;
  return (
    <LabelledChoice
      label="Sold on another marketplace too"
      width="210px"
      value={value}
      onChange={onChange}
      options={[['', 'no'], ...others.map((m) => [m.id, m.name] as const)]}
    />
  );
};

/** The latest of a marketplace's schedules that is in force. */
const inForce = (market: Marketplace | undefined) =>
  market?.schedules.filter((s) => s.validFrom <= market.today).sort((a, b) => (a.validFrom < b.validFrom ? 1 : -1))[0];

const useElsewhere = (id: string, used: KeptCosting, sheet: ListingSheet) => {
  const market = useMarket();
  const { data: all } = useMarketplacesQuery({ params: {} });
  const there = all?.marketplaces.find((m) => m.id === id);
  const named = inForce(there);
  const { currentData: schedule } = useFeeScheduleQuery({ params: { id: named?.id ?? 0 } }, { skip: !named });
  const { currentData: rates } = useRatesQuery({ params: { marketplace: market.id } });
  const { currentData: back } = useRatesQuery({ params: { marketplace: id } }, { skip: id === '' });
  const [keepRate] = useKeepRateMutation();
  const rate = useMemo(() => {
    if (!there) return null;
    if (there.currency === market.currency) return { rate: 1, day: '' };
    const theirs = back?.find((r) => r.currency === market.currency);
    if (theirs) return theirs;
    const ours = rates?.find((r) => r.currency === there.currency);
    return ours ? { rate: 1 / ours.rate, day: ours.day } : null;
  }, [there, back, rates, market]);
  if (!there) return { way: null, ask: null };
  const ask =
    there.currency === market.currency ? null : rate ? (
      <Text color="inkSoft">
        1 {market.currency} = {Number(rate.rate.toPrecision(6))} {there.currency}, {day(rate.day)}. Category fees as for
        “all others” where {there.name} has none of this name.
      </Text>
    ) : (
      <NumberField
        label={`1 ${there.currency} is … ${market.currency}`}
        value={null}
        suffix={market.currency}
        fault={(x) => (x <= 0 ? 'Above 0.' : null)}
        onChange={(v) =>
          v !== null &&
          void keepRate({
            params: { marketplace: market.id, currency: there.currency },
            body: { day: market.today, rate: v },
          })
        }
      />
    );
  if (!schedule || !rate) return { way: null, ask };
  const conversion = { from: market.currency, to: there.currency, rate: rate.rate };
  const document = inCurrency(used.document, conversion);
  const { listing } = sheet;
  const price = document.price ?? (listing.price === null ? 0 : converted(listing.price, conversion));
  const way: Way = {
    key: `on-${there.id}`,
    name: `${used.name}, on ${there.name}`,
    note: schedule.name,
    schedule,
    document,
    subject: { price, category: listing.category, weight: listing.weight, sides: sheet.sides },
    notation: there,
    day: there.today,
    units: sheet.units.best.known ? sheet.units.best.value : null,
  };
  return { way, ask };
};
