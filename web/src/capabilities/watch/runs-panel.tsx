import { Box, Button, Checkbox, Flex, Heading, Text } from '@chakra-ui/react';
import type { KeptWatchPlan, WatchRun } from '@kettle/contract/watch';
import { STARTER_PLAN } from '@kettle/core/changes/watch-plan';
import { fieldsOf } from '@kettle/core/documents/shapes';
import { NEWS_KINDS, WatchPlan, WatchRules, type NewsKind } from '@kettle/core/documents/watch-rules';
import { daysBetween } from '@kettle/core/measures/day';
import {
  useKeepWatchGroupMutation,
  useKeepWatchPlanMutation,
  useRunNowMutation,
  useWatchPlanQuery,
  useWatchRunsQuery,
} from '../../ground/api/candidates.ts';
import { DocumentNumber } from '../../ground/form/document-number.tsx';
import { StaleNote, type Difference } from '../../ground/form/stale-note.tsx';
import { useKeptDocument, useKeptChanges } from '../../ground/form/use-kept-document.ts';
import { useMarket } from '../../ground/market/market.ts';
import { day } from '../../ground/ui/format.ts';
import { Mark } from '../../ground/ui/mark.tsx';
import { PlainTable } from '../../ground/ui/plain-table.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import type { Watched } from './use-watched.ts';

const PLAN_FIELDS = fieldsOf(WatchPlan);
const RULE_FIELDS = fieldsOf(WatchRules);
const KIND_NAMES: Record<NewsKind, string> = {
  level: 'units on another level',
  price: 'price',
  stock: 'stock ran out or came back',
  sellers: 'sellers came or went',
  holder: 'main offer changed hands',
  rating: 'rating',
  reviews: 'reviews in a burst',
  page: 'page changed',
  terms: 'places for terms',
};

/** When listings are read, from where on something is told, how long a candidate is watched; and what the runs brought. */
export const RunsPanel = ({ watched }: { watched: Watched }) => {
  const market = useMarket();
  const { currentData, error } = useWatchPlanQuery({ params: { marketplace: market.id } });
  const { only, groups } = watched;
  const group = only && 'group' in only ? groups.find((g) => g.id === only.group) : undefined;
  return (
    <Flex gap="10" wrap="wrap" align="flex-start">
      <Box flex="1" minW="300px" maxW="460px">
        <ProblemNote error={error} />
        {currentData && <Plan key={market.id} first={currentData} />}
        {currentData && group && <GroupRules key={group.id} group={group} ofMarket={currentData.plan.rules} />}
      </Box>
      <Box flex="1" minW="320px">
        <Runs />
      </Box>
    </Flex>
  );
};

const rulesDiffer = (mine: WatchRules, newer: WatchRules): Difference[] => [
  ...RULE_FIELDS.filter(({ key }) => mine[key] !== newer[key]).map(({ key, title }) => ({
    name: title,
    mine: String(mine[key]),
    newer: String(newer[key]),
  })),
  ...(JSON.stringify(mine.quiet) === JSON.stringify(newer.quiet)
    ? []
    : [{ name: 'Never told of', mine: mine.quiet.join(', '), newer: newer.quiet.join(', ') }]),
];

const Plan = ({ first }: { first: KeptWatchPlan }) => {
  const market = useMarket();
  const [keep, { error }] = useKeepWatchPlanMutation();
  const { draft, change, newer, takeNewer, keepMine } = useKeptDocument(`watch-plan/${market.id}`, first, (body) =>
    keep({ params: { marketplace: market.id }, body }),
  );
  const { plan } = draft;
  const set = (next: Partial<WatchPlan>): void => change((d) => ({ ...d, plan: { ...d.plan, ...next } }));
  return (
    <>
      <Heading as="h2" fontSize="16px">
        How {market.name} is watched
      </Heading>
      {newer ? (
        <StaleNote
          differences={[
            ...PLAN_FIELDS.filter(({ key }) => plan[key] !== newer.plan[key]).map(({ key, title }) => ({ name: title, mine: String(plan[key]), newer: String(newer.plan[key]) })), // prettier-ignore
            ...rulesDiffer(plan.rules, newer.plan.rules),
          ]}
          onMine={keepMine}
          onNewer={takeNewer}
        />
      ) : (
        <ProblemNote error={error} kept="What you typed is still here." />
      )}
      {!market.simulated && (
        <Checkbox.Root
          size="sm"
          mt="2"
          checked={plan.daily}
          onCheckedChange={({ checked }) => set({ daily: checked === true })}
        >
          <Checkbox.HiddenInput />
          <Checkbox.Control />
          <Checkbox.Label fontWeight="400">
            take stock of the day’s readings by itself, and look again while some are missing
          </Checkbox.Label>
        </Checkbox.Root>
      )}
      <Box mt="2" display="grid" gap="1">
        {PLAN_FIELDS.filter((f) => f.key !== 'hour' || !market.simulated).map(
          (field) =>
          <DocumentNumber key={field.key} field={field} value={plan[field.key]} onChange={(v) => set({ [field.key]: v })} />, // prettier-ignore
        )}
      </Box>
      <Heading as="h2" fontSize="16px" mt="5">
        From where on I am told
      </Heading>
      <Rules rules={plan.rules} onChange={(rules) => set({ rules })} />
      {JSON.stringify(plan.rules) !== JSON.stringify(STARTER_PLAN.rules) && (
        <Button size="2xs" variant="outline" mt="2" onClick={() => set({ rules: STARTER_PLAN.rules })}>
          Back to the starter values
        </Button>
      )}
      <Text mt="1" color="inkSoft" fontSize="13px">
        The starter values are common practice, nobody’s law. A group can have rules of its own: choose it on the left.
      </Text>
    </>
  );
};

const Rules = ({ rules, onChange }: { rules: WatchRules; onChange: (rules: WatchRules) => void }) => (
  <>
    <Box mt="2" display="grid" gap="1">
      {RULE_FIELDS.map(
        (field) =>
        <DocumentNumber key={field.key} field={field} value={rules[field.key]} onChange={(v) => onChange({ ...rules, [field.key]: v })} />, // prettier-ignore
      )}
    </Box>
    <Flex as="fieldset" gap="3" wrap="wrap" mt="2" fontSize="13px">
      <Text as="legend" fontSize="13px" color="inkSoft">
        Told of
      </Text>
      {NEWS_KINDS.map((kind) => (
        <Checkbox.Root
          key={kind}
          size="sm"
          checked={!rules.quiet.includes(kind)}
          onCheckedChange={({ checked }) =>
            onChange({
              ...rules,
              quiet: checked === true ? rules.quiet.filter((k) => k !== kind) : [...rules.quiet, kind],
            })
          }
        >
          <Checkbox.HiddenInput />
          <Checkbox.Control />
          <Checkbox.Label fontWeight="400">{KIND_NAMES[kind]}</Checkbox.Label>
        </Checkbox.Root>
      ))}
    </Flex>
  </>
);

type Group = Watched['groups'][number];

/** Rules of a group of its own, in the place of those of the marketplace. */
const GroupRules = ({ group, ofMarket }: { group: Group; ofMarket: WatchRules }) => {
  const market = useMarket();
  const [keep, { error }] = useKeepWatchGroupMutation();
  const changes = useKeptChanges<{ name: string; rules: WatchRules | null }>(group.version, (body) =>
    keep({ params: { marketplace: market.id, id: group.id }, body }),
  );
  const set = (rules: WatchRules | null): void => changes.keep({ name: group.name, rules });
  return (
    <Box mt="6" borderTopWidth="1px" borderColor="rule" pt="3">
      <Heading as="h2" fontSize="16px">
        {group.name}
      </Heading>
      {changes.stale ? (
        <StaleNote
          differences={rulesDiffer(changes.stale.body.rules ?? ofMarket, changes.stale.newer.rules ?? ofMarket)}
          onMine={changes.keepMine}
          onNewer={changes.takeNewer}
        />
      ) : (
        <ProblemNote error={error} />
      )}
      {group.rules === null ? (
        <Flex gap="3" align="center" mt="1">
          <Text color="inkSoft">The rules above hold for it.</Text>
          <Button size="2xs" variant="outline" onClick={() => set(ofMarket)}>
            Give it rules of its own
          </Button>
        </Flex>
      ) : (
        <>
          <Rules rules={group.rules} onChange={set} />
          <Button size="2xs" variant="outline" mt="2" onClick={() => set(null)}>
            Back to the rules above
          </Button>
        </>
      )}
    </Box>
  );
};

/** The log of daily runs; days on which none was made stand as gaps. */
const Runs = () => {
  const market = useMarket();
  const { data, error } = useWatchRunsQuery({ params: { marketplace: market.id } });
  const [run, running] = useRunNowMutation();
  return (
    <>
      <Flex gap="3" align="baseline" wrap="wrap">
        <Heading as="h2" fontSize="16px">
          Daily readings
        </Heading>
        <Text color="inkSoft" fontSize="13px">
          {data === undefined
            ? ''
            : data.next === null
              ? 'No next one: it is switched off.'
              : `The next one comes ${data.next}.`}
        </Text>
        {!market.simulated && (
          <Button
            size="2xs"
            variant="outline"
            loading={running.isLoading}
            onClick={() => void run({ params: { marketplace: market.id } })}
          >
            Take stock now
          </Button>
        )}
      </Flex>
      <ProblemNote error={error ?? running.error} />
      {data?.runs.length === 0 && (
        <Text color="inkSoft" mt="2">
          {market.simulated
            ? 'Nothing was read yet: move the hob on.'
            : 'No day yet. A file that falls into the folder named under Sources is the reading of its days; each day is written down here.'}
        </Text>
      )}
      {data && data.runs.length > 0 && (
        <PlainTable
          label="Daily readings"
          maxHeight="520px"
          rows={data.runs}
          rowKey={(r) => r.id}
          columns={[
            { head: 'Day', names: true, cell: (r, i) => <DayOf run={r} later={data.runs[i - 1]} /> },
            { head: 'Read', cell: (r) => `${r.read} of ${r.listings}` },
            { head: 'How it went', align: 'left', cell: (r) => <HowItWent run={r} /> },
          ]}
        />
      )}
    </>
  );
};

const DayOf = ({ run, later }: { run: WatchRun; later: WatchRun | undefined }) => {
  const market = useMarket();
  const gap = later && run.asked !== 'hob' ? daysBetween(run.day, later.day) - 1 : 0;
  return (
    <>
      {gap > 0 && (
        <Box color="inkSoft" fontWeight="400" fontSize="12px">
          {gap} {gap === 1 ? 'day' : 'days'} without a run
        </Box>
      )}
      {day(run.day, market.today)}
      <Box color="inkSoft" fontWeight="400" fontSize="12px">
        {run.asked === 'hob' ? 'by the hob' : run.asked}
      </Box>
    </>
  );
};

const HowItWent = ({ run }: { run: WatchRun }) => {
  const last = run.tries.at(-1);
  const filled = last !== undefined && run.read > last.read;
  return (
    <>
      <Mark
        kind={run.read >= run.listings ? 'holds' : run.state === 'asked' ? 'open' : 'care'}
        word={run.read >= run.listings ? 'complete' : run.state === 'asked' ? 'under way' : 'readings missing'}
      />
      {last?.message ?? 'Under way.'}
      {filled && ` ${run.read - last.read} came later.`}
      {run.tries.length > 1 && (
        <Box as="span" color="inkSoft">
          {' '}
          Tried {run.tries.length} times.
        </Box>
      )}
    </>
  );
};
