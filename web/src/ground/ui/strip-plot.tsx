import { useMemo, type KeyboardEvent } from 'react';
import './strip-plot.css';

export interface Dot {
  code: string;
  title: string;
  value: number;
}
interface Props {
  name: string;
  unit: string;
  dots: readonly Dot[];
  unknown: number;
  median: number | null;
  scale: 'linear' | 'log';
  /** The smallest stands at the right: where less is better, as with ranks. */
  reversed?: boolean;
  /** What stands at the right end when nothing is pointed at. */
  summary: string;
  shown: (value: number) => string;
  find: string | null;
  /** The listing that is pointed at, in this strip or another. */
  current: string | null;
  /** Listings that a verdict rests on. */
  marked: ReadonlySet<string>;
  onPoint: (code: string | null) => void;
  onOpen: (code: string) => void;
  onKey?: (key: string, code: string) => boolean;
}

const HEIGHT = 40;
const MIDDLE = HEIGHT / 2;
/** Dots nearer than this (in per cent of the line) stand above each other. */
const NEAR = 1.1;
const MOST_OFF = 13;

/** One measure as one line on which every listing is a dot; the find is a diamond, the median a tick. */
export const StripPlot = ({
  name,
  unit,
  dots,
  unknown,
  median,
  scale,
  reversed = false,
  summary,
  shown,
  find,
  current,
  marked,
  onPoint,
  onOpen,
  onKey,
}: Props) => {
  const sorted = useMemo(() => [...dots].sort((a, b) => a.value - b.value), [dots]);
  const { places, placeOf } = useMemo(() => placeDots(sorted, scale, reversed), [sorted, scale, reversed]);
  const at = sorted.findIndex((d) => d.code === current);
  const here = sorted[at];
  const move = (to: number): void => {
    const dot = sorted[Math.max(0, Math.min(sorted.length - 1, to))];
    if (dot) onPoint(dot.code);
  };
  const press = (event: KeyboardEvent): void => {
    const by = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[event.key];
    if (by !== undefined) move(at === -1 ? (by > 0 ? 0 : sorted.length - 1) : at + (reversed ? -by : by));
    else if (event.key === 'Home') move(reversed ? sorted.length - 1 : 0);
    else if (event.key === 'End') move(reversed ? 0 : sorted.length - 1);
    else if (event.key === 'Enter' && here) onOpen(here.code);
    else if (!here || !onKey?.(event.key, here.code)) return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <div className="strip">
      <div className="strip-name">
        <b>{name}</b>
        <span>
          {[unit, reversed ? 'best at the right' : scale === 'log' ? 'log scale' : ''].filter(Boolean).join(', ')}
        </span>
      </div>
      <div
        className="strip-line"
        role="slider"
        tabIndex={0}
        aria-label={`${name}, ${sorted.length} listings. Arrow keys go through them.`}
        aria-valuemin={0}
        aria-valuemax={Math.max(0, sorted.length - 1)}
        aria-valuenow={Math.max(0, at)}
        aria-valuetext={here ? `${here.title}: ${shown(here.value)} ${unit}` : summary}
        onKeyDown={press}
        onPointerLeave={() => onPoint(null)}
      >
        <svg width="100%" height={HEIGHT} aria-hidden>
          <line x1="0" x2="100%" y1={MIDDLE} y2={MIDDLE} className="axis" />
          {sorted.map((d, i) =>
            d.code === find ? null : (
              <circle
                key={d.code}
                cx={`${places[i]!.x}%`}
                cy={MIDDLE + places[i]!.off}
                r={d.code === current ? 6 : 4}
                className={d.code === current ? 'dot is-current' : marked.has(d.code) ? 'dot is-marked' : 'dot'}
                onPointerEnter={() => onPoint(d.code)}
                onClick={() => onOpen(d.code)}
              />
            ),
          )}
          {median !== null && sorted.length > 0 && (
            <line x1={`${placeOf(median)}%`} x2={`${placeOf(median)}%`} y1={8} y2={HEIGHT - 8} className="median" />
          )}
          {sorted.map((d, i) =>
            d.code === find ? (
              <svg key={d.code} x={`${places[i]!.x}%`} y={MIDDLE} className="find" overflow="visible">
                <path
                  d={d.code === current ? 'M0-10 10 0 0 10-10 0z' : 'M0-8 8 0 0 8-8 0z'}
                  onPointerEnter={() => onPoint(d.code)}
                  onClick={() => onOpen(d.code)}
                />
              </svg>
            ) : null,
          )}
        </svg>
      </div>
      <div className="strip-said">
        {here ? (
          <>
            <b>{shown(here.value)}</b> <span className="whose">{here.title}</span>
          </>
        ) : (
          <>
            {summary}
            {unknown > 0 && <span className="unknown"> · {unknown} unknown</span>}
          </>
        )}
      </div>
    </div>
  );
};

/** Where each dot stands along the line in per cent, and how far off it, so that near ones do not hide each other. */
const placeDots = (sorted: readonly Dot[], scale: 'linear' | 'log', reversed: boolean) => {
  const on = (v: number): number => (scale === 'log' ? Math.log1p(Math.max(0, v)) : v);
  const low = on(sorted[0]?.value ?? 0);
  const high = on(sorted.at(-1)?.value ?? 1);
  const placeOf = (value: number): number => {
    const share = high > low ? (on(value) - low) / (high - low) : 0.5;
    return Number((1.5 + 97 * Math.min(1, Math.max(0, reversed ? 1 - share : share))).toFixed(2));
  };
  let level = 0;
  let last = -Infinity;
  const places = sorted.map((d) => {
    const x = placeOf(d.value);
    level = Math.abs(x - last) < NEAR ? level + 1 : 0;
    if (level === 0) last = x;
    const step = Math.ceil(level / 2) * 6.5 * (level % 2 === 0 ? 1 : -1);
    // A crowd higher than the line is wide spreads evenly instead of running off.
    const off = Math.abs(step) <= MOST_OFF ? step : ((level * 7.3) % (2 * MOST_OFF)) - MOST_OFF;
    return { x, off };
  });
  return { places, placeOf };
};
