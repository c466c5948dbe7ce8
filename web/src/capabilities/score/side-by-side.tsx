import { Box, Heading, Text } from '@chakra-ui/react';
import { useMemo, type ReactNode } from 'react';
import { Link } from 'react-router';
import type { ScoredCandidate } from '@kettle/contract/shortlist';
import type { ScoreMeasure, Scoresheet } from '@kettle/core/documents/scoresheet';
import { besideOf, forAndAgainst, type BesideLine } from '@kettle/core/score/beside';
import { useScoreMeasuresQuery } from '../../ground/api/candidates.ts';
import { useLaunchesQuery } from '../../ground/api/costing.ts';
import { useMarket } from '../../ground/market/market.ts';
import { count, day, money, percent } from '../../ground/ui/format.ts';
import { Mark } from '../../ground/ui/mark.tsx';
import { PlainTable } from '../../ground/ui/plain-table.tsx';
import { launchRows } from '../costing/launch-rows.ts';
import { chanceInWords, useChances } from '../costing/use-chances.ts';
import { BesideStrip, LETTERS } from './beside-strip.tsx';
import { shownMeasure } from './measure-text.ts';

interface Line {
  name: string;
  strip: ReactNode;
  cell: (c: ScoredCandidate, i: number) => ReactNode;
}
/** Points under which two stand alike. */
const ALIKE = 0.05;

/** Two to six candidates beside each other: what sets them apart most stands first, what they share last and short. */
export const SideBySide = ({
  rows,
  all,
  sheet,
}: {
  rows: readonly ScoredCandidate[];
  all: readonly ScoredCandidate[];
  sheet: Scoresheet;
}) => {
  const market = useMarket();
  const { data: measures } = useScoreMeasuresQuery({ params: { marketplace: market.id } });
  const { data: launches } = useLaunchesQuery({ params: { marketplace: market.id } });
  const money12 = useMemo(() => launchRows(launches), [launches]);
  const asked = rows.map((c) => money12.find((l) => l.id === c.id)?.asked ?? null);
  const chances = useChances(
    asked.map((a) => (a ? [a] : [])),
    null,
  );
  if (rows.length < 2) return null;
  const lines = besideOf(sheet, rows.map((c) => c.score)); // prettier-ignore
  const differ = lines.filter((l) => l.apart > ALIKE);
  const alike = lines.filter((l) => l.apart <= ALIKE);
  const valuesOf = (measure: ScoreMeasure): (number | null)[] =>
    rows.map((c) => measures?.candidates.find((m) => m.id === c.id)?.values[measure] ?? null);
  const stripOf = (measure: ScoreMeasure): ReactNode =>
    measures && (
      <BesideStrip
        catalogue={measures.catalogue[measure] ?? []}
        shelf={measures.candidates.flatMap((m) => (rows.some((c) => c.id === m.id) ? (m.shelf[measure] ?? []) : []))}
        all={measures.candidates.flatMap((m) => m.values[measure] ?? [])}
        compared={valuesOf(measure)}
      />
    );
  const lineOf = ({ key, name, kind }: BesideLine): Line => {
    if (kind === 'gate')
      return {
        name,
        strip: null,
        cell: (c) => {
          const gate = c.score.gates.find((g) => g.key === key);
          const mark = gate?.state === 'pass' ? 'holds' : gate?.state === 'fail' ? 'fails' : 'open';
          return (
            <Box title={gate?.source}>
              <Mark kind={mark} word="" />
              {gate?.state === 'unknown' ? 'open' : (gate?.state ?? '–')}
            </Box>
          );
        },
      };
    const { scale } = sheet.criteria.find((c) => c.key === key)!;
    return {
      name,
      strip: scale.kind === 'measured' ? stripOf(scale.measure) : null,
      cell: (c) => {
        const of = c.score.criteria.find((x) => x.key === key);
        if (!of) return '–';
        const said =
          scale.kind === 'measured'
            ? of.value === null
              ? 'not known'
              : shownMeasure(scale.measure, of.value, market)
            : (scale.options.find((o) => o.key === of.choice)?.label ?? 'not judged');
        return (
          <Box title={of.source}>
            {said}
            <Box as="span" color="inkSoft">
              {' '}
              · {of.least === of.most ? of.least : `${of.least}–${of.most}`} of {of.max}
            </Box>
          </Box>
        );
      },
    };
  };
  const told: Line[] = [
    ...differ.map(lineOf),
    {
      name: 'Profit a unit, margin',
      strip: stripOf('profit'),
      cell: (c) => (c.profit === null ? 'not reckoned' : `${money(c.profit, market)}, ${percent(c.margin)}`),
    },
    {
      name: 'Takes, and chance that something is left after a year',
      strip: stripOf('outlay'),
      cell: (c, i) => {
        const row = money12.find((l) => l.id === c.id);
        const chance = chances[i];
        return row?.asked ? (
          <>
            {money(row.needs, market, true)}, leaves {money(row.leaves, market, true)}
            <Box color="inkSoft">{chance ? `something is left in ${chanceInWords(chance.profit)}` : 'drawing …'}</Box>
          </>
        ) : (
          (row?.reason ?? 'not reckoned')
        );
      },
    },
    {
      name: 'Worst gripe, and its cure',
      strip: null,
      cell: (c) => (
        <>
          {c.worstGripe ?? 'reviews not read yet'}
          {c.cure && (
            <Box color="inkSoft">
              {c.cure.decided ? '● ' : '◇ usually: '}
              {c.cure.text}
            </Box>
          )}
        </>
      ),
    },
    {
      name: 'Then and now',
      strip: null,
      cell: (c) =>
        `units ${count(c.thenUnits)} → ${count(c.units)}, price ${money(c.thenPrice, market)} → ${money(c.price, market)}`,
    },
    { name: 'For', strip: null, cell: (c) => <Few names={forAndAgainst(sheet, c.score).for} none="nothing clearly" /> },
    {
      name: 'Against',
      strip: null,
      cell: (c) => (
        <Few
          names={[...forAndAgainst(sheet, c.score).against, ...(c.worstFlag ? [c.worstFlag.label] : [])]}
          none="nothing clearly"
        />
      ),
    },
    {
      name: 'Open questions',
      strip: null,
      cell: (c) => <Few names={forAndAgainst(sheet, c.score).open} none="none" />,
    },
    {
      name: 'Look again',
      strip: null,
      cell: (c) => (c.lookAgainOn ? day(c.lookAgainOn, market.today) : '—'),
    },
  ];
  return (
    <Box as="section" aria-labelledby="side-by-side">
      <Heading as="h2" id="side-by-side" fontSize="17px" px="5" pt="6">
        Side by side
      </Heading>
      <Text px="5" pb="2" fontSize="13px" color="inkSoft">
        What sets them apart most stands first. Long ticks are the listings of their line-ups, short ones the catalogue,
        dots all candidates. Choose two to six above.
      </Text>
      <PlainTable
        label="Side by side"
        roomy
        bleeds
        rows={told}
        rowKey={(l) => l.name}
        columns={[
          { head: 'Measure', unseen: true, names: true, width: '170px', cell: (l) => l.name },
          { head: 'All of them', unseen: true, width: '190px', cell: (l) => l.strip },
          ...rows.map((c, i) => ({
            head: `${LETTERS[i]} ${c.name}`,
            align: 'left' as const,
            cell: (l: Line) => <Box whiteSpace="normal" minW="150px">{l.cell(c, i)}</Box>, // prettier-ignore
          })),
        ]}
      />
      <Text px="5" pt="1" fontSize="13px" color="inkSoft">
        {alike.length > 0 && `Alike in: ${alike.map((l) => l.name).join(', ')}. `}
        {rows.map((c, i) => (
          <Link
            key={c.id}
            to={`/${market.id}/candidates/${c.id}/scoresheet`}
            style={{ textDecoration: 'underline', marginRight: 12 }}
          >
            {/* prettier-ignore */}
            Answer for {LETTERS[i]}
          </Link>
        ))}
        {all.length > rows.length && `${all.length - rows.length} more in the running.`}
      </Text>
    </Box>
  );
};

const MOST = 4;
const Few = ({ names, none }: { names: readonly string[]; none: string }) =>
  names.length === 0 ? (
    <Box as="span" color="inkSoft">
      {none}
    </Box>
  ) : (
    <>
      {names.slice(0, MOST).join(', ')}
      {names.length > MOST && (
        <Box as="span" color="inkSoft" title={names.slice(MOST).join(', ')}>
          {' '}
          and {names.length - MOST} more
        </Box>
      )}
    </>
  );
