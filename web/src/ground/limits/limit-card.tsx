import { X } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { spellingOf } from '@kettle/core/measures/typed-number';
import { boundDecimals, boundFromText, boundToText, rangeFault } from '@kettle/core/sift/address';
import type { Range } from '@kettle/core/sift/limits';
import type { Measure } from '@kettle/core/sift/measures';
import { unitSuffix } from '@kettle/core/sift/sentence';
import { NumberFault } from '../form/number-fault.tsx';
import { useMarket } from '../market/market.ts';
import { count } from '../ui/format.ts';
import { Follower } from './follower.ts';
import './limits.css';

/** The frame that all limit cards share: name, unit, a way to take it away. */
export const Card = ({
  name,
  explanation,
  unit = '',
  set,
  wide = false,
  onRemove,
  children,
}: {
  name: string;
  explanation?: string;
  unit?: string;
  set: boolean;
  wide?: boolean;
  onRemove?: () => void;
  children: ReactNode;
}) => (
  <section aria-label={`Limit: ${name}`} className={`card${set ? ' is-set' : ''}${wide ? ' is-wide' : ''}`}>
    <header>
      <h3 title={explanation}>{name}</h3>
      {unit !== '' && <span className="unit">{unit}</span>}
      {onRemove && (
        <button
          type="button"
          className="away"
          aria-label={`Remove the limit ${name}`}
          title="Remove (Delete)"
          onClick={onRemove}
          onKeyDown={(e) => e.key === 'Delete' && onRemove()}
        >
          <X size={13} />
        </button>
      )}
    </header>
    {children}
  </section>
);

/** What a limit costs: how many more there would be without it. */
export const Cost = ({ n }: { n: number | undefined }) =>
  n ? (
    <span className="costs">
      <b>+{count(n)}</b> without it
    </span>
  ) : null;

/** A measure of whatever is narrowed: listings, niches, terms. */
export type AnyMeasure = Measure<string, string>;

interface Props {
  /** Further settings that belong to the measure. */
  children?: ReactNode;
  measure: AnyMeasure;
  range: Range;
  /** Rows that pass all other limits, by bin; the last entry counts the unknown. */
  histogram: number[] | undefined;
  edges: number[] | undefined;
  /** How many more there would be without this limit. */
  cost: number | undefined;
  /** `goesOn`: a handle is still being pulled, this takes the place of the change before. */
  onChange: (range: Range, goesOn?: boolean) => void;
  onRemove: () => void;
}

/** One limit: its name, how what is left is spread, two handles, two typed bounds, and what it costs. */
export const LimitCard = ({ measure, range, histogram, edges, cost, onChange, onRemove, children }: Props) => {
  const market = useMarket();
  const unknown = histogram?.at(-1) ?? 0;
  const limited = range.min !== null || range.max !== null;
  // A bound that moves keeps what was said of the unknown.
  const move = ({ min, max }: Range, goesOn?: boolean): void => {
    const next: Range = range.unknown ? { min, max, unknown: true } : { min, max };
    if (goesOn) onChange(next, true);
    else onChange(next);
  };
  const unit =
    measure.unit === 'stars' ? 'stars' : measure.unit === 'points' ? '0–100' : unitSuffix(measure.unit, market).trim();
  return (
    <Card name={measure.name} explanation={measure.explanation} unit={unit} set={limited} onRemove={onRemove}>
      <Bars bins={histogram?.slice(0, -1) ?? []} edges={edges} range={range} />
      {edges && <Handles measure={measure} edges={edges} range={range} onChange={move} />}
      <Bounds measure={measure} range={range} onChange={(r) => move(r)} />
      <div className={limited && cost ? 'cost costs' : 'cost'}>
        {!limited ? (
          unknown > 0 && `${count(unknown)} unknown`
        ) : cost === undefined ? null : cost === 0 ? (
          'costs nothing now'
        ) : (
          <Cost n={cost} />
        )}
      </div>
      {limited && unknown > 0 && (
        <label className="unknowns" title={`${measure.name} is not known of these; they pass all other limits.`}>
          <input
            type="checkbox"
            className="tick"
            checked={range.unknown === true}
            onChange={(e) =>
              onChange(e.target.checked ? { ...range, unknown: true } : { min: range.min, max: range.max })
            }
          />
          keep {count(unknown)} unknown
        </label>
      )}
      {measure.key === 'rank' && <span className="note">within one main category only</span>}
      {children}
    </Card>
  );
};

const WIDTH = 240;
const HEIGHT = 34;

const Bars = ({ bins, edges, range }: { bins: number[]; edges: number[] | undefined; range: Range }) => {
  const most = Math.max(1, ...bins);
  const wide = WIDTH / Math.max(1, bins.length);
  const within = (i: number): boolean =>
    edges === undefined ||
    ((range.min === null || edges[i + 1]! > range.min) && (range.max === null || edges[i]! <= range.max));
  const path = (inside: boolean): string =>
    bins
      .map((n, i) => {
        if (n === 0 || within(i) !== inside) return '';
        const high = Math.max(1.5, (HEIGHT * n) / most);
        return `M${(i * wide).toFixed(1)} ${HEIGHT}v${-high.toFixed(1)}h${(wide - 1.4).toFixed(1)}V${HEIGHT}z`;
      })
      .join('');
  return (
    <svg aria-hidden className="bars" viewBox={`0 0 ${WIDTH} ${HEIGHT}`} preserveAspectRatio="none">
      <path className="out" d={path(false)} />
      <path className="in" d={path(true)} />
    </svg>
  );
};

const STEPS = 4;
/** While a handle is pulled the list follows this often. */
const FOLLOW_EVERY_MS = 90;

/** Handles move along the bins' edges; the outermost place means "any". The list follows while one is pulled. */
const Handles = ({
  measure,
  edges,
  range,
  onChange,
}: {
  measure: AnyMeasure;
  edges: number[];
  range: Range;
  onChange: (range: Range, goesOn: boolean) => void;
}) => {
  const last = edges.length - 1;
  const place = (bound: number): number => {
    const above = edges.findIndex((e) => e > bound);
    if (above === -1) return last;
    if (above === 0) return 0;
    return above - 1 + (bound - edges[above - 1]!) / (edges[above]! - edges[above - 1]!);
  };
  const onStep = (at: number): number => Math.round(at * STEPS) / STEPS;
  const places = ({ min, max }: Range): [number, number] => [
    min === null ? 0 : onStep(place(min)),
    max === null ? last : onStep(place(max)),
  ];
  const bound = (at: number): number => {
    const below = Math.floor(at);
    const raw = edges[below]! + (at - below) * ((edges[below + 1] ?? edges[below]!) - edges[below]!);
    return roundNicely(raw, measure.unit);
  };
  const [drawn, setDrawn] = useState(() => places(range));
  // While a handle is held it is the hand that says where it is; otherwise the range does. `held` is the range before.
  const [held, setHeld] = useState<Range | null>(null);
  const [follower] = useState(() => new Follower<[number, number]>(FOLLOW_EVERY_MS));
  const [low, high] = held ? drawn : places(range);
  const tell =
    (before: Range) =>
    ([from, to]: [number, number], goesOn: boolean): void => {
      const next = { min: from <= 0 ? null : bound(from), max: to >= last ? null : bound(to) };
      // A bound that was typed between two steps stays as typed while the other handle moves.
      const [wasFrom, wasTo] = places(before);
      if (before.min !== null && wasFrom === from) next.min = before.min;
      if (before.max !== null && wasTo === to) next.max = before.max;
      if (next.min !== range.min || next.max !== range.max) onChange(next, goesOn);
    };
  const pull = (next: [number, number]): void => {
    setHeld(held ?? range);
    setDrawn(next);
    follower.follow(next, tell(held ?? range));
  };
  const release = (): void => {
    if (!held) return;
    follower.end(drawn, tell(held));
    setHeld(null);
  };
  const handle = (side: 0 | 1, label: string) => (
    <input
      type="range"
      aria-label={`${measure.name} ${label}`}
      aria-valuetext={(side === 0 ? low <= 0 : high >= last) ? 'any' : undefined}
      min={0}
      max={last}
      step={1 / STEPS}
      value={side === 0 ? low : high}
      // The lower handle lies above in the upper half, so that both can be got hold of when they meet.
      style={{ zIndex: side === 0 && low > last / 2 ? 2 : 1 }}
      onChange={(e) => {
        const at = Number(e.target.value);
        pull(side === 0 ? [Math.min(at, high), high] : [low, Math.max(at, low)]);
      }}
      onPointerUp={release}
      onKeyUp={release}
      onBlur={release}
    />
  );
  return (
    <div className="handles">
      <span className="between" style={{ left: `${(100 * low) / last}%`, right: `${100 - (100 * high) / last}%` }} />
      {handle(0, 'from')}
      {handle(1, 'to')}
    </div>
  );
};

/** Two or three telling digits, so that a handle gives a bound a person would have typed. */
const roundNicely = (value: number, unit: Measure['unit']): number => {
  if (unit === 'stars' || unit === 'decimal') return Math.round(value * 10) / 10;
  if (unit === 'percent') return Math.round(value * 100) / 100;
  const step = 10 ** Math.max(0, Math.floor(Math.log10(Math.max(1, Math.abs(value)))) - 1);
  return Math.round(value / step) * step;
};

/** What is typed into the two fields of a limit. */
interface TypedBounds {
  min: string | null;
  max: string | null;
}

const Bounds = ({
  measure,
  range,
  onChange,
}: {
  measure: AnyMeasure;
  range: Range;
  onChange: (range: Range) => void;
}) => {
  const market = useMarket();
  const shown = (bound: number | null): string => (bound === null ? '' : boundToText(bound, measure.unit, market));
  // What is being typed; null where a field shows its bound. The other field must not lose what is typed in it.
  const [typed, setTyped] = useState<TypedBounds>({ min: null, max: null });
  const [doubt, setDoubt] = useState<{ side: 'min' | 'max' | null; wrong: string; choices: readonly string[] } | null>(
    null,
  );
  const settle = (now: TypedBounds = typed): void => {
    const wanted = { ...range };
    for (const side of ['min', 'max'] as const) {
      const text = now[side];
      // What was not touched stays exactly what it was, rounded as it may be shown.
      if (text === null || text === shown(range[side])) continue;
      if (text.trim() === '') wanted[side] = null;
      else {
        const spelling = spellingOf(text, boundDecimals(measure.unit, market));
        const bound = spelling.kind === 'plain' ? boundFromText(spelling.plain, measure.unit, market) : null;
        if (bound === null)
          return setDoubt({
            side,
            wrong: `${measure.name}: this is not a number.`,
            choices: spelling.kind === 'doubtful' ? spelling.choices : [],
          });
        wanted[side] = bound;
      }
    }
    const wrong = rangeFault(measure, wanted);
    setDoubt(wrong === null ? null : { side: null, wrong, choices: [] });
    if (wrong !== null) return;
    setTyped({ min: null, max: null });
    if (wanted.min !== range.min || wanted.max !== range.max) onChange(wanted);
  };
  const choose = (plain: string): void => {
    const now = doubt?.side ? { ...typed, [doubt.side]: plain } : typed;
    setTyped(now);
    settle(now);
  };
  const field = (side: 'min' | 'max', label: string) => (
    <input
      aria-label={`${measure.name} ${label}`}
      inputMode="decimal"
      placeholder="any"
      value={typed[side] ?? shown(range[side])}
      aria-invalid={doubt !== null && doubt.side !== (side === 'min' ? 'max' : 'min')}
      className="bound"
      onChange={(e) => setTyped({ ...typed, [side]: e.target.value })}
      onBlur={() => settle()}
      onKeyDown={(e) => e.key === 'Enter' && settle()}
    />
  );
  return (
    <>
      <div className="bounds">
        {field('min', 'at least')}
        {field('max', 'at most')}
      </div>
      {doubt && <NumberFault fault={{ ...doubt, choose }} />}
    </>
  );
};
