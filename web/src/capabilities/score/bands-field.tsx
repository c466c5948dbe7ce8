import { Box, Button, Flex } from '@chakra-ui/react';
import type { Marketplace } from '@kettle/contract/sources';
import type { Criterion } from '@kettle/core/documents/scoresheet';
import { SmallNumber } from '../../ground/form/small-number.tsx';
import { boundAsTyped, boundFromTyped, unitOfMeasure } from './measure-text.ts';
import './bands-field.css';

type Scale = Extract<Criterion['scale'], { kind: 'measured' }>;
export interface Spread {
  /** Values of the candidates, with their names. */
  candidates: readonly { name: string; value: number }[];
  /** Of the catalogue, rising; empty where a single listing does not have the figure. */
  catalogue: readonly number[];
}

const shareBelow = (sorted: readonly number[], value: number): number => {
  let low = 0;
  for (let high = sorted.length; low < high;) {
    const middle = (low + high) >> 1;
    if (sorted[middle]! < value) low = middle + 1;
    else high = middle;
  }
  return sorted.length === 0 ? 0 : low / sorted.length;
};

/** Bands of a measured criterion: from where on how many points, over the real spread of the figure. */
export const BandsField = ({
  scale,
  name,
  market,
  spread,
  onChange,
}: {
  scale: Scale;
  name: string;
  market: Marketplace;
  spread: Spread;
  onChange: (scale: Scale) => void;
}) => {
  const { measure, bands } = scale;
  const set = (i: number, band: Partial<Scale['bands'][number]>): void =>
    onChange({ ...scale, bands: bands.map((b, k) => (k === i ? { ...b, ...band } : b)) });
  const last = bands.at(-1)!;
  return (
    <Box>
      <BandPicture scale={scale} spread={spread} />
      {bands.map((band, i) => (
        <Flex key={i} gap="1.5" align="center" fontSize="13px">
          from
          <SmallNumber
            label={`${name}, band ${i + 1} from`}
            width="84px"
            value={band.from}
            show={(v) => boundAsTyped(measure, v, market)}
            read={(text) => boundFromTyped(measure, text, market)}
            fault={(v) => (i > 0 && v <= bands[i - 1]!.from ? 'Bands rise.' : null)}
            onChange={(from) => set(i, { from })}
          />
          {unitOfMeasure(measure, market)}
          <SmallNumber
            label={`${name}, points of band ${i + 1}`}
            width="52px"
            value={band.points}
            show={String}
            onChange={(points) => set(i, { points })}
          />
          points
          <Box as="span" color="inkSoft" whiteSpace="nowrap">
            {spread.candidates.filter((c) => c.value >= band.from && c.value < (bands[i + 1]?.from ?? Infinity)).length}{' '}
            here
            {spread.catalogue.length > 0 &&
              `, ${Math.round(100 * (shareBelow(spread.catalogue, bands[i + 1]?.from ?? Infinity) - shareBelow(spread.catalogue, band.from)))} % of all`}
          </Box>
          {bands.length > 1 && (
            <Button
              size="2xs"
              variant="ghost"
              aria-label={`Remove band ${i + 1} of ${name}`}
              onClick={() => onChange({ ...scale, bands: bands.filter((_, k) => k !== i) })}
            >
              ×
            </Button>
          )}
        </Flex>
      ))}
      {bands.length < 20 && (
        <Button
          size="2xs"
          variant="outline"
          mt="1"
          onClick={() =>
            onChange({
              ...scale,
              bands: [...bands, { from: last.from === 0 ? 1 : last.from + Math.abs(last.from), points: last.points }],
            })
          }
        >
          One band more
        </Button>
      )}
    </Box>
  );
};

const [WIDTH, HEIGHT] = [320, 34];
/** Bounds of bands as lines over the catalogue (grey) and the candidates (dots), each by its place in the order of all values. */
const BandPicture = ({ scale: { bands }, spread }: { scale: Scale; spread: Spread }) => {
  const all = [...spread.catalogue, ...spread.candidates.map((c) => c.value)].sort((a, b) => a - b);
  if (all.length < 2) return null;
  const [low, high] = [all[Math.floor(0.02 * (all.length - 1))]!, all[Math.ceil(0.98 * (all.length - 1))]!];
  const from = Math.min(low, ...spread.candidates.map((c) => c.value), ...bands.slice(1).map((b) => b.from));
  const to = Math.max(high, ...spread.candidates.map((c) => c.value), ...bands.map((b) => b.from));
  const on = (v: number): number => Math.sign(v) * Math.log1p(Math.abs(v));
  const place = (v: number): number => (WIDTH * (on(v) - on(from))) / (on(to) - on(from) || 1);
  const bars = new Array<number>(40).fill(0);
  for (const v of spread.catalogue) {
    const at = Math.floor((40 * place(v)) / WIDTH);
    if (at >= 0 && at < 40) bars[at]!++;
  }
  const most = Math.max(1, ...bars);
  return (
    <svg
      className="band-picture"
      width={WIDTH}
      height={HEIGHT}
      role="img"
      aria-label={`${spread.candidates.length} candidates, ${spread.catalogue.length} listings of the catalogue`}
    >
      {bars.map((n, i) => (
        <rect
          key={i}
          x={(i * WIDTH) / 40}
          width={WIDTH / 40 - 1}
          y={HEIGHT - 8 - (n / most) * (HEIGHT - 12)}
          height={(n / most) * (HEIGHT - 12)}
        />
      ))}
      {bands.slice(bands[0]!.from > from ? 0 : 1).map((b) => (
        <line key={b.from} x1={place(b.from)} x2={place(b.from)} y1="0" y2={HEIGHT - 6} />
      ))}
      {spread.candidates.map((c) => (
        <circle key={c.name} cx={place(c.value)} cy={HEIGHT - 4} r="3.2">
          <title>{c.name}</title>
        </circle>
      ))}
    </svg>
  );
};
