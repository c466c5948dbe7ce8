import { Box, Text, useToken } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { unitsAtRank } from '@kettle/core/estimate/rank-curve';
import { count, decimal } from '../../ground/ui/format.ts';

export interface DrawnCurve {
  name: string;
  colour: string;
  knots: readonly { rank: number; unitsPerDay: number }[];
  dashed?: boolean;
}
export interface DrawnPoint {
  code: string;
  title: string;
  rank: number;
  unitsPerDay: number;
  days: number;
}

const [WIDTH, HEIGHT, LEFT, BOTTOM, TOP, RIGHT] = [620, 340, 46, 34, 8, 8];

const powers = (low: number, high: number): number[] => {
  const ticks: number[] = [];
  for (let p = 10 ** Math.floor(Math.log10(low)); p <= high * 1.0001; p *= 10)
    for (const t of [1, 3]) if (p * t >= low && p * t <= high * 1.0001) ticks.push(p * t);
  return ticks;
};

/** Curves and counted listings on axes that are both logarithmic: a power law is a straight line here. */
export const CurveChart = ({
  curves,
  points,
  marked,
  onChoose,
}: {
  curves: readonly DrawnCurve[];
  points: readonly DrawnPoint[];
  /** Code of a listing to point out. */
  marked: string | null;
  onChoose: (code: string) => void;
}) => {
  const [ink, inkSoft, rule, paper, find, ...colours] = useToken('colors', [
    'ink',
    'inkSoft',
    'rule',
    'paper',
    'aubergine',
    ...curves.map((c) => c.colour),
  ]);
  const [under, setUnder] = useState<string | null>(null);
  const scale = useMemo(() => {
    const ranks = [...curves.flatMap((c) => c.knots.map((k) => k.rank)), ...points.map((p) => p.rank)];
    const units = [
      ...curves.flatMap((c) => c.knots.map((k) => k.unitsPerDay)),
      ...points.flatMap((p) => (p.unitsPerDay > 0 ? p.unitsPerDay : [])),
    ];
    const [r0, r1] = [Math.max(1, Math.min(...ranks) / 1.2), Math.max(...ranks) * 1.2];
    const [u0, u1] = [Math.min(...units) / 1.4, Math.max(...units) * 1.4];
    const x = (rank: number): number => LEFT + ((WIDTH - LEFT - RIGHT) * Math.log(rank / r0)) / Math.log(r1 / r0);
    const y = (u: number): number => HEIGHT - BOTTOM - ((HEIGHT - BOTTOM - TOP) * Math.log(u / u0)) / Math.log(u1 / u0);
    return { x, y, ranks: powers(r0, r1), units: powers(u0, u1), r0, r1 };
  }, [curves, points]);
  const { x, y } = scale;
  const pathOf = (knots: DrawnCurve['knots']): string =>
    [scale.r0, ...knots.map((k) => k.rank), scale.r1]
      .map(
        (rank, i) =>
          `${i === 0 ? 'M' : 'L'}${x(rank).toFixed(1)} ${y(unitsAtRank({ knots: [...knots] }, rank)).toFixed(1)}`,
      )
      .join('');
  const told = points.find((p) => p.code === under);
  return (
    <Box as="figure" data-caption="Units a day by sales rank, both axes logarithmic">
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        width="100%"
        data-chart
        role="img"
        aria-label={`Units a day by sales rank: ${curves.map((c) => c.name).join(', ')}, ${points.length} counted listings. The table below has the same figures.`}
      >
        {scale.ranks.map((r) => (
          <g key={r}>
            <line x1={x(r)} x2={x(r)} y1={TOP} y2={HEIGHT - BOTTOM} stroke={rule} />
            <text x={x(r)} y={HEIGHT - BOTTOM + 14} fontSize="11" textAnchor="middle" fill={inkSoft}>
              {count(r)}
            </text>
          </g>
        ))}
        {scale.units.map((u) => (
          <g key={u}>
            <line x1={LEFT} x2={WIDTH - RIGHT} y1={y(u)} y2={y(u)} stroke={rule} />
            <text x={LEFT - 5} y={y(u) + 4} fontSize="11" textAnchor="end" fill={inkSoft}>
              {u < 1 ? decimal(u, u < 0.1 ? 3 : 1) : count(u)}
            </text>
          </g>
        ))}
        <text x={(LEFT + WIDTH) / 2} y={HEIGHT - 4} fontSize="11" textAnchor="middle" fill={inkSoft}>
          sales rank
        </text>
        {curves.map((c, i) => (
          <g key={c.name}>
            <path
              d={pathOf(c.knots)}
              fill="none"
              stroke={colours[i]}
              strokeWidth="2"
              strokeDasharray={c.dashed ? '5 4' : undefined}
            />
            {c.knots.map((k) => (
              <rect
                key={k.rank}
                x={x(k.rank) - 3}
                y={y(k.unitsPerDay) - 3}
                width="6"
                height="6"
                fill={paper}
                stroke={colours[i]}
                strokeWidth="1.5"
              />
            ))}
          </g>
        ))}
        {points
          .filter((p) => p.unitsPerDay > 0)
          .map((p) => (
            <circle
              key={p.code}
              cx={x(p.rank)}
              cy={y(p.unitsPerDay)}
              r={p.code === marked || p.code === under ? 5.5 : 3}
              fill={p.code === marked ? find : ink}
              fillOpacity={p.code === marked || p.code === under ? 1 : 0.45}
              onPointerEnter={() => setUnder(p.code)}
              onPointerLeave={() => setUnder(null)}
              onClick={() => onChoose(p.code)}
              style={{ cursor: 'pointer' }}
            />
          ))}
      </svg>
      <Text fontSize="12px" color="inkSoft" minH="18px" className="figures">
        {told
          ? `${told.title} (${told.code}): rank ${count(told.rank)}, ${decimal(told.unitsPerDay)} a day over ${told.days} days counted`
          : 'Squares: the points of a curve. Dots: listings whose stock was counted; point at one.'}
      </Text>
    </Box>
  );
};
