import { Box, Button, Heading, Text } from '@chakra-ui/react';
import { useState } from 'react';
import type { KeptImport } from '@kettle/contract/sources';
import { useImportsQuery, useTakeAgainMutation, useTakeBackMutation } from '../../ground/api/sources.ts';
import { useMarket } from '../../ground/market/market.ts';
import { count, day } from '../../ground/ui/format.ts';
import { PlainTable } from '../../ground/ui/plain-table.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { useJob } from '../../ground/ui/use-job.ts';
import { IMPORT_KINDS } from './import-kinds.ts';

const NAMES = new Map<string, string>(IMPORT_KINDS);
const daysOf = ({ firstDay, lastDay }: KeptImport): string =>
  firstDay === null || lastDay === null
    ? '—'
    : firstDay === lastDay
      ? day(firstDay)
      : `${day(firstDay)} to ${day(lastDay)}`;

/** What was taken into a marketplace; each can be taken back, at any time, and in again. */
export const ImportsList = () => {
  const market = useMarket();
  const { data } = useImportsQuery({ params: { marketplace: market.id } });
  const [back, backState] = useTakeBackMutation();
  const [again, againState] = useTakeAgainMutation();
  const [jobId, setJobId] = useState<number | null>(null);
  const job = useJob(jobId);
  const runs = job !== undefined && (job.state === 'queued' || job.state === 'running');
  if (!data || data.length === 0) return null;
  const go = async (one: KeptImport): Promise<void> => {
    const { data: started } = await (one.takenBackAt === null ? back : again)({ params: { id: one.id } });
    if (started) setJobId(started.id);
  };
  return (
    <Box mt="3" fontSize="13px">
      <Heading as="h3" fontSize="14px" mb="1">
        Files taken in
      </Heading>
      <PlainTable
        label={`Files taken into ${market.name}`}
        maxHeight="320px"
        rows={data}
        rowKey={(i) => i.id}
        columns={[
          {
            head: 'File',
            names: true,
            cell: (i) => (
              <span title={i.message} style={i.takenBackAt === null ? {} : { textDecoration: 'line-through' }}>
                {i.name}
              </span>
            ),
          },
          { head: 'Holds', align: 'left', cell: (i) => NAMES.get(i.kind) ?? i.kind },
          { head: 'Of', align: 'left', cell: daysOf },
          { head: 'Taken in', align: 'left', cell: (i) => day(i.at.slice(0, 10)) },
          { head: 'Rows', cell: (i) => count(i.taken) },
          {
            head: 'To mend',
            cell: (i) =>
              i.troubled === 0 ? (
                ''
              ) : (
                <a href={`/api/imports/${i.id}/troubled.csv`} style={{ textDecoration: 'underline' }}>
                  {count(i.troubled)}
                </a>
              ),
          },
          {
            head: '',
            width: '130px',
            cell: (i) => (
              <Button
                size="2xs"
                variant="outline"
                disabled={runs}
                aria-label={`${i.takenBackAt === null ? 'Take back' : 'Take in again'} ${i.name}`}
                onClick={() => void go(i)}
              >
                {i.takenBackAt === null ? 'Take back' : 'Take in again'}
              </Button>
            ),
          },
        ]}
      />
      <ProblemNote error={backState.error ?? againState.error} />
      {job && (
        <Text role="status" mt="1" color={job.state === 'failed' ? 'brick' : runs ? 'inkSoft' : 'verdigris'}>
          {runs ? '' : job.state === 'done' ? '● ' : '■ '}
          {job.message}
        </Text>
      )}
    </Box>
  );
};
