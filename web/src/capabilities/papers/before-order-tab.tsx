import { Box, Button, Flex, Input, Skeleton, Text } from '@chakra-ui/react';
import type { Candidate } from '@kettle/contract/candidates';
import type { BeforeOrder, BeforeOrderLine } from '@kettle/core/documents/before-order';
import { daysOf } from '@kettle/core/launch/before-order';
import { daysBetween } from '@kettle/core/measures/day';
import { useBeforeOrderQuery, useKeepBeforeOrderMutation } from '../../ground/api/papers.ts';
import { StaleNote, type Difference } from '../../ground/form/stale-note.tsx';
import { MergedNote } from '../../ground/form/merged-note.tsx';
import { useKeptDocument } from '../../ground/form/use-kept-document.ts';
import { useMarket } from '../../ground/market/market.ts';
import { count, day } from '../../ground/ui/format.ts';
import { Mark } from '../../ground/ui/mark.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { useUndoKey } from '../../ground/ui/use-undo-key.ts';
import { OrderLine } from './order-line.tsx';

interface Kept {
  document: BeforeOrder;
  version: number;
}

/** What is to be done before goods are ordered: by whom, after what, in how long, and when the order can go out. */
export default function BeforeOrderTab({ candidate }: { candidate: Candidate }) {
  const { currentData: kept, error } = useBeforeOrderQuery({ params: { id: candidate.id } });
  if (error)
    return (
      <Box px="5">
        <ProblemNote error={error} />
      </Box>
    );
  if (!kept) return <Skeleton m="5" h="300px" />;
  return <List key={candidate.id} id={candidate.id} kept={kept} />;
}

const List = ({ id, kept }: { id: number; kept: Kept }) => {
  const market = useMarket();
  const [send, { error }] = useKeepBeforeOrderMutation();
  const list = useKeptDocument<Kept>(`before-order/${id}`, kept, (body) => send({ params: { id }, body }));
  useUndoKey(() => list.undo?.());
  const { document } = list.draft;
  const { lines } = document;
  const plan = daysOf(document, market.today);
  const put = (part: Partial<BeforeOrder>): void =>
    list.change((d) => ({ ...d, document: { ...d.document, ...part } }));
  const change = (key: string, part: Partial<BeforeOrderLine>): void =>
    list.change((d) => ({
      ...d,
      document: { ...d.document, lines: d.document.lines.map((l) => (l.key === key ? { ...l, ...part } : l)) },
    }));
  const remove = (key: string): void =>
    put({
      lines: lines
        .filter((l) => l.key !== key)
        .map((l) => (l.after.includes(key) ? { ...l, after: l.after.filter((a) => a !== key) } : l)),
    });
  const from = document.begins !== null && document.begins > market.today ? document.begins : market.today;
  const span = plan ? Math.max(1, daysBetween(from, plan.ready)) : 1;
  const open = lines.filter((l) => l.done === null);
  return (
    <Box px="5" py="4" fontSize="13px">
      <Flex gap="4" align="center" wrap="wrap" mb="2">
        <Box flex="1" minW="300px" aria-live="polite">
          <Text as="h2" fontFamily="heading" fontWeight="700" fontSize="16px">
            {plan === null
              ? 'These wait for each other in a circle'
              : open.length === 0 && lines.length > 0
                ? 'All is done: the order can go out'
                : lines.length === 0
                  ? 'Nothing is on the list'
                  : `The order can go out on ${day(plan.ready, market.today)}, ${count(span)} ${span === 1 ? 'day' : 'days'} ahead`}
          </Text>
          <Text color="inkSoft">
            {plan === null
              ? 'Take one “after” away, and days can be told again. It is kept once they can.'
              : `${plan.done} of ${lines.length} done. What decides the day is marked ▲; the others may wait as long as their thin line. Days are usual ones (common practice, no source): put yours in their place.`}
          </Text>
        </Box>
        <Flex as="label" align="center" gap="2" color="inkSoft">
          Not begun before
          <Input
            type="date"
            size="xs"
            w="136px"
            bg="paper"
            value={document.begins ?? ''}
            onChange={(e) => put({ begins: e.target.value || null })}
          />
        </Flex>
        <Button size="xs" variant="outline" bg="paper" onClick={() => put({ lines: [...lines, ownLine(lines)] })}>
          Add a line
        </Button>
        {list.undo && (
          <Button size="xs" variant="ghost" onClick={list.undo}>
            Undo
          </Button>
        )}
      </Flex>
      <MergedNote times={list.merged} />
      {list.newer ? (
        <StaleNote
          differences={listsDiffer(lines, list.newer.document.lines)}
          onMine={list.keepMine}
          onNewer={list.takeNewer}
        />
      ) : (
        <ProblemNote error={error} kept="What you typed is still here." />
      )}
      <Box as="ol" aria-label="Before you order" listStyleType="none">
        {lines.map((line, at) => {
          const days = plan?.lines[at];
          return (
            <OrderLine
              key={line.key}
              line={line}
              others={lines.filter((l) => l.key !== line.key)}
              days={days}
              today={market.today}
              bar={
                days && line.done === null
                  ? {
                      from: daysBetween(from, days.begins) / span,
                      to: daysBetween(from, days.ends) / span,
                      slack: (days.slack ?? 0) / span,
                    }
                  : null
              }
              onChange={(part) => change(line.key, part)}
              onRemove={() => remove(line.key)}
            />
          );
        })}
      </Box>
      {plan === null && (
        <Text mt="2">
          <Mark kind="fails" />A line cannot wait for one that waits for it.
        </Text>
      )}
    </Box>
  );
};

const ownLine = (lines: readonly BeforeOrderLine[]): BeforeOrderLine => ({
  key: `own-${1 + Math.max(0, ...lines.map((l) => Number(/^own-(\d+)$/.exec(l.key)?.[1] ?? 0)))}`,
  what: '',
  who: '',
  days: 7,
  after: [],
  note: '',
  done: null,
});

const listsDiffer = (mine: readonly BeforeOrderLine[], newer: readonly BeforeOrderLine[]): Difference[] => {
  const words = (l: BeforeOrderLine | undefined): string =>
    l ? [l.what, l.who, `${l.days} days`, l.done ? `done ${l.done}` : 'open', l.note].filter(Boolean).join(' · ') : 'no such line'; // prettier-ignore
  return [...new Map([...mine, ...newer].map((l) => [l.key, l.what]))]
    .map(([key, what]) => ({
      name: what || 'A line of my own',
      mine: words(mine.find((l) => l.key === key)),
      newer: words(newer.find((l) => l.key === key)),
    }))
    .filter((d) => d.mine !== d.newer);
};
