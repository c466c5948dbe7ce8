import { Box, Button, Flex, HStack, NativeSelect, Text } from '@chakra-ui/react';
import { skipToken } from '@reduxjs/toolkit/query/react';
import { useRef, useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import type { CurveVersion } from '@kettle/contract/curves';
import {
  useCurvePointsQuery,
  useCurvesQuery,
  useRefitCurveMutation,
  useTryRefitQuery,
} from '../../ground/api/curves.ts';
import { useMarket } from '../../ground/market/market.ts';
import { day, percent } from '../../ground/ui/format.ts';
import { Mark } from '../../ground/ui/mark.tsx';
import { NarrowPage } from '../../ground/ui/narrow-page.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { saveCsv } from '../../ground/ui/save-csv.ts';
import { SaveMenu } from '../../ground/ui/save-menu.tsx';
import { CurveChart, type DrawnCurve } from './curve-chart.tsx';
import { Residuals } from './residuals.tsx';
import { TakeCurve } from './take-curve.tsx';
import { Versions } from './versions.tsx';
import { listingPath } from '../../ground/market/listing-path.ts';

export { CurvesPage as Component };

const nameOf = (category: string): string => (category === '*' ? 'All other categories' : category);
type Counts = 'own' | 'all';

/** How ranks become units: the curve of a category in its versions, against the listings whose stock was counted. */
const CurvesPage = () => {
  const market = useMarket();
  const [parameters, setParameters] = useSearchParams();
  const { data: versions, error } = useCurvesQuery({ params: { marketplace: market.id } });
  const categories = [...new Set(versions?.map((v) => v.category) ?? [])];
  const asked = parameters.get('category');
  const category = asked && (categories.includes(asked) || versions === undefined) ? asked : (categories[0] ?? null);
  const set = (next: Record<string, string>): void =>
    setParameters({ ...Object.fromEntries(parameters), ...next }, { replace: true });
  return (
    <NarrowPage
      title="From rank to units"
      tab={`Rank curves of ${market.name}`}
      beside={
        <Link to={`/${market.id}/backtest`} style={{ textDecoration: 'underline' }}>
          How well each way of estimating does
        </Link>
      }
      lead="A sales rank says who sells more, not how many. A curve turns it into units a day: it falls through its points, and between them it is straight on these axes. Stock counts tell whether it is right; from six counted listings on it can be fitted to them."
      error={error}
    >
      {category && versions && (
        <>
          <HStack mt="3" gap="2">
            <NativeSelect.Root size="sm" w="320px">
              <NativeSelect.Field
                bg="paper"
                aria-label="Category of the curve"
                value={category}
                onChange={(e) => set({ category: e.target.value })}
              >
                {categories.map((c) => (
                  <option key={c} value={c}>
                    {nameOf(c)}
                  </option>
                ))}
              </NativeSelect.Field>
              <NativeSelect.Indicator />
            </NativeSelect.Root>
          </HStack>
          <CategoryCurve
            key={category}
            category={category}
            versions={versions.filter((v) => v.category === category)}
            marked={parameters.get('listing')}
          />
        </>
      )}
      {versions && versions.length === 0 && (
        <Text mt="3">
          {market.name} has no curve yet. Copy those of a demo marketplace in <Link to="/sources">Sources</Link>, or
          take one of your own in below.
        </Text>
      )}
      {versions && <TakeCurve category={category} />}
    </NarrowPage>
  );
};

const CategoryCurve = ({
  category,
  versions,
  marked,
}: {
  category: string;
  versions: CurveVersion[];
  marked: string | null;
}) => {
  const market = useMarket();
  const navigate = useNavigate();
  const [counts, setCounts] = useState<Counts>('all');
  const [compared, setCompared] = useState<number | null>(null);
  const [trying, setTrying] = useState(false);
  const within = useRef<HTMLDivElement>(null);
  const args = { params: { marketplace: market.id }, query: { category, counts } };
  const { currentData: points, error } = useCurvePointsQuery(args);
  const tried = useTryRefitQuery(trying ? args : skipToken);
  const [refit, refitting] = useRefitCurveMutation();
  const inForce = versions.find((v) => v.inForce);
  const other = versions.find((v) => v.id === compared);
  const draft = trying ? tried.currentData : undefined;
  const curves: DrawnCurve[] = [
    ...(inForce ? [{ name: 'in force', colour: 'series1', knots: inForce.knots }] : []),
    ...(other && other !== inForce
      ? [{ name: `of ${day(other.validFrom)}`, colour: 'series3', knots: other.knots, dashed: true }]
      : []),
    ...(draft ? [{ name: 'fitted to the counts', colour: 'series2', knots: draft.knots }] : []),
  ];
  const shown = draft?.points ?? points?.points ?? [];
  const fittedOn = new Set(inForce?.fittedOn ?? []);
  return (
    <Flex gap="8" wrap="wrap" mt="3" align="flex-start">
      <Box flex="1 1 560px" minW="0">
        <Flex gap="2" mb="2" wrap="wrap" align="center">
          <HStack gap="1" role="group" aria-label="Counts">
            {(
              [
                ['all', 'All stock counts'],
                ['own', 'My own counts only'],
              ] as const
            ).map(([key, name]) => (
              <Button
                key={key}
                size="2xs"
                variant={counts === key ? 'subtle' : 'outline'}
                aria-pressed={counts === key}
                onClick={() => setCounts(key)}
              >
                {name}
              </Button>
            ))}
          </HStack>
          <Box ml="auto">
            <SaveMenu
              within={within}
              title={`Rank curve, ${nameOf(category)}, ${market.name}`}
              onCsv={() =>
                saveCsv(
                  `curve ${category}`,
                  [`Rank curve of ${nameOf(category)}, ${market.name}`],
                  ['What', 'Listing code', 'Rank', 'Units a day', 'Days counted'],
                  [
                    ...(inForce?.knots ?? []).map((k) => ['point of the curve', '', k.rank, k.unitsPerDay, null]),
                    ...shown.map((p) => ['counted listing', p.code, round(p.rank), round(p.unitsPerDay), p.days]),
                  ],
                )
              }
            />
          </Box>
        </Flex>
        <Box ref={within} bg="paper" borderWidth="1px" borderColor="rule" borderRadius="l1" p="2">
          <CurveChart
            curves={curves}
            points={shown}
            marked={marked}
            onChoose={(code) => void navigate(listingPath(market.id, code))}
          />
        </Box>
        <Flex gap="4" fontSize="12px" mt="1" wrap="wrap">
          {curves.map((c) => (
            <Flex key={c.name} align="center" gap="1.5">
              <Box w="18px" h="3px" bg={c.colour} aria-hidden />
              {c.name}
            </Flex>
          ))}
        </Flex>
        <ProblemNote error={error} />
        <FitWords
          points={points}
          counts={counts}
          fitted={fittedOn.size}
          guess={inForce?.guess ?? false}
          residual={inForce?.residual ?? null}
        />
        <Flex gap="2" mt="2" align="center" wrap="wrap">
          <Button size="xs" variant="outline" aria-pressed={trying} onClick={() => setTrying(!trying)}>
            {trying ? 'Put the fit away' : 'Try a fit to these counts'}
          </Button>
          {draft && (
            <Button
              size="xs"
              colorPalette="aubergine"
              loading={refitting.isLoading}
              onClick={() =>
                void refit({ params: { marketplace: market.id }, body: { category, counts } }).then(() =>
                  setTrying(false),
                )
              }
            >
              Put it in force{draft.guess ? ', as a guess' : ''}
            </Button>
          )}
          {trying && tried.isFetching && <Text fontSize="13px">Fitting …</Text>}
        </Flex>
        {draft?.sentences.map((s) => (
          <Text key={s} fontSize="13px" mt="1">
            {draft.guess ? <Mark kind="care" word="a guess" /> : <Mark kind="holds" word="a fit" />}
            {s} Listings spread ± {percent(Math.exp(draft.residual) - 1)} around it.
          </Text>
        ))}
        <ProblemNote error={trying ? tried.error : undefined} kept="The curve in force is as it was." />
        <ProblemNote error={refitting.error} kept="The curve in force is as it was." />
      </Box>
      <Box flex="1 1 380px" minW="0">
        <Versions versions={versions} compared={compared} onCompare={setCompared} />
        <Residuals points={shown} fittedOn={fittedOn} marked={marked} />
      </Box>
    </Flex>
  );
};

const round = (x: number): number => Number(x.toPrecision(4));

const FitWords = ({
  points,
  counts,
  fitted,
  guess,
  residual,
}: {
  points: { points: unknown[]; bias: number | null; spread: number | null } | undefined;
  counts: Counts;
  fitted: number;
  guess: boolean;
  residual: number | null;
}) => {
  if (!points) return null;
  const n = points.points.length;
  const bias = points.bias === null ? null : Math.exp(points.bias) - 1;
  return (
    <Box fontSize="13px" mt="2" className="figures">
      {fitted > 0 && (
        <Text>
          {guess ? <Mark kind="care" word="a guess" /> : <Mark kind="holds" word="fitted" />}
          The curve in force was fitted on {fitted} listings{guess ? ': under six it is a guess' : ''}.
        </Text>
      )}
      {n === 0 ? (
        <Text color="inkSoft">
          {counts === 'own'
            ? 'No listing here has counts of yours over two weeks. Type them in on a listing’s sheet, or take a file in under Sources.'
            : 'No listing here has stock counts over two weeks: watch some of them.'}
        </Text>
      ) : (
        <Text>
          {n} counted listings: they sell{' '}
          {bias === null || Math.abs(bias) < 0.03
            ? 'what the curve says, in the middle'
            : `${percent(Math.abs(bias))} ${bias > 0 ? 'more' : 'less'} than the curve says, in the middle`}
          , and spread ± {percent(Math.exp(points.spread ?? 0) - 1)} around that
          {residual !== null && `; the curve reckons with ± ${percent(Math.exp(residual) - 1)}`}.
          {n < 6 && ' Under six of them, a fit would be a guess.'}
        </Text>
      )}
    </Box>
  );
};
