import { Box, Button, Flex, HStack, Input, Text } from '@chakra-ui/react';
import { skipToken } from '@reduxjs/toolkit/query/react';
import { useMemo, useState } from 'react';
import { useBriefsQuery, useHistoryQuery } from '../../ground/api/sheet.ts';
import { useMarket } from '../../ground/market/market.ts';
import { DayChart } from '../../ground/ui/day-chart.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { useTray } from '../tray/use-tray.ts';
import { comparedPoints, pointsOf, SERIES, seriesOf, type HistoryPoint, type SeriesKey } from './history-data.ts';

const MOST = 5;
const COLOURS = ['aubergine', 'series1', 'series2', 'series3', 'series4', 'series5'];

/** One measure of a listing beside those of up to five others, from the tray or by their codes. */
export const HistoryCompare = ({
  code,
  title,
  points,
  from,
}: {
  code: string;
  title: string;
  points: readonly HistoryPoint[];
  from: string;
}) => {
  const market = useMarket();
  const tray = useTray();
  const [others, setOthers] = useState<string[]>(() => tray.codes.filter((c) => c !== code).slice(0, MOST));
  const [typed, setTyped] = useState('');
  const [key, setKey] = useState<SeriesKey>('units');
  const { histories, error } = useHistories(market.id, others);
  const { data: briefs } = useBriefsQuery(
    others.length > 0 ? { params: { marketplace: market.id }, query: { codes: others.join(',') } } : skipToken,
  );
  const nameOf = (other: string): string => {
    const full = other === code ? title : briefs?.find((b) => b.code === other)?.title;
    return full ? `${full.length > 34 ? `${full.slice(0, 32)}…` : full} ${other}` : other;
  };
  const each = useMemo(
    () => [
      { code, points },
      ...others.flatMap((other, i) => {
        const history = histories[i];
        return history ? [{ code: other, points: pointsOf(history, market.currency, from) }] : [];
      }),
    ],
    [code, points, others, histories, market.currency, from],
  );
  const compared = useMemo(() => comparedPoints(each, key), [each, key]);
  const series = seriesOf(key);
  const add = (): void => {
    const next = typed.toUpperCase().match(/[A-Z0-9]+/g) ?? [];
    setOthers([...new Set([...others, ...next])].filter((c) => c !== code).slice(0, MOST));
    setTyped('');
  };
  return (
    <>
      <HStack gap="1" role="group" aria-label="Measure compared" wrap="wrap" mb="2">
        {SERIES.map((s) => (
          <Button
            key={s.key}
            size="2xs"
            variant={key === s.key ? 'subtle' : 'outline'}
            aria-pressed={key === s.key}
            onClick={() => setKey(s.key)}
          >
            {s.name}
          </Button>
        ))}
      </HStack>
      <Flex asChild gap="2" mb="2" align="center" fontSize="13px">
        <form
          onSubmit={(e) => {
            e.preventDefault();
            add();
          }}
        >
          <Input
            size="xs"
            w="190px"
            bg="paper"
            aria-label="Listing codes to compare with"
            placeholder="codes, or put some in the tray"
            value={typed}
            onChange={(e) => setTyped(e.target.value)}
          />
          <Button size="2xs" variant="outline" type="submit" disabled={typed.trim() === '' || others.length >= MOST}>
            Compare with
          </Button>
          <Text color="inkSoft">{others.length >= MOST ? 'five at most' : `${others.length} of 5`}</Text>
        </form>
      </Flex>
      <ProblemNote error={error} />
      <DayChart
        caption={series.caption}
        points={compared}
        lines={each.map((e, i) => ({
          key: e.code,
          name: nameOf(e.code),
          colour: COLOURS[i]!,
          width: i === 0 ? 2.4 : 1.4,
          dashed: i > 3,
        }))}
        height={220}
        scale={series.scale}
        digits={series.digits}
      />
      <Box as="ul" listStyleType="none" fontSize="12px">
        {[code, ...others].map((c, i) => (
          <Flex as="li" key={c} align="center" gap="2" minH="24px">
            <Box w="16px" h="3px" bg={COLOURS[i]} aria-hidden />
            <span>{nameOf(c)}</span>
            {c !== code && histories[i - 1] === undefined && (
              <Box as="span" color="inkSoft">
                not known here
              </Box>
            )}
            {c !== code && (
              <Button
                size="2xs"
                variant="ghost"
                aria-label={`Leave ${c} out`}
                onClick={() => setOthers(others.filter((o) => o !== c))}
              >
                leave out
              </Button>
            )}
          </Flex>
        ))}
      </Box>
    </>
  );
};

/** Histories of up to five listings; hooks must be as many each time. */
const useHistories = (marketplace: string, codes: readonly string[]) => {
  const args = (i: number) => (codes[i] ? { params: { marketplace, code: codes[i] } } : skipToken);
  const a = useHistoryQuery(args(0));
  const b = useHistoryQuery(args(1));
  const c = useHistoryQuery(args(2));
  const d = useHistoryQuery(args(3));
  const e = useHistoryQuery(args(4));
  return {
    histories: [a.currentData, b.currentData, c.currentData, d.currentData, e.currentData],
    error: a.error ?? b.error ?? c.error ?? d.error ?? e.error,
  };
};
