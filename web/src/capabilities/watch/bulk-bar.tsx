import { Box, Button, Flex, Input, NativeSelect } from '@chakra-ui/react';
import { useState } from 'react';
import { Link } from 'react-router';
import type { WatchedListing, WatchedState } from '@kettle/contract/watch';
import { useChangeWatchedMutation, useRestoreWatchedMutation } from '../../ground/api/candidates.ts';
import { useMarket } from '../../ground/market/market.ts';
import { useAppDispatch } from '../../ground/state/dispatch.ts';
import { count } from '../../ground/ui/format.ts';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { useUndoKey } from '../../ground/ui/use-undo-key.ts';
import { putIn } from '../tray/tray-slice.ts';
import type { Watched } from './use-watched.ts';

type Change = { group?: number | null; add?: string[]; remove?: string[]; stop?: boolean };

/** What can be done with many watched listings at once; each change can be taken back. */
export const BulkBar = ({
  watched: { groups, shown },
  chosen,
  onAll,
  onDone,
}: {
  watched: Watched;
  chosen: readonly WatchedListing[];
  onAll: () => void;
  onDone: () => void;
}) => {
  const market = useMarket();
  const params = { marketplace: market.id };
  const dispatch = useAppDispatch();
  const [change, { error }] = useChangeWatchedMutation();
  const [restore, restoring] = useRestoreWatchedMutation();
  const [label, setLabel] = useState('');
  const [last, setLast] = useState<{ words: string; before: WatchedState[] } | null>(null);
  const codes = chosen.map((w) => w.code);
  const n = `${count(codes.length)} ${codes.length === 1 ? 'listing' : 'listings'}`;
  const go = async (body: Change, words: string): Promise<void> => {
    const { data } = await change({ params, body: { codes, ...body } });
    if (!data) return;
    setLast({ words, before: data.before });
    setLabel('');
    if (body.stop) onDone();
  };
  const undo = (): void => {
    if (!last || last.before.length === 0) return;
    void restore({ params, body: { states: last.before } }).then(({ data }) => data && setLast(null));
  };
  useUndoKey(undo);
  const labels = [...new Set(chosen.flatMap((w) => w.labels))].sort((a, b) => a.localeCompare(b));
  return (
    <Flex gap="2" align="center" wrap="wrap" mb="2" minH="30px" fontSize="13px" flexShrink={0}>
      <Button size="2xs" variant="outline" onClick={onAll} disabled={shown.length === 0}>
        {chosen.length > 0 && chosen.length === shown.length ? 'Choose none' : `Choose all ${count(shown.length)}`}
      </Button>
      {codes.length === 0 ? (
        <Box color="inkSoft">Choose listings (m on a row) to group, label, compare or stop many at once.</Box>
      ) : (
        <>
          <b>{n}</b>
          <NativeSelect.Root size="xs" w="150px">
            <NativeSelect.Field
              bg="paper"
              aria-label="Put into a group"
              value=""
              onChange={({ target: { value } }) => {
                const group = value === 'none' ? null : Number(value);
                const name = groups.find((g) => g.id === group)?.name;
                void go({ group }, name ? `${n} put into ${name}.` : `${n} taken out of their group.`);
              }}
            >
              <option value="" disabled>
                Put into …
              </option>
              {groups.map((g) => (
                <option key={g.id} value={g.id}>
                  {g.name}
                </option>
              ))}
              <option value="none">no group</option>
            </NativeSelect.Field>
            <NativeSelect.Indicator />
          </NativeSelect.Root>
          <form
            style={{ display: 'flex', gap: 4 }}
            onSubmit={(e) => {
              e.preventDefault();
              if (label.trim()) void go({ add: [label.trim()] }, `${n} labelled ${label.trim()}.`);
            }}
          >
            <Input
              size="xs"
              w="110px"
              bg="paper"
              aria-label="Label"
              placeholder="label"
              maxLength={40}
              value={label}
              onChange={(e) => setLabel(e.target.value)}
            />
            <Button size="2xs" variant="outline" type="submit" disabled={label.trim() === ''}>
              Label
            </Button>
          </form>
          {labels.slice(0, 4).map((l) => (
            <Button
              key={l}
              size="2xs"
              variant="outline"
              aria-label={`Take the label ${l} off`}
              onClick={() => void go({ remove: [l] }, `${l} taken off ${n}.`)}
            >
              {' '}
              − {l}
            </Button>
          ))}
          <Button size="2xs" variant="outline" asChild>
            <Link to={`/${market.id}/watched/chart?pick=${encodeURIComponent(codes.slice(0, 8).join(','))}`}>
              Side by side
            </Link>
          </Button>
          <Button size="2xs" variant="outline" onClick={() => dispatch(putIn({ marketplace: market.id, codes }))}>
            To the tray
          </Button>
          <Button
            size="2xs"
            variant="outline"
            onClick={() => void go({ stop: true }, `${n} not watched any more; readings stay.`)}
          >
            Stop watching
          </Button>
        </>
      )}
      {last && (
        <Flex role="status" gap="2" align="center" ml="auto">
          {last.words}
          <Button size="2xs" variant="outline" loading={restoring.isLoading} onClick={undo}>
            Undo
          </Button>
        </Flex>
      )}
      <ProblemNote error={error ?? restoring.error} />
    </Flex>
  );
};
