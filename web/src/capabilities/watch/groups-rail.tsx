import { Box, Button, Flex, Text } from '@chakra-ui/react';
import { X } from 'lucide-react';
import { useState } from 'react';
import type { GroupOfWatched, WatchedState } from '@kettle/contract/watch';
import {
  useAddWatchGroupMutation,
  useDropWatchGroupMutation,
  useKeepWatchGroupMutation,
  useRestoreWatchedMutation,
} from '../../ground/api/candidates.ts';
import { FieldRow, Form, SendButton, TextField, useKeptForm } from '../../ground/form/form.tsx';
import { useMarket } from '../../ground/market/market.ts';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import type { Only, Watched } from './use-watched.ts';

const same = (a: Only, b: Only): boolean => JSON.stringify(a) === JSON.stringify(b);

/** Groups and labels of watched listings, each with how many of its listings have news. */
export const GroupsRail = ({ watched }: { watched: Watched }) => {
  const { all = [], groups, changed, morning } = watched;
  const labels = [...new Set(all.flatMap((w) => w.labels))].sort((a, b) => a.localeCompare(b));
  const news = (of: (w: (typeof all)[number]) => boolean): number => all.filter((w) => changed.has(w.code) && of(w)).length; // prettier-ignore
  const row = (name: string, only: Only, n: number, marks = '') => (
    <Entry
      key={name + JSON.stringify(only)}
      name={name}
      marks={marks}
      n={n}
      current={same(watched.only, only)}
      onChoose={() => watched.choose(only)}
    />
  );
  const stale = morning?.stale.length ?? 0;
  const [naming, setNaming] = useState(false);
  return (
    <Box fontSize="13px">
      <Flex align="baseline" justify="space-between" hideBelow="lg">
        <Text color="inkSoft">Group</Text>
        <Text color="inkSoft">with news</Text>
      </Flex>
      <Flex
        as="ul"
        aria-label="Groups and labels"
        listStyleType="none"
        direction={{ base: 'row', lg: 'column' }}
        wrap="wrap"
        columnGap="4"
        borderTopWidth={{ base: 0, lg: '1px' }}
        borderColor="rule"
      >
        {row('All', null, changed.size)}
        {groups.map((g) =>
          row(
            `${g.name} (${g.listings})`,
            { group: g.id },
            news((w) => w.group === g.id),
          ),
        )}
        {groups.length > 0 &&
          row(
            'In no group',
            { which: 'none' },
            news((w) => w.group === null),
          )}
        {labels.map((l) =>
          row(
            `Label: ${l}`,
            { label: l },
            news((w) => w.labels.includes(l)),
          ),
        )}
        {stale > 0 && row('not read', { which: 'stale' }, stale, '▲ ')}
      </Flex>
      {naming ? (
        <NewGroup watched={watched} onDone={() => setNaming(false)} />
      ) : (
        <Button size="2xs" variant="outline" mt="2" onClick={() => setNaming(true)}>
          New group
        </Button>
      )}
      <ChosenGroup key={JSON.stringify(watched.only)} watched={watched} />
    </Box>
  );
};

const Entry = ({
  name,
  marks,
  n,
  current,
  onChoose,
}: {
  name: string;
  marks: string;
  n: number;
  current: boolean;
  onChoose: () => void;
}) => (
  <Box as="li" borderBottomWidth={{ base: 0, lg: '1px' }} borderColor="rule">
    <Flex
      asChild
      w="full"
      justify="space-between"
      gap="2"
      py="1.5"
      textAlign="left"
      cursor="pointer"
      fontWeight={current ? 700 : 400}
      color={marks ? 'saffron' : current ? 'aubergine' : 'ink'}
    >
      <button type="button" aria-pressed={current} onClick={onChoose}>
        <span>
          {marks && <span aria-hidden>{marks}</span>}
          {name}
        </span>
        <span>{n > 0 ? n : ''}</span>
      </button>
    </Flex>
  </Box>
);

const NewGroup = ({ watched, onDone }: { watched: Watched; onDone: () => void }) => {
  const market = useMarket();
  const [add] = useAddWatchGroupMutation();
  const form = useKeptForm(`new-watch-group/${market.id}`, { name: '' }, async ({ name }) => {
    const { data, error } = await add({ params: { marketplace: market.id }, body: { name } });
    if (data) {
      watched.choose({ group: data.id });
      onDone();
    }
    return { error };
  });
  return (
    <Box mt="2">
      <Form of={form}>
        <FieldRow>
          <TextField
            name="name"
            label="Name of the group"
            unseenLabel
            placeholder="Name of the group"
            maxLength={80}
            required
            autoFocus
          />
          <SendButton quiet empty="name">
            Make it
          </SendButton>
        </FieldRow>
      </Form>
    </Box>
  );
};

/** What can be done with the group that is looked at: named anew, or removed with a way back. */
const ChosenGroup = ({ watched }: { watched: Watched }) => {
  const { only, groups } = watched;
  const group = only && 'group' in only ? groups.find((g) => g.id === only.group) : undefined;
  const [gone, setGone] = useState<{ name: string; before: WatchedState[] } | null>(null);
  const market = useMarket();
  const params = { marketplace: market.id };
  const [drop, dropping] = useDropWatchGroupMutation();
  const [add] = useAddWatchGroupMutation();
  const [restore] = useRestoreWatchedMutation();
  const remove = async (of: GroupOfWatched): Promise<void> => {
    const { data } = await drop({ params: { ...params, id: of.id } });
    if (data) setGone({ name: of.name, before: data.before });
  };
  const bringBack = async (): Promise<void> => {
    const { data } = await add({ params, body: { name: gone!.name } });
    if (!data) return;
    if (gone!.before.length > 0)
      await restore({ params, body: { states: gone!.before.map((s) => ({ ...s, group: data.id })) } });
    setGone(null);
    watched.choose({ group: data.id });
  };
  return (
    <Box mt="2">
      <ProblemNote error={dropping.error} />
      {gone && (
        <Flex role="status" gap="2" align="center" wrap="wrap">
          <span>
            Group “{gone.name}” removed; its {gone.before.length} listings stay watched.
          </span>
          <Button size="2xs" variant="outline" onClick={() => void bringBack()}>
            Bring it back
          </Button>
        </Flex>
      )}
      {group && !gone && <NameOfGroup key={group.version} group={group} onRemove={() => void remove(group)} />}
    </Box>
  );
};

const NameOfGroup = ({ group, onRemove }: { group: GroupOfWatched; onRemove: () => void }) => {
  const market = useMarket();
  const [keep] = useKeepWatchGroupMutation();
  const form = useKeptForm(`watch-group/${group.id}/${group.version}`, { name: group.name }, async ({ name }) => {
    const { error } = await keep({
      params: { marketplace: market.id, id: group.id },
      body: { name, rules: group.rules, version: group.version },
    });
    return { error, then: { name } };
  });
  return (
    <Form of={form}>
      <TextField name="name" label="Name of this group" unseenLabel maxLength={80} required width="100%" />
      <Flex gap="2" mt="1">
        <SendButton quiet>Rename</SendButton>
        <Button size="2xs" variant="outline" aria-label={`Remove the group ${group.name}`} onClick={onRemove}>
          <X size={12} aria-hidden /> Remove
        </Button>
      </Flex>
    </Form>
  );
};
