import { Flex, Text } from '@chakra-ui/react';
import { LANDED_NAMES } from '@kettle/core/costing/costing';
import { isDutyOfSupplier, isPaidBySupplier } from '@kettle/core/costing/trade-terms';
import { LEGS, type Landing, type Offer, type Way } from '@kettle/core/documents/landing';
import { NumberField } from '../../ground/form/number-field.tsx';
import { LabelledChoice } from '../../ground/ui/labelled-choice.tsx';
import { PlainTable } from '../../ground/ui/plain-table.tsx';
import { ChargeFields, PerChoice, SumField } from './charge-fields.tsx';

const days = (x: number): string | null =>
  x < 0 || x > 365 || !Number.isInteger(x) ? 'A whole number up to 365.' : null;

/** What the way costs: each kind of freight, the legs that the quotes leave open, duty and what is paid once. */
export const WayFields = ({
  landing,
  offers,
  onChange,
}: {
  landing: Landing;
  offers: readonly Offer[];
  onChange: (landing: Landing) => void;
}) => {
  const set = (part: Partial<Landing>): void => onChange({ ...landing, ...part });
  const setWay = (at: number, part: Partial<Way>): void =>
    set({ ways: landing.ways.map((w, i) => (i === at ? { ...w, ...part } : w)) });
  const terms = offers.length === 0 ? (['EXW'] as const) : offers.map((o) => o.term ?? 'EXW');
  const isOpen = (leg: (typeof LEGS)[number]): boolean => terms.some((term) => !isPaidBySupplier(term, leg));
  const legs = LEGS.filter((leg) => leg !== 'carriage' && leg !== 'insurance' && isOpen(leg));
  return (
    <Flex columnGap="12" rowGap="5" wrap="wrap" mt="4">
      <Flex direction="column" gap="1.5" flex="1 1 520px">
        <Text color="inkSoft" fontSize="12px">
          Freight, as your forwarder asks it
        </Text>
        <PlainTable
          label="Freight"
          rows={landing.ways}
          rowKey={(w) => w.name}
          columns={[
            { head: 'Way', names: true, cell: (w) => w.name },
            {
              head: 'Price',
              cell: (w, i) => (
                <SumField
                  unseenLabel
                  label={`${w.name}, price`}
                  value={w.charge.price}
                  onChange={(price) => setWay(i, { charge: { ...w.charge, price } })}
                />
              ),
            },
            {
              head: 'For',
              align: 'left',
              cell: (w, i) => (
                <PerChoice
                  label={w.name}
                  value={w.charge.per}
                  onChange={(per) => setWay(i, { charge: { ...w.charge, per } })}
                />
              ),
            },
            {
              head: 'At least',
              cell: (w, i) => (
                <SumField
                  unseenLabel
                  label={`${w.name}, at least`}
                  value={w.minimum === 0 ? null : w.minimum}
                  placeholder="0"
                  onChange={(v) => setWay(i, { minimum: v ?? 0 })}
                />
              ),
            },
            {
              head: 'Days',
              cell: (w, i) => (
                <NumberField
                  unseenLabel
                  label={`${w.name}, days`}
                  value={w.days}
                  placeholder="?"
                  fault={days}
                  onChange={(v) => setWay(i, { days: v })}
                />
              ),
            },
          ]}
        />
        <Text color="inkSoft" fontSize="12px" maxW="560px">
          Charged by weight or volume, whichever is more: by air 6,000 cm³ count as a kilogram, for parcels 5,000, by
          sea a cubic metre as a tonne.
        </Text>
      </Flex>
      <Flex direction="column" gap="1.5" flex="1 1 330px" maxW="420px">
        <Text color="inkSoft" fontSize="12px">
          What the quotes’ terms leave to you; type 0 for what costs nothing
        </Text>
        {legs.map((leg) => (
          <ChargeFields
            key={leg}
            label={LANDED_NAMES[leg]}
            charge={landing.legs[leg as keyof Landing['legs']]}
            onChange={(charge) => set({ legs: { ...landing.legs, [leg]: charge } })}
          />
        ))}
        <Text color="inkSoft" fontSize="12px" mt="3">
          Duty, and once an order
        </Text>
        {terms.some((t) => !isDutyOfSupplier(t)) && (
          <>
            <NumberField
              label="Duty"
              value={landing.duty === null ? null : Number((landing.duty * 100).toFixed(3))}
              placeholder="not known"
              suffix="%"
              fault={(x) => (x < 0 || x > 500 ? 'Between 0 and 500.' : null)}
              onChange={(v) => set({ duty: v === null ? null : v / 100 })}
            />
            <LabelledChoice
              label="Duty is taken on"
              width="170px"
              value={landing.dutyOn}
              options={[
                ['goods', 'the goods'],
                ['goods-and-way', 'goods and their way'],
              ]}
              onChange={(dutyOn) => set({ dutyOn: dutyOn as Landing['dutyOn'] })}
            />
          </>
        )}
        {isOpen('insurance') && (
          <NumberField
            label="Insurance, of goods and freight"
            value={Number((landing.insured * 100).toFixed(3))}
            suffix="%"
            fault={(x) => (x < 0 || x > 100 ? 'Between 0 and 100.' : null)}
            onChange={(v) => set({ insured: (v ?? 0) / 100 })}
          />
        )}
        <SumField label="Inspection" value={landing.inspection} onChange={(v) => set({ inspection: v ?? 0 })} />
        <SumField label="Branding" value={landing.branding} onChange={(v) => set({ branding: v ?? 0 })} />
        <NumberField
          label="Variations"
          value={landing.variations}
          fault={(x) => (x < 1 || x > 500 || !Number.isInteger(x) ? 'A whole number from 1 to 500.' : null)}
          onChange={(v) => set({ variations: v ?? 1 })}
        />
      </Flex>
    </Flex>
  );
};
