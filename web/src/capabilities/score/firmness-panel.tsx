import { Box, Flex, Heading, Text } from '@chakra-ui/react';
import { useEffect, useState } from 'react';
import type { ScoredCandidate } from '@kettle/contract/shortlist';
import type { Scoresheet } from '@kettle/core/documents/scoresheet';
import type { PlacesAsked, WeightsDrawn } from '@kettle/core/score/firmness';
import { keep, kept } from '../../ground/state/kept.ts';
import { count, percent } from '../../ground/ui/format.ts';
import { LabelledChoice } from '../../ground/ui/labelled-choice.tsx';
import { PlainTable } from '../../ground/ui/plain-table.tsx';
import type { FirmnessTold } from './firmness.worker.ts';

const DRAWS = 10_000;
/** The same standing gives the same shares whenever it is looked at. */
const SEED = 1998;
const WAYS: readonly (readonly [WeightsDrawn, string])[] = [
  ['around', 'my weights, give or take'],
  ['as they are', 'exactly my weights'],
  ['any', 'any weights there are'],
];

const useFirmness = (
  sheet: Scoresheet,
  rows: readonly ScoredCandidate[],
  weights: WeightsDrawn,
): FirmnessTold | null => {
  const [told, setTold] = useState<{ key: string; told: FirmnessTold } | null>(null);
  const asked: PlacesAsked = { sheet, candidates: rows.map(({ id, score }) => ({ id, score })), draws: DRAWS, seed: SEED, weights }; // prettier-ignore
  const key = JSON.stringify(asked);
  useEffect(() => {
    const worker = new Worker(new URL('./firmness.worker.ts', import.meta.url), { type: 'module' });
    worker.onmessage = ({ data }: MessageEvent<FirmnessTold>) => setTold({ key, told: data });
    worker.postMessage(JSON.parse(key) as PlacesAsked);
    return () => worker.terminate();
  }, [key]);
  return told?.key === key ? told.told : null;
};

/** How firm the order is: in what share of many draws each comes first, and what single answers and weights would turn. */
export const FirmnessPanel = ({ sheet, rows }: { sheet: Scoresheet; rows: readonly ScoredCandidate[] }) => {
  const [weights, setWeights] = useState<WeightsDrawn>(() => kept<WeightsDrawn>('firmness/weights') ?? 'around');
  const told = useFirmness(sheet, rows, weights);
  const nobody = told ? 1 - told.places.places.reduce((sum, of) => sum + of[0]!, 0) : 0;
  if (rows.length < 2) return null;
  const nameOf = (id: number): string => rows.find((r) => r.id === id)?.name ?? '';
  const criterionName = (key: string): string => sheet.criteria.find((c) => c.key === key)?.name ?? key;
  const order = told
    ? rows.map((_, i) => i).sort((a, b) => told.places.places[b]![0]! - told.places.places[a]![0]!)
    : [];
  return (
    <Box as="section" aria-labelledby="firm" px="5" pt="6">
      <Flex gap="4" align="flex-end" wrap="wrap" mb="2">
        <Heading as="h2" id="firm" fontSize="17px">
          How firm the order is
        </Heading>
        <LabelledChoice
          label="Drawn with"
          width="210px"
          value={weights}
          onChange={(way) => {
            setWeights(way as WeightsDrawn);
            keep('firmness/weights', way);
          }}
          options={WAYS}
        />
      </Flex>
      {told === null ? (
        <Text color="inkSoft">Drawing …</Text>
      ) : (
        <Flex gap="8" wrap="wrap" align="flex-start">
          <Box flex="1" minW="340px">
            <PlainTable
              label="Shares of places"
              rows={order}
              rowKey={(i) => rows[i]!.id}
              columns={[
                { head: 'Candidate', names: true, cell: (i) => rows[i]!.name },
                { head: 'First', cell: (i) => <Share of={told.places.places[i]![0]!} /> },
                { head: 'Second', cell: (i) => percent(told.places.places[i]![1]!) },
                { head: 'Third', cell: (i) => percent(told.places.places[i]![2]!) },
                { head: 'Passes', cell: (i) => percent(told.places.passes[i]!) },
              ]}
            />
            <Text mt="1" fontSize="13px" color="inkSoft">
              Of {count(told.places.draws)} draws: open answers each as likely as the other, measured figures within
              their own intervals, weights as chosen above; an open gate fails as often as not
              {nobody > 0.005 && `, so that in ${percent(nobody)} nobody comes through`}.
            </Text>
          </Box>
          <Box flex="1" minW="340px" fontSize="13px">
            <Turns rows={rows} told={told} nameOf={nameOf} criterionName={criterionName} />
          </Box>
        </Flex>
      )}
    </Box>
  );
};

const Share = ({ of }: { of: number }) => (
  <Flex align="center" gap="2" justify="flex-end">
    <Box aria-hidden w="80px" h="6px" bg="rule">
      <Box h="6px" bg="aubergine" style={{ width: `${100 * of}%` }} />
    </Box>
    <b>{percent(of)}</b>
  </Flex>
);

const FEW = 6;
const Turns = ({
  rows,
  told: { turns },
  nameOf,
  criterionName,
}: {
  rows: readonly ScoredCandidate[];
  told: FirmnessTold;
  nameOf: (id: number) => string;
  criterionName: (key: string) => string;
}) => {
  const isOpen = ({ candidate, criterion }: { candidate: number; criterion: string }): boolean => {
    const of = rows.find((r) => r.id === candidate)?.score.criteria.find((c) => c.key === criterion);
    return of !== undefined && of.least < of.most;
  };
  // What nobody answered yet stands first: there is something to be done about it.
  const firsts = turns.answers
    .filter((a) => a.turns.some((t) => t !== 'first three'))
    .sort((a, b) => Number(isOpen(b)) - Number(isOpen(a)));
  const weights = [...turns.weights].sort((a, b) => Math.abs(Math.log(Math.max(a.times, 1e-3))) - Math.abs(Math.log(Math.max(b.times, 1e-3)))); // prettier-ignore
  const what = (t: 'passes' | 'fails' | 'first' | 'first three'): string =>
    t === 'first' ? 'the first place' : t === 'first three' ? 'the first three' : `whether it ${t}`;
  return (
    <>
      <Text fontWeight="700">A single answer would turn</Text>
      {firsts.length === 0 && (
        <Text color="inkSoft">Nothing: no single answer changes who is first or who passes.</Text>
      )}
      <Box as="ul" listStyleType="none">
        {firsts.slice(0, FEW).map((a) => (
          <li key={`${a.candidate}/${a.criterion}/${a.points}`}>
            {nameOf(a.candidate)}, <b>{criterionName(a.criterion)}</b>
            {isOpen(a) ? ' (open)' : ''} at {Math.round(10 * a.points) / 10} points: {a.turns.map(what).join(', ')}
          </li>
        ))}
        {firsts.length > FEW && (
          <Box as="li" color="inkSoft">
            and {firsts.length - FEW} more
          </Box>
        )}
      </Box>
      <Text fontWeight="700" mt="3">
        A single weight would turn
      </Text>
      {weights.length === 0 && <Text color="inkSoft">Nothing, from none to ten times what it is.</Text>}
      <Box as="ul" listStyleType="none">
        {weights.slice(0, FEW).map((w) => (
          <li key={`${w.criterion}/${w.times}`}>
            <b>{criterionName(w.criterion)}</b> × {w.times.toFixed(2)}:{' '}
            {w.turns
              .slice(0, 2)
              .map((t) => (t.what === 'first' ? `${nameOf(t.candidate)} is first` : `${nameOf(t.candidate)} ${t.what}`))
              .join(', ')}
          </li>
        ))}
      </Box>
    </>
  );
};
