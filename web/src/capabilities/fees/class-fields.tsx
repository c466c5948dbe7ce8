import { Box, Button, Checkbox, Flex, IconButton, Text } from '@chakra-ui/react';
import { ArrowDown, ArrowUp, Trash2 } from 'lucide-react';
import type { ReactNode } from 'react';
import type { SizeClass } from '@kettle/core/documents/fee-schedule';
import {
  gramsFromUnit,
  lengthInUnit,
  lengthUnit,
  mmFromUnit,
  weightInUnit,
  weightUnit,
} from '@kettle/core/measures/units';
import { typedNumber } from '@kettle/core/measures/typed-number';
import { majorFromMinor, minorFromMajor } from '@kettle/core/money/money';
import { NumberField } from '../../ground/form/number-field.tsx';
import { useMarket } from '../../ground/market/market.ts';
import { RowsField } from './rows-field.tsx';
import { notBelowZero, aboveZero, neat, Faults, Section, withAt, without, type Part } from './schedule-parts.tsx';
import { PlainText } from './text-field.tsx';
import { TypedText } from './typed-text.tsx';

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

export const Classes = ({ schedule, faults, onChange }: Part) => {
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
        const sides = text.split(/[x×*]/i).map((t) => typedNumber(t) ?? 0);
        return sides.length === 3 && sides.every((s) => s > 0)
          ? { value: sides.sort((a, b) => b - a) as [number, number, number] }
          : 'Three sides, such as 18 x 14 x 8.';
      }}
      onChange={onChange}
    />
  );
};
