import { Box, Button, Flex, Heading, Input, NativeSelect, Skeleton, Text, Textarea } from '@chakra-ui/react';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import type { KeptScoresheet, ScoredCandidate } from '@kettle/contract/shortlist';
import type { Criterion, Gate, Scoresheet } from '@kettle/core/documents/scoresheet';
import { mostPointsOf } from '@kettle/core/score/scoresheet';
import { scoresheetFault } from '@kettle/core/score/scoresheet-fault';
import { STARTER_SCORESHEETS } from '@kettle/core/score/starter-scoresheets';
import {
  useAddScoresheetMutation,
  useKeepScoresheetMutation,
  useScoreMeasuresQuery,
  useScoresheetQuery,
  useScoresheetVersionsQuery,
  useStandingQuery,
  useTryScoresheetMutation,
} from '../../ground/api/candidates.ts';
import { SmallNumber } from '../../ground/form/small-number.tsx';
import { newerOf } from '../../ground/form/use-kept-document.ts';
import { useMarket } from '../../ground/market/market.ts';
import { keep, kept } from '../../ground/state/kept.ts';
import { LabelledChoice } from '../../ground/ui/labelled-choice.tsx';
import { Mark } from '../../ground/ui/mark.tsx';
import { PlainTable } from '../../ground/ui/plain-table.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { ScoresheetsPanel } from './scoresheets-panel.tsx';
import { CriterionEditor, GateEditor, newCriterion, newGate, type Spreads } from './criterion-editor.tsx';

export { ScoresheetPage as Component };

const GROUPS: readonly (readonly [Criterion['group'], string])[] = [
  ['demand', 'Demand'],
  ['competition', 'Competition'],
  ['money', 'Money'],
  ['product', 'The product'],
  ['means', 'Your means'],
];

/** The scoresheet in use, to be made one's own; before a change is kept, what it would do to the standing stands beside it. */
const ScoresheetPage = () => {
  const market = useMarket();
  const { currentData, error } = useScoresheetQuery({ params: {} }, { refetchOnMountOrArgChange: true });
  return (
    <Box px="5" py="4">
      <title>{`Scoresheet – Cold Kettle`}</title>
      <Flex gap="4" align="baseline" wrap="wrap">
        <Heading as="h1" fontSize="22px">
          Your scoresheet
        </Heading>
        <Link to={`/${market.id}/shortlist`} style={{ textDecoration: 'underline' }}>
          To the standing
        </Link>
      </Flex>
      <ProblemNote error={error} />
      {currentData ? <Editor key={currentData.id} inUse={currentData} /> : <Skeleton h="300px" mt="4" />}
      <ScoresheetsPanel />
    </Box>
  );
};

const useDraft = (inUse: KeptScoresheet) => {
  const place = `typed/scoresheet/${inUse.id}`;
  const [draft, set] = useState<Scoresheet>(() => kept<Scoresheet>(place) ?? inUse.document);
  const change = (next: Scoresheet): void => {
    set(next);
    keep(place, JSON.stringify(next) === JSON.stringify(inUse.document) ? null : next);
  };
  return { draft, change, isChanged: JSON.stringify(draft) !== JSON.stringify(inUse.document) };
};

const TRY_AFTER_MS = 400;

const Editor = ({ inUse }: { inUse: KeptScoresheet }) => {
  const market = useMarket();
  const params = { marketplace: market.id };
  const { draft, change, isChanged } = useDraft(inUse);
  const fault = scoresheetFault(draft);
  const { data: measures } = useScoreMeasuresQuery({ params });
  const [save, saving] = useKeepScoresheetMutation();
  const [add, adding] = useAddScoresheetMutation();
  const newer = newerOf<{ document: Scoresheet }>(saving.error);
  const spreads: Spreads = (measure) => ({
    candidates: (measures?.candidates ?? []).flatMap((c) => {
      const value = c.values[measure];
      return value == null ? [] : [{ name: c.name, value }];
    }),
    catalogue: measures?.catalogue[measure] ?? [],
  });
  const keepIt = async (version: number): Promise<void> => {
    const { data } = await save({ params: { id: inUse.id }, body: { document: draft, version } });
    if (data) keep(`typed/scoresheet/${inUse.id}`, null);
  };
  const setGate = (i: number, gate: Gate | null): void =>
    change({
      ...draft,
      gates: gate === null ? draft.gates.filter((_, k) => k !== i) : draft.gates.map((g, k) => (k === i ? gate : g)),
    });
  const setCriterion = (key: string, criterion: Criterion | null): void =>
    change({
      ...draft,
      criteria:
        criterion === null
          ? draft.criteria.filter((c) => c.key !== key)
          : draft.criteria.map((c) => (c.key === key ? criterion : c)),
    });
  const move = (key: string, by: number): void => {
    const from = draft.criteria.findIndex((c) => c.key === key);
    const to = from + by;
    if (to < 0 || to >= draft.criteria.length) return;
    const criteria = [...draft.criteria];
    const [moved] = criteria.splice(from, 1);
    criteria.splice(to, 0, moved!);
    change({ ...draft, criteria });
  };
  return (
    <Flex gap="8" wrap="wrap" align="flex-start" mt="3">
      <Box flex="2" minW="420px">
        <Flex gap="4" wrap="wrap" align="flex-end">
          <label>
            Name
            <Input
              size="sm"
              w="220px"
              bg="paper"
              value={draft.name}
              maxLength={120}
              onChange={(e) => change({ ...draft, name: e.target.value })}
            />
          </label>
          <Box fontSize="13px">
            Pass mark{' '}
            <SmallNumber
              label="Pass mark"
              width="60px"
              value={draft.passMark}
              show={String}
              fault={(v) => (v < 0 ? 'Not below 0.' : null)}
              onChange={(passMark) => change({ ...draft, passMark })}
            />{' '}
            of {mostPointsOf(draft)} points; judged answers are old after{' '}
            <SmallNumber
              label="Days after which a judged answer is old"
              width="52px"
              value={draft.goodForDays ?? 180}
              show={String}
              fault={(v) => (Number.isInteger(v) && v >= 1 && v <= 3650 ? null : 'Whole days, 1 to 3650.')}
              onChange={(goodForDays) => change({ ...draft, goodForDays })}
            />{' '}
            days
          </Box>
          <LabelledChoice
            label="Begin anew from"
            width="200px"
            value=""
            onChange={(name) => {
              const starter = STARTER_SCORESHEETS.find((s) => s.name === name);
              if (starter) change({ ...starter, name: draft.name });
            }}
            options={[['', 'choose a starter'], ...STARTER_SCORESHEETS.map((s) => [s.name, s.name] as const)]}
          />
        </Flex>
        <Textarea
          mt="2"
          size="sm"
          rows={2}
          bg="paper"
          aria-label="For whom it is"
          placeholder="For whom it is, and why it is as it is"
          value={draft.note ?? ''}
          maxLength={600}
          onChange={(e) => change({ ...draft, note: e.target.value })}
        />
        <Heading as="h2" fontSize="16px" mt="5">
          Gates
        </Heading>
        {draft.gates.map((gate, i) => (
          <GateEditor key={gate.key} gate={gate} spreads={spreads} onChange={(g) => setGate(i, g)} />
        ))}
        <Button
          size="2xs"
          variant="outline"
          mt="2"
          onClick={() => change({ ...draft, gates: [...draft.gates, newGate(draft)] })}
        >
          One gate more
        </Button>
        {GROUPS.map(([group, name]) => (
          <Box key={group} as="section" mt="5">
            <Heading as="h2" fontSize="16px">
              {name}
            </Heading>
            {draft.criteria
              .filter((c) => c.group === group)
              .map((c) => (
                <CriterionEditor
                  key={c.key}
                  criterion={c}
                  spreads={spreads}
                  onChange={(next) => setCriterion(c.key, next)}
                  onMove={(by) => move(c.key, by)}
                />
              ))}
            <Button
              size="2xs"
              variant="outline"
              mt="2"
              onClick={() => change({ ...draft, criteria: [...draft.criteria, newCriterion(draft, group)] })}
            >
              One question more
            </Button>
          </Box>
        ))}
      </Box>
      <Box flex="1" minW="330px" position={{ base: 'static', xl: 'sticky' }} top="4" alignSelf="flex-start">
        <Heading as="h2" fontSize="16px">
          What it would do
        </Heading>
        {fault && (
          <Text role="alert" color="brick">
            ■ {fault}
          </Text>
        )}
        <Effect draft={draft} inUse={inUse} isChanged={isChanged && fault === null} />
        {newer ? (
          <Box role="alert" mt="2">
            <Text>It was changed in another window since you opened it.</Text>
            <Flex gap="2" mt="1">
              <Button size="xs" variant="outline" onClick={() => void keepIt(newer.version)}>
                Keep mine as the newest version
              </Button>
              <Button size="xs" variant="outline" onClick={() => change(newer.document)}>
                Take what was kept there
              </Button>
            </Flex>
          </Box>
        ) : (
          <ProblemNote error={saving.error ?? adding.error} kept="What you changed is still here." />
        )}
        <Flex gap="2" mt="3" wrap="wrap">
          <Button
            size="sm"
            colorPalette="aubergine"
            disabled={!isChanged || fault !== null}
            loading={saving.isLoading}
            onClick={() => void keepIt(inUse.version)}
          >
            Keep it as a version
          </Button>
          <Button
            size="sm"
            variant="outline"
            disabled={fault !== null || draft.name === inUse.document.name}
            loading={adding.isLoading}
            onClick={() => void add({ params: {}, body: { document: draft } })}
          >
            Keep it beside, as “{draft.name.slice(0, 24)}”
          </Button>
          <Button size="sm" variant="outline" disabled={!isChanged} onClick={() => change(inUse.document)}>
            Undo all changes
          </Button>
        </Flex>
        <Versions id={inUse.id} onTake={change} />
      </Box>
    </Flex>
  );
};

/** The standing as it is beside what the draft would make of it. */
const Effect = ({ draft, inUse, isChanged }: { draft: Scoresheet; inUse: KeptScoresheet; isChanged: boolean }) => {
  const market = useMarket();
  const { data: now } = useStandingQuery({ params: { marketplace: market.id } });
  const [tryIt] = useTryScoresheetMutation();
  const [tried, setTried] = useState<readonly ScoredCandidate[] | null>(null);
  useEffect(() => {
    if (!isChanged) return;
    let stopped = false;
    const timer = setTimeout(() => {
      void tryIt({ params: { marketplace: market.id }, body: { document: draft, answersOf: inUse.id } }).then(
        ({ data }) => data && !stopped && setTried(data),
      );
    }, TRY_AFTER_MS);
    return () => {
      stopped = true;
      clearTimeout(timer);
    };
  }, [draft, inUse.id, isChanged, market.id, tryIt]);
  if (!now) return null;
  if (now.length === 0) return <Text color="inkSoft">There is no candidate yet that it could be tried on.</Text>;
  const then = isChanged ? (tried ?? now) : now;
  const placeIn = (rows: readonly ScoredCandidate[], id: number): number =>
    rows.filter((c) => c.stage !== 'dropped').findIndex((c) => c.id === id) + 1;
  const points = ({ score }: ScoredCandidate): string => (score.least === score.most ? String(score.least) : `${score.least}–${score.most}`); // prettier-ignore
  return (
    <PlainTable
      label="What it would do to the standing"
      rows={then}
      rowKey={(c) => c.id}
      lookOf={(c) => (c.stage === 'dropped' ? 'quiet' : undefined)}
      columns={[
        {
          head: 'Place',
          cell: (c) => {
            const [was, is] = [placeIn(now, c.id), placeIn(then, c.id)];
            return is === 0 || c.score.verdict === 'ruled out' ? '–' : was === is ? is : `${was} → ${is}`;
          },
        },
        { head: 'Candidate', align: 'left', names: true, cell: (c) => c.name },
        {
          head: 'Points',
          cell: (c) => {
            const before = now.find((n) => n.id === c.id)!;
            return points(before) === points(c) ? points(c) : `${points(before)} → ${points(c)}`;
          },
        },
        {
          head: 'Verdict',
          align: 'left',
          cell: (c) => {
            const before = now.find((n) => n.id === c.id)!.score.verdict;
            const { verdict } = c.score;
            return (
              <>
                <Mark kind={verdict === 'passes' ? 'holds' : verdict === 'open' ? 'open' : 'fails'} word={verdict} />
                {before === verdict ? verdict : `${before} → ${verdict}`}
              </>
            );
          },
        },
      ]}
    />
  );
};

/** Earlier versions, each to be looked at and taken up again as a change. */
const Versions = ({ id, onTake }: { id: number; onTake: (document: Scoresheet) => void }) => {
  const { data = [] } = useScoresheetVersionsQuery({ params: { id } });
  const [chosen, setChosen] = useState('');
  if (data.length < 2) return null;
  return (
    <Box mt="5" fontSize="13px">
      <label>
        Earlier versions
        <NativeSelect.Root size="sm" w="260px">
          <NativeSelect.Field
            bg="paper"
            value={chosen}
            onChange={(e) => {
              setChosen(e.target.value);
              const version = data.find((v) => String(v.version) === e.target.value);
              if (version) onTake(version.document);
            }}
          >
            <option value="">take one up again …</option>
            {data.slice(1).map((v) => (
              <option key={v.version} value={v.version}>
                {v.madeAt.slice(0, 16)}
              </option>
            ))}
          </NativeSelect.Field>
          <NativeSelect.Indicator />
        </NativeSelect.Root>
      </label>
    </Box>
  );
};
