import { Box, Button, Flex, Input, NativeSelect } from '@chakra-ui/react';
import { ArrowDown, ArrowUp, X } from 'lucide-react';
import {
  SCORE_MEASURE_NAMES,
  type Criterion,
  type Gate,
  type ScoreMeasure,
  type Scoresheet,
} from '@kettle/core/documents/scoresheet';
import { mostPoints } from '@kettle/core/score/scoresheet';
import { SmallNumber } from '../../ground/form/small-number.tsx';
import { useMarket } from '../../ground/market/market.ts';
import { BandsField, type Spread } from './bands-field.tsx';
import { boundAsTyped, boundFromTyped, unitOfMeasure } from './measure-text.ts';

export type Spreads = (measure: ScoreMeasure) => Spread;

const freshKey = ({ gates, criteria }: Scoresheet, stem: string): string => {
  const taken = new Set([...gates, ...criteria].map((c) => c.key));
  let n = 1;
  while (taken.has(`${stem}-${n}`)) n++;
  return `${stem}-${n}`;
};
export const newGate = (sheet: Scoresheet): Gate => ({
  key: freshKey(sheet, 'gate'),
  name: 'New gate',
  how: '',
  measured: null,
});
export const newCriterion = (sheet: Scoresheet, group: Criterion['group']): Criterion => ({
  key: freshKey(sheet, 'question'),
  name: 'New question',
  group,
  how: '',
  weight: 1,
  scale: {
    kind: 'judged',
    options: [
      { key: 'no', label: 'no', points: 0 },
      { key: 'yes', label: 'yes', points: 5 },
    ],
  },
});

const MEASURE_OPTIONS = Object.entries(SCORE_MEASURE_NAMES) as [ScoreMeasure, string][];
const MeasureChoice = ({
  label,
  value,
  onChange,
}: {
  label: string;
  value: ScoreMeasure | '';
  onChange: (measure: ScoreMeasure | null) => void;
}) => (
  <NativeSelect.Root size="xs" w="260px">
    <NativeSelect.Field
      bg="paper"
      aria-label={label}
      value={value}
      onChange={(e) => onChange((e.target.value || null) as ScoreMeasure | null)}
    >
      <option value="">judged by a person</option>
      {MEASURE_OPTIONS.map(([key, name]) => (
        <option key={key} value={key}>
          measured: {name}
        </option>
      ))}
    </NativeSelect.Field>
    <NativeSelect.Indicator />
  </NativeSelect.Root>
);

const Texts = ({
  name,
  how,
  onChange,
}: {
  name: string;
  how: string;
  onChange: (texts: { name?: string; how?: string }) => void;
}) => (
  <Box flex="1" minW="240px">
    <Input
      size="xs"
      bg="paper"
      fontWeight="600"
      aria-label={`Name of ${name}`}
      value={name}
      maxLength={120}
      onChange={(e) => onChange({ name: e.target.value })}
    />
    <Input
      size="xs"
      mt="1"
      bg="paper"
      aria-label={`How to answer ${name}`}
      placeholder="How to answer"
      value={how}
      maxLength={600}
      onChange={(e) => onChange({ how: e.target.value })}
    />
  </Box>
);

export const GateEditor = ({
  gate,
  spreads,
  onChange,
}: {
  gate: Gate;
  spreads: Spreads;
  onChange: (gate: Gate | null) => void;
}) => {
  const market = useMarket();
  const { measured } = gate;
  const bound = (side: 'min' | 'max', words: string) =>
    measured && (
      <>
        {words}
        <SmallNumber
          label={`${gate.name}, ${words}`}
          width="84px"
          placeholder="any"
          value={measured[side]}
          show={(v) => boundAsTyped(measured.measure, v, market)}
          read={(text) => boundFromTyped(measured.measure, text, market)}
          onChange={(v) => onChange({ ...gate, measured: { ...measured, [side]: v } })}
        />
        {measured[side] !== null && (
          <Button
            size="2xs"
            variant="ghost"
            aria-label={`${gate.name}: any ${words}`}
            onClick={() => onChange({ ...gate, measured: { ...measured, [side]: null } })}
          >
            any
          </Button>
        )}
      </>
    );
  const failing = measured
    ? spreads(measured.measure).candidates.filter(
        (c) => c.value < (measured.min ?? -Infinity) || c.value > (measured.max ?? Infinity),
      )
    : [];
  return (
    <Flex gap="3" py="2" borderTopWidth="1px" borderColor="rule" wrap="wrap" align="flex-start">
      <Texts name={gate.name} how={gate.how} onChange={(texts) => onChange({ ...gate, ...texts })} />
      <Box flex="1" minW="300px" fontSize="13px">
        <MeasureChoice
          label={`What ${gate.name} goes by`}
          value={measured?.measure ?? ''}
          onChange={(measure) =>
            onChange({ ...gate, measured: measure === null ? null : { measure, min: null, max: null } })
          }
        />
        {measured && (
          <Flex gap="1.5" align="center" mt="1" wrap="wrap">
            {bound('min', 'at least')}
            {bound('max', 'at most')}
            {unitOfMeasure(measured.measure, market)}
            <Box as="span" color="inkSoft">
              {failing.length === 0
                ? 'fails none of the candidates'
                : `fails ${failing
                    .map((c) => c.name)
                    .slice(0, 3)
                    .join(', ')}${failing.length > 3 ? ' …' : ''}`}
            </Box>
          </Flex>
        )}
      </Box>
      <Button size="2xs" variant="ghost" aria-label={`Remove the gate ${gate.name}`} onClick={() => onChange(null)}>
        <X size={13} aria-hidden />
      </Button>
    </Flex>
  );
};

export const CriterionEditor = ({
  criterion,
  spreads,
  onChange,
  onMove,
}: {
  criterion: Criterion;
  spreads: Spreads;
  onChange: (criterion: Criterion | null) => void;
  onMove: (by: number) => void;
}) => {
  const market = useMarket();
  const { scale, name } = criterion;
  return (
    <Flex gap="3" py="2" borderTopWidth="1px" borderColor="rule" wrap="wrap" align="flex-start">
      <Box flex="1" minW="240px">
        <Texts name={name} how={criterion.how} onChange={(texts) => onChange({ ...criterion, ...texts })} />
        <Input
          size="xs"
          mt="1"
          bg="paper"
          aria-label={`Evidence for ${name}`}
          placeholder="What to keep as evidence"
          value={criterion.evidence ?? ''}
          maxLength={300}
          onChange={(e) => onChange({ ...criterion, evidence: e.target.value })}
        />
        <Flex gap="1.5" align="center" mt="1" fontSize="13px">
          weight
          <SmallNumber
            label={`Weight of ${name}`}
            width="52px"
            value={criterion.weight ?? 1}
            show={String}
            fault={(v) => (v < 0 || v > 100 ? 'Between 0 and 100.' : null)}
            onChange={(weight) => onChange({ ...criterion, weight })}
          />
          up to {Math.round(100 * mostPoints(criterion)) / 100} points
        </Flex>
      </Box>
      <Box flex="1" minW="330px" fontSize="13px">
        <MeasureChoice
          label={`What ${name} goes by`}
          value={scale.kind === 'measured' ? scale.measure : ''}
          onChange={(measure) =>
            onChange({
              ...criterion,
              scale:
                measure === null
                  ? {
                      kind: 'judged',
                      options: [
                        { key: 'no', label: 'no', points: 0 },
                        { key: 'yes', label: 'yes', points: 5 },
                      ],
                    }
                  : {
                      kind: 'measured',
                      measure,
                      bands:
                        scale.kind === 'measured' && scale.measure === measure ? scale.bands : [{ from: 0, points: 0 }],
                    },
            })
          }
        />
        {scale.kind === 'measured' ? (
          <BandsField
            scale={scale}
            name={name}
            market={market}
            spread={spreads(scale.measure)}
            onChange={(next) => onChange({ ...criterion, scale: next })}
          />
        ) : (
          <Options scale={scale} name={name} onChange={(next) => onChange({ ...criterion, scale: next })} />
        )}
      </Box>
      <Flex direction="column">
        <Button size="2xs" variant="ghost" aria-label={`${name} up`} onClick={() => onMove(-1)}>
          <ArrowUp size={13} aria-hidden />
        </Button>
        <Button size="2xs" variant="ghost" aria-label={`${name} down`} onClick={() => onMove(1)}>
          <ArrowDown size={13} aria-hidden />
        </Button>
        <Button size="2xs" variant="ghost" aria-label={`Remove ${name}`} onClick={() => onChange(null)}>
          <X size={13} aria-hidden />
        </Button>
      </Flex>
    </Flex>
  );
};

type Judged = Extract<Criterion['scale'], { kind: 'judged' }>;
const Options = ({ scale, name, onChange }: { scale: Judged; name: string; onChange: (scale: Judged) => void }) => {
  const { options } = scale;
  const set = (i: number, option: Partial<Judged['options'][number]>): void =>
    onChange({ ...scale, options: options.map((o, k) => (k === i ? { ...o, ...option } : o)) });
  const fresh = (): string => {
    let n = options.length + 1;
    while (options.some((o) => o.key === `choice-${n}`)) n++;
    return `choice-${n}`;
  };
  return (
    <Box mt="1">
      {options.map((o, i) => (
        <Flex key={o.key} gap="1.5" align="center" mb="0.5">
          <Input
            size="2xs"
            w="150px"
            bg="paper"
            aria-label={`${name}, choice ${i + 1}`}
            value={o.label}
            maxLength={80}
            onChange={(e) => set(i, { label: e.target.value || ' ' })}
          />
          <SmallNumber
            label={`${name}, points of choice ${i + 1}`}
            width="52px"
            value={o.points}
            show={String}
            onChange={(points) => set(i, { points })}
          />
          points
          {options.length > 2 && (
            <Button
              size="2xs"
              variant="ghost"
              aria-label={`Remove choice ${i + 1} of ${name}`}
              onClick={() => onChange({ ...scale, options: options.filter((_, k) => k !== i) })}
            >
              ×
            </Button>
          )}
        </Flex>
      ))}
      {options.length < 12 && (
        <Button
          size="2xs"
          variant="outline"
          onClick={() => onChange({ ...scale, options: [...options, { key: fresh(), label: 'another', points: 0 }] })}
        >
          One choice more
        </Button>
      )}
    </Box>
  );
};
