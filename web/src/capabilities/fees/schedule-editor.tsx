import { Box, Button, Flex, IconButton, Text } from '@chakra-ui/react';
import { Trash2 } from 'lucide-react';
import type { CommissionRule, FeeSchedule } from '@kettle/core/documents/fee-schedule';
import { majorFromMinor, minorFromMajor } from '@kettle/core/money/money';
import { useCategoriesQuery } from '../../ground/api/marketplaces.ts';
import { NumberField } from '../../ground/form/number-field.tsx';
import { useMarket } from '../../ground/market/market.ts';
import { LabelledChoice } from '../../ground/ui/labelled-choice.tsx';
import { Classes } from './class-fields.tsx';
import { RowsField } from './rows-field.tsx';
import { notBelowZero, neat, CATEGORIES, Faults, Section, withAt, without, type Part } from './schedule-parts.tsx';
import { PlainText } from './text-field.tsx';

/** A fee schedule part by part, in the marketplace's own units; what contradicts itself is told where it stands. */
export const ScheduleEditor = (part: Part) => {
  const market = useMarket();
  const { schedule, onChange } = part;
  const { data: categories } = useCategoriesQuery({ params: { marketplace: market.id } });
  const { vat } = schedule;
  return (
    <Box fontSize="13px">
      <datalist id={CATEGORIES}>
        <option value="*" />
        {categories?.map((c) => (
          <option key={c.id} value={c.path} />
        ))}
      </datalist>
      <Flex gap="3" wrap="wrap" align="flex-end">
        <PlainText
          label="Name"
          width="240px"
          value={schedule.name}
          wrong={schedule.name.trim() === ''}
          onChange={(name) => onChange({ name: name.slice(0, 120) })}
        />
        <PlainText
          label="In force from"
          type="date"
          width="150px"
          value={schedule.validFrom}
          onChange={(validFrom) => onChange({ validFrom })}
        />
        <NumberField
          label="VAT in prices"
          value={vat.included ? neat(vat.rate * 100) : null}
          placeholder="none"
          suffix="%"
          fault={(x) => (x < 0 || x > 100 ? 'Between 0 and 100.' : null)}
          onChange={(v) => onChange({ vat: { ...vat, included: v !== null && v > 0, rate: (v ?? 0) / 100 } })}
        />
        {vat.included && (
          <LabelledChoice
            label="Percentages are taken on"
            width="190px"
            value={vat.percentagesOn}
            options={[
              ['price', 'the price'],
              ['price-without-vat', 'the price without VAT'],
            ]}
            onChange={(on) => onChange({ vat: { ...vat, percentagesOn: on as FeeSchedule['vat']['percentagesOn'] } })}
          />
        )}
      </Flex>
      <Classes {...part} />
      <Commission {...part} />
      <FixedFees {...part} />
      <Storage {...part} />
    </Box>
  );
};

const Commission = ({ schedule, faults, onChange }: Part) => {
  const { currency } = useMarket();
  const { commission: rules } = schedule;
  const set = (next: CommissionRule[]): void => onChange({ commission: next });
  const shown = (rule: CommissionRule): string =>
    rule.bands
      .map((b) => `${b.upTo === null ? '' : `${majorFromMinor(b.upTo, currency)} `}${neat(b.rate * 100)}`)
      .join('\n');
  return (
    <Section title="Commission">
      <Text color="inkSoft" mb="2">
        Per cent of the price; where it hangs on the price a line each, “up to, per cent”, and the last without an end.
        The band that a price falls in holds for the whole price. * stands for all other categories.
      </Text>
      {rules.map((rule, i) => (
        <Box key={i} mb="2">
          <Flex gap="3" align="flex-end">
            <PlainText
              label="Category"
              width="210px"
              list={CATEGORIES}
              value={rule.category}
              wrong={rule.category.trim() === ''}
              onChange={(category) => set(withAt(rules, i, { ...rule, category: category.slice(0, 400) }))}
            />
            <Box w="150px">
              <RowsField
                label="Per cent"
                rows={Math.max(1, rule.bands.length)}
                shown={shown(rule)}
                fault={(rows) => (rows.some((r) => r.value > 100) ? 'No more than 100 per cent.' : null)}
                onChange={(rows) =>
                  set(
                    withAt(rules, i, {
                      ...rule,
                      bands: rows.map((r) => ({
                        upTo: r.upTo === null ? null : minorFromMajor(r.upTo, currency),
                        rate: neat(r.value / 100, 6),
                      })),
                    }),
                  )
                }
              />
            </Box>
            <NumberField
              label="at least"
              value={majorFromMinor(rule.minimum, currency)}
              suffix={currency}
              fault={notBelowZero}
              onChange={(v) => set(withAt(rules, i, { ...rule, minimum: minorFromMajor(v ?? 0, currency) }))}
            />
            <IconButton
              size="2xs"
              variant="ghost"
              aria-label={`Remove the commission of ${rule.category}`}
              onClick={() => set(without(rules, i))}
            >
              <Trash2 size={13} />
            </IconButton>
          </Flex>
          <Faults faults={faults} at={`commission.${i}`} />
        </Box>
      ))}
      {faults.some((f) => f.path === 'commission') && (
        <Faults faults={faults.filter((f) => f.path === 'commission')} at="commission" />
      )}
      <Button
        size="2xs"
        variant="outline"
        onClick={() =>
          set([
            ...rules,
            {
              category: rules.some((r) => r.category === '*') ? '' : '*',
              bands: [{ upTo: null, rate: 0 }],
              minimum: 0,
            },
          ])
        }
      >
        Add a category
      </Button>
    </Section>
  );
};

const FixedFees = ({ schedule, faults, onChange }: Part) => {
  const { currency } = useMarket();
  const { fixedFees: fees } = schedule;
  return (
    <Section title="Fixed fee a sale, where a category has one">
      {fees.map((fee, i) => (
        <Box key={i} mb="2">
          <Flex gap="3" align="flex-end">
            <PlainText
              label="Category"
              width="210px"
              list={CATEGORIES}
              value={fee.category}
              wrong={fee.category.trim() === ''}
              onChange={(category) =>
                onChange({ fixedFees: withAt(fees, i, { ...fee, category: category.slice(0, 400) }) })
              }
            />
            <NumberField
              label="takes"
              value={majorFromMinor(fee.amount, currency)}
              suffix={currency}
              fault={notBelowZero}
              onChange={(v) =>
                onChange({ fixedFees: withAt(fees, i, { ...fee, amount: minorFromMajor(v ?? 0, currency) }) })
              }
            />
            <IconButton
              size="2xs"
              variant="ghost"
              aria-label={`Remove the fixed fee of ${fee.category}`}
              onClick={() => onChange({ fixedFees: without(fees, i) })}
            >
              <Trash2 size={13} />
            </IconButton>
          </Flex>
          <Faults faults={faults} at={`fixedFees.${i}`} />
        </Box>
      ))}
      <Button
        size="2xs"
        variant="outline"
        onClick={() => onChange({ fixedFees: [...fees, { category: '', amount: 0 }] })}
      >
        Add a fixed fee
      </Button>
    </Section>
  );
};

const MONTHS_SHORT = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];

const Storage = ({ schedule, faults, onChange }: Part) => {
  const { currency } = useMarket();
  const { storage, returnHandling } = schedule;
  const set = (part: Partial<FeeSchedule['storage']>): void => onChange({ storage: { ...storage, ...part } });
  const price = (minor: number): number => majorFromMinor(minor, currency);
  return (
    <Section title="Storage and returns">
      <Flex direction="column" gap="2" align="flex-start">
        <NumberField
          label="A cubic metre a month"
          value={price(storage.perCubicMetreMonth)}
          suffix={currency}
          fault={notBelowZero}
          onChange={(v) => set({ perCubicMetreMonth: minorFromMajor(v ?? 0, currency) })}
        />
        {storage.seasons.map((season, i) => (
          <Box key={i}>
            <Flex gap="1" align="center" wrap="wrap" role="group" aria-label={`Months of season ${i + 1}`}>
              {MONTHS_SHORT.map((name, m) => {
                const isIn = season.months.includes(m + 1);
                const months = isIn
                  ? season.months.filter((x) => x !== m + 1)
                  : [...season.months, m + 1].sort((a, b) => a - b);
                return (
                  <Button
                    key={name}
                    size="2xs"
                    variant={isIn ? 'solid' : 'outline'}
                    colorPalette={isIn ? 'aubergine' : undefined}
                    aria-pressed={isIn}
                    onClick={() => set({ seasons: withAt(storage.seasons, i, { ...season, months }) })}
                  >
                    {name}
                  </Button>
                );
              })}
              <NumberField
                label="instead"
                value={price(season.perCubicMetreMonth)}
                suffix={currency}
                fault={notBelowZero}
                onChange={(v) =>
                  set({
                    seasons: withAt(storage.seasons, i, {
                      ...season,
                      perCubicMetreMonth: minorFromMajor(v ?? 0, currency),
                    }),
                  })
                }
              />
              <IconButton
                size="2xs"
                variant="ghost"
                aria-label={`Remove season ${i + 1}`}
                onClick={() => set({ seasons: without(storage.seasons, i) })}
              >
                <Trash2 size={13} />
              </IconButton>
            </Flex>
            <Faults faults={faults} at={`storage.seasons.${i}`} />
          </Box>
        ))}
        <Button
          size="2xs"
          variant="outline"
          disabled={storage.seasons.length >= 12}
          onClick={() =>
            set({ seasons: [...storage.seasons, { months: [], perCubicMetreMonth: storage.perCubicMetreMonth }] })
          }
        >
          Add months with another price
        </Button>
        <NumberField
          label="Handling of each piece that comes back"
          value={returnHandling === undefined ? null : price(returnHandling)}
          placeholder="none"
          suffix={currency}
          fault={notBelowZero}
          onChange={(v) =>
            onChange({ returnHandling: v === null ? undefined : minorFromMajor(v, currency) } as Partial<FeeSchedule>)
          }
        />
      </Flex>
    </Section>
  );
};
