import { Box, Flex, Heading, Text } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { bestSets, productsForIncome } from '@kettle/core/costing/several';
import { useLaunchesQuery } from '../../ground/api/costing.ts';
import { useMarket } from '../../ground/market/market.ts';
import { keep, kept } from '../../ground/state/kept.ts';
import { count, money, moneyWith } from '../../ground/ui/format.ts';
import { Mark } from '../../ground/ui/mark.tsx';
import { PlainTable } from '../../ground/ui/plain-table.tsx';
import { SumField } from './charge-fields.tsx';
import { inTen } from './launch-panel.tsx';
import { launchRows } from './launch-rows.ts';
import { CHANCE_TRIALS, useChances } from './use-chances.ts';

interface Wished {
  purse: number | null;
  income: number | null;
}
/** Which launches fit the purse together, and how many of this kind make the income that is wanted. */
export const SeveralPanel = () => {
  const market = useMarket();
  const { data } = useLaunchesQuery({ params: { marketplace: market.id } }, { refetchOnMountOrArgChange: true });
  const key = `several/${market.id}`;
  const [wished, setWished] = useState<Wished>(() => ({ purse: null, income: null, ...kept<Wished>(key) }));
  const wish = (part: Partial<Wished>): void => {
    const next = { ...wished, ...part };
    setWished(next);
    keep(key, next);
  };
  const rows = useMemo(() => launchRows(data), [data]);
  const known = useMemo(() => rows.filter((r) => r.asked !== null), [rows]);
  const { purse, income } = wished;
  const sets = useMemo(
    () =>
      purse === null
        ? []
        : bestSets(
            known.map(({ id, needs, leaves }) => ({ id, needs, leaves })),
            purse,
          ),
    [known, purse],
  );
  const [best, next] = sets;
  const chosen = known.flatMap((r) => (best?.ids.includes(r.id) && r.asked ? [r.asked] : []));
  const [chance] = useChances([chosen], purse);
  if (rows.length === 0) return null;
  const names = (ids: readonly number[]): string => ids.map((id) => rows.find((r) => r.id === id)!.name).join(', ');
  const months = known
    .filter((r) => r.month > 0)
    .map((r) => r.month)
    .sort((a, b) => a - b);
  const typical = months[Math.floor(months.length / 2)] ?? null;
  return (
    <Box as="section" aria-labelledby="several" mt="8" fontSize="13px" maxW="960px">
      <Heading as="h2" id="several" fontSize="16px" mb="1">
        Money of several launches
      </Heading>
      <Text color="inkSoft" mb="2">
        Each as its costing and plan have it, if all goes as typed.
      </Text>
      <Flex gap="8" wrap="wrap" mb="2">
        <SumField label="Money you have for all" value={purse} onChange={(v) => wish({ purse: v })} />
        <SumField label="Income you want a month" value={income} onChange={(v) => wish({ income: v })} />
      </Flex>
      <Box aria-live="polite">
        {purse !== null &&
          (best ? (
            <Text>
              <Mark kind="holds" word="the set that leaves most" />
              With {moneyWith(purse, market, true)}: <b>{names(best.ids)}</b>, which{' '}
              {best.ids.length === 1 ? 'needs' : 'need'} {money(best.needs, market, true)} and{' '}
              {best.ids.length === 1 ? 'leaves' : 'leave'} {moneyWith(best.leaves, market, true)} after a year
              {chance &&
                ` (something is left in ${inTen(chance.profit)} of ${count(CHANCE_TRIALS)} draws, nine of ten leave ${money(chance.leaves[0], market, true)} to ${money(chance.leaves[2], market, true)}, more than you have is needed in ${inTen(chance.overPurse)})`}
              .
              {next &&
                ` Next best: ${names(next.ids)}, ${moneyWith(next.leaves, market, true)} for ${money(next.needs, market, true)}.`}
            </Text>
          ) : (
            <Text>
              <Mark kind="open" />
              None whose launch is known can be paid with that and leaves something.
            </Text>
          ))}
        {income !== null && typical !== null && (
          <Text mt="1">
            {moneyWith(income, market, true)} a month take {count(productsForIncome(income, typical))} products like the
            middle one of these, which leaves {money(typical, market, true)} a month once it is under way.
          </Text>
        )}
      </Box>
      <Box mt="3">
        <PlainTable
          label="Launches"
          rows={rows}
          rowKey={(r) => r.id}
          lookOf={(r) => (best?.ids.includes(r.id) ? 'chosen' : r.asked ? undefined : 'quiet')}
          columns={[
            {
              head: 'Candidate',
              names: true,
              cell: (r) => (
                <Link to={`/${market.id}/candidates/${r.id}/costing`}>
                  {best?.ids.includes(r.id) && <Mark kind="holds" word="in the set" />}
                  {r.name}
                </Link>
              ),
            },
            {
              head: `Needs at most, ${market.currency}`,
              cell: (r) => (r.asked ? money(r.needs, market, true) : r.reason),
            },
            { head: 'Leaves after a year', cell: (r) => (r.asked ? money(r.leaves, market, true) : '') },
            { head: 'A month under way', cell: (r) => (r.asked ? money(r.month, market, true) : '') },
          ]}
        />
      </Box>
    </Box>
  );
};
