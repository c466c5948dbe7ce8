import { Box, Button, Checkbox, Flex, Heading, IconButton, Text } from '@chakra-ui/react';
import { ArrowDown, ArrowUp, Trash2 } from 'lucide-react';
import type { ReactNode } from 'react';
import type { CommissionRule, FeeSchedule, SizeClass } from '@kettle/core/documents/fee-schedule';
import type { ScheduleFault } from '@kettle/core/fees/faults';
import {
  gramsFromUnit,
  lengthInUnit,
  lengthUnit,
  mmFromUnit,
  weightInUnit,
  weightUnit,
} from '@kettle/core/measures/units';
import { majorFromMinor, minorFromMajor, numberFromText } from '@kettle/core/money/money';
import { useCategoriesQuery } from '../../ground/api/marketplaces.ts';
import { NumberField } from '../../ground/form/number-field.tsx';
import { useMarket } from '../../ground/market/market.ts';
import { LabelledChoice } from '../../ground/ui/labelled-choice.tsx';
import { Mark } from '../../ground/ui/mark.tsx';
import { RowsField } from './rows-field.tsx';
import { PlainText } from './text-field.tsx';
import { TypedText } from './typed-text.tsx';

const notBelowZero = (x: number): string | null => (x < 0 ? 'This cannot be below 0.' : null);
const aboveZero = (x: number): string | null => (x <= 0 ? 'Above 0.' : null);
const neat = (x: number, digits = 4): number => Number(x.toFixed(digits));
const CATEGORIES = 'categories-of-fees';

interface Part {
  schedule: FeeSchedule;
  faults: readonly ScheduleFault[];
  onChange: (part: Partial<FeeSchedule>) => void;
}

/** What contradicts itself at a place of the schedule or within it. */
const Faults = ({ faults, at }: { faults: readonly ScheduleFault[]; at: string }) => (
  <>
    {faults
      .filter((f) => f.path === at || f.path.startsWith(`${at}.`))
      .map((f) => (
        <Text key={f.path + f.sentence} role="alert" fontSize="12px">
          <Mark kind={f.kind} />
          {f.sentence}
        </Text>
      ))}
  </>
);

const Section = ({ title, children }: { title: string; children: ReactNode }) => (
  <Box as="section" aria-label={title} mt="5">
    <Heading as="h3" fontSize="15px" mb="2">
      {title}
    </Heading>
    {children}
  </Box>
);

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

const withAt = <T,>(list: readonly T[], at: number, item: T): T[] => list.map((x, i) => (i === at ? item : x));
const without = <T,>(list: readonly T[], at: number): T[] => list.filter((_, i) => i !== at);
const moved = <T,>(list: readonly T[], at: number, by: -1 | 1): T[] => {
  const next = [...list];
  [next[at], next[at + by]] = [next[at + by]!, next[at]!];
  return next;
};
/** A key that no other class has. */
const freeKey = (classes: readonly SizeClass[]): string => {
  const taken = new Set(classes.map((c) => c.key));
  let n = classes.length + 1;
  while (taken.has(`class-${n}`)) n++;
  return `class-${n}`;
};

const Classes = ({ schedule, faults, onChange }: Part) => {
  const { measures } = useMarket();
  const { sizeClasses: classes, dimensional } = schedule;
  const set = (next: SizeClass[]): void => onChange({ sizeClasses: next });
  return (
    <Section title="Size classes and fulfilment">
      <Text color="inkSoft" mb="2">
        A piece is of the first class that holds its sorted sides, its girth (longest + 2 × the others) and its billed
        weight. Volume becomes weight by a divisor.
      </Text>
      <NumberField
        label={`Divisor, ${dimensional.unit === 'in3-per-lb' ? 'in³ a pound' : 'cm³ a kilogram'}`}
        value={dimensional.divisor}
        fault={aboveZero}
        onChange={(v) => v !== null && onChange({ dimensional: { ...dimensional, divisor: v } })}
      />
      {classes.map((c, i) => (
        <ClassFields
          // Typed texts belong to a class, wherever it stands.
          key={c.key}
          size={c}
          faults={<Faults faults={faults} at={`sizeClasses.${i}`} />}
          onChange={(next) => set(withAt(classes, i, next))}
          tools={
            <>
              <IconButton
                size="2xs"
                variant="ghost"
                aria-label={`Move ${c.name} up`}
                disabled={i === 0}
                onClick={() => set(moved(classes, i, -1))}
              >
                <ArrowUp size={13} />
              </IconButton>
              <IconButton
                size="2xs"
                variant="ghost"
                aria-label={`Move ${c.name} down`}
                disabled={i === classes.length - 1}
                onClick={() => set(moved(classes, i, 1))}
              >
                <ArrowDown size={13} />
              </IconButton>
              <IconButton
                size="2xs"
                variant="ghost"
                aria-label={`Remove ${c.name}`}
                disabled={classes.length === 1}
                onClick={() => set(without(classes, i))}
              >
                <Trash2 size={13} />
              </IconButton>
            </>
          }
        />
      ))}
      <Button
        mt="2"
        size="2xs"
        variant="outline"
        disabled={classes.length >= 60}
        onClick={() => {
          const last = classes.at(-1)!;
          set([
            ...classes,
            {
              ...last,
              key: freeKey(classes),
              name: `Class ${classes.length + 1}`,
              maxWeight: null,
              maxSides: null,
              maxGirth: null,
            },
          ]);
        }}
      >
        Add a class
      </Button>
      <Text mt="1" color="inkSoft" fontSize="12px">
        Weights in {weightUnit(measures)}, lengths in {lengthUnit(measures)}; an empty bound is none.
      </Text>
    </Section>
  );
};

const ClassFields = ({
  size,
  faults,
  tools,
  onChange,
}: {
  size: SizeClass;
  faults: ReactNode;
  tools: ReactNode;
  onChange: (size: SizeClass) => void;
}) => {
  const { measures, currency } = useMarket();
  const set = (part: Partial<SizeClass>): void => onChange({ ...size, ...part });
  const weight = (grams: number | null): number | null => (grams === null ? null : neat(weightInUnit(grams, measures)));
  const grams = (typed: number): number => neat(gramsFromUnit(typed, measures), 6);
  const money = (minor: number): number => majorFromMinor(minor, currency);
  const sides = size.maxSides?.map((s) => neat(lengthInUnit(s, measures), 2)).join(' x ') ?? '';
  return (
    <Box as="fieldset" mt="3" p="3" borderWidth="1px" borderColor="rule" borderRadius="l1" bg="paper">
      <legend className="visually-hidden">{size.name}</legend>
      <Flex gap="3" wrap="wrap" align="flex-end">
        <PlainText
          label="Class"
          width="150px"
          value={size.name}
          wrong={size.name.trim() === ''}
          onChange={(name) => set({ name: name.slice(0, 80) })}
        />
        <SidesText
          shown={sides}
          onChange={(typed) =>
            set({ maxSides: typed && (typed.map((t) => neat(mmFromUnit(t, measures), 6)) as [number, number, number]) })
          }
        />
        <NumberField
          label={`Girth, ${lengthUnit(measures)}`}
          value={size.maxGirth === null ? null : neat(lengthInUnit(size.maxGirth, measures), 2)}
          placeholder="any"
          fault={aboveZero}
          onChange={(v) => set({ maxGirth: v === null ? null : neat(mmFromUnit(v, measures), 6) })}
        />
        <NumberField
          label={`Weight, ${weightUnit(measures)}`}
          value={weight(size.maxWeight)}
          placeholder="any"
          fault={aboveZero}
          onChange={(v) => set({ maxWeight: v === null ? null : grams(v) })}
        />
        <Flex flex="1" justify="flex-end">
          {tools}
        </Flex>
      </Flex>
      <Flex gap="4" wrap="wrap" mt="2">
        <Box flex="1 1 200px">
          <RowsField
            label={`Up to ${weightUnit(measures)}, and the fee in ${currency}: a line each`}
            rows={Math.min(8, Math.max(3, size.fulfilment.length))}
            shown={size.fulfilment.map((f) => `${weight(f.upTo)} ${money(f.fee)}`).join('\n')}
            fault={(rows) =>
              rows.some((r) => r.upTo === null)
                ? 'Each line has a weight and a fee; what is heavier stands beside.'
                : rows.some((r) => r.upTo === 0)
                  ? 'A weight is above 0.'
                  : null
            }
            onChange={(rows) =>
              set({ fulfilment: rows.map((r) => ({ upTo: grams(r.upTo!), fee: minorFromMajor(r.value, currency) })) })
            }
          />
        </Box>
        <Flex direction="column" gap="1.5" flex="1 1 260px">
          <NumberField
            label={`Beyond: each started ${weightUnit(measures)} of`}
            value={weight(size.beyond?.step ?? null)}
            placeholder="nothing"
            fault={aboveZero}
            onChange={(v) => set({ beyond: v === null ? null : { step: grams(v), fee: size.beyond?.fee ?? 0 } })}
          />
          {size.beyond && (
            <NumberField
              label="costs"
              value={money(size.beyond.fee)}
              suffix={currency}
              fault={notBelowZero}
              onChange={(v) => set({ beyond: { ...size.beyond!, fee: minorFromMajor(v ?? 0, currency) } })}
            />
          )}
          <Checkbox.Root
            size="sm"
            checked={size.billedBy !== 'weight'}
            onCheckedChange={(e) =>
              set({ billedBy: e.checked === true ? 'larger-of-weight-and-dimensional' : 'weight' })
            }
          >
            <Checkbox.HiddenInput />
            <Checkbox.Control />
            <Checkbox.Label>Volume counts, where it is more than the weight</Checkbox.Label>
          </Checkbox.Root>
          {size.billedBy !== 'weight' && (
            <NumberField
              label="Divisor of this class"
              value={size.divisor ?? null}
              placeholder="as above"
              fault={aboveZero}
              onChange={(v) => {
                const { divisor: _, ...rest } = size;
                onChange(v === null ? rest : { ...rest, divisor: v });
              }}
            />
          )}
        </Flex>
      </Flex>
      {faults}
    </Box>
  );
};

/** Three sides in one field; empty is any. */
const SidesText = ({
  shown,
  onChange,
}: {
  shown: string;
  onChange: (sides: [number, number, number] | null) => void;
}) => {
  const { measures } = useMarket();
  return (
    <TypedText
      label={`Sides, ${lengthUnit(measures)}`}
      width="150px"
      placeholder="any"
      shown={shown}
      read={(text) => {
        if (text.trim() === '') return { value: null };
        const sides = text.split(/[x×*]/i).map((t) => numberFromText(t) ?? 0);
        return sides.length === 3 && sides.every((s) => s > 0)
          ? { value: sides.sort((a, b) => b - a) as [number, number, number] }
          : 'Three sides, such as 18 x 14 x 8.';
      }}
      onChange={onChange}
    />
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
