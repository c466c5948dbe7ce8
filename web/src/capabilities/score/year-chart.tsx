import { Box } from '@chakra-ui/react';
import {
  Area,
  Bar,
  CartesianGrid,
  ComposedChart,
  ReferenceLine,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';
import type { YearPlan } from '@kettle/core/launch/year';
import { majorFromMinor } from '@kettle/core/money/money';
import { useMarket } from '../../ground/market/market.ts';
import { money } from '../../ground/ui/format.ts';
import { monthName } from './months.ts';

const INK = 'var(--chakra-colors-ink-soft)';

/** Money over the months of the plan, and below it how many launches are tended. */
export default function YearChart({
  plan,
  months,
  atOnce,
}: {
  plan: YearPlan;
  months: readonly string[];
  atOnce: number;
}) {
  const market = useMarket();
  const rows = plan.months.map((m, at) => ({
    name: monthName(months[at]!),
    cash: majorFromMinor(m.cash, market.currency),
    minor: m.cash,
    tended: m.tended,
  }));
  return (
    <Box
      mt="2"
      role="img"
      aria-label={`Money by month: ${rows
        .filter((_, i) => i % 6 === 0)
        .map((r) => `${r.name} ${money(r.minor, market, true)}`)
        .join(', ')}`}
    >
      {/* prettier-ignore */}
      <ResponsiveContainer width="100%" height={190}>
        <ComposedChart data={rows} margin={{ top: 6, right: 10, bottom: 0, left: 10 }}>
          <CartesianGrid vertical={false} stroke="var(--chakra-colors-rule)" />
          <XAxis dataKey="name" tick={{ fontSize: 11, fill: INK }} interval={2} />
          <YAxis tick={{ fontSize: 11, fill: INK }} width={70} tickFormatter={(v: number) => v.toLocaleString('en-GB')} />
          <Tooltip
            formatter={(_, __, { payload }) => [`${money((payload as { minor: number }).minor, market, true)} ${market.currency}, ${(payload as { tended: number }).tended} tended`, 'Money']} // prettier-ignore
            contentStyle={{ background: 'var(--chakra-colors-paper)', border: '1px solid var(--chakra-colors-rule)', fontSize: 12 }} // prettier-ignore
          />
          <ReferenceLine y={0} stroke="var(--chakra-colors-brick)" />
          <Area dataKey="cash" type="stepAfter" stroke="var(--chakra-colors-aubergine)" fill="var(--chakra-colors-aubergine)" fillOpacity={0.12} isAnimationActive={false} />
        </ComposedChart>
      </ResponsiveContainer>
      <ResponsiveContainer width="100%" height={56}>
        <ComposedChart data={rows} margin={{ top: 4, right: 10, bottom: 0, left: 10 }}>
          <XAxis dataKey="name" hide />
          <YAxis
            tick={{ fontSize: 11, fill: INK }}
            width={70}
            allowDecimals={false}
            domain={[0, Math.max(atOnce, ...rows.map((r) => r.tended))]}
            tickCount={2}
          />
          {/* prettier-ignore */}
          <ReferenceLine y={atOnce} stroke={INK} strokeDasharray="3 3" />
          <Bar dataKey="tended" fill="var(--chakra-colors-verdigris)" isAnimationActive={false} />
        </ComposedChart>
      </ResponsiveContainer>
      <Box textAlign="right" fontSize="12px" color="inkSoft">
        above: money; below: launches tended, the dashed line what can be
      </Box>
    </Box>
  );
}
