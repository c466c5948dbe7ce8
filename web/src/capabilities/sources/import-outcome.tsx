import { Box, Button, Flex, Progress, Text } from '@chakra-ui/react';
import { useCancelJobMutation } from '../../ground/api/jobs.ts';
import { count } from '../../ground/ui/format.ts';
import { PlainTable } from '../../ground/ui/plain-table.tsx';
import { useJob } from '../../ground/ui/use-job.ts';

interface Changed {
  count: number;
  examples: { code: string; before: number; after: number | null; why: string }[];
}

/** How an import goes, and how it went. */
export const ImportOutcome = ({ id, onPutAway }: { id: number; onPutAway: () => void }) => {
  const job = useJob(id);
  const [cancel] = useCancelJobMutation();
  if (!job) return null;
  const refused = (job.result?.refused ?? []) as { line: number; reason: string }[];
  const leftOut = (job.result?.leftOut ?? []) as { line: number; column: string; reason: string }[];
  const changed = job.result?.changed as Changed | null | undefined;
  const open = job.state === 'queued' || job.state === 'running';
  return (
    <Box mt="3" role="status" fontSize="13px">
      {open && (
        <Flex align="center" gap="3" maxW="480px">
          <Progress.Root
            size="sm"
            flex="1"
            value={job.total > 0 ? (100 * job.done) / job.total : null}
            aria-label="Import"
          >
            <Progress.Track>
              <Progress.Range bg="aubergine" />
            </Progress.Track>
          </Progress.Root>
          <Text>{job.message || 'Waiting'}</Text>
          <Button size="2xs" variant="outline" onClick={() => void cancel({ params: { id } })}>
            Cancel
          </Button>
        </Flex>
      )}
      {!open && (
        <Flex gap="3" align="baseline" wrap="wrap">
          <Text color={job.state === 'done' ? 'verdigris' : 'brick'}>
            {job.state === 'done' ? '● ' : '■ '}
            {job.message}
          </Text>
          {(refused.length > 0 || leftOut.length > 0) && job.result?.import !== undefined && (
            <a href={`/api/imports/${Number(job.result.import)}/troubled.csv`} style={{ textDecoration: 'underline' }}>
              The troubled rows as a file, to be mended
            </a>
          )}
          <Button size="2xs" variant="outline" onClick={onPutAway}>
            Put away
          </Button>
        </Flex>
      )}
      {changed && changed.count > 0 && (
        <Box mt="2">
          <PlainTable
            label="Listings whose units changed much"
            maxHeight="320px"
            rows={changed.examples}
            rowKey={(c) => c.code}
            columns={[
              { head: 'Listing', names: true, cell: (c) => c.code },
              { head: 'Units a month before', cell: (c) => count(c.before) },
              { head: 'Now', cell: (c) => (c.after === null ? 'not known' : count(c.after)) },
              { head: 'Because', align: 'left', cell: (c) => c.why },
            ]}
          />
        </Box>
      )}
      {refused.length > 0 && (
        <Box mt="2">
          <PlainTable
            label="Refused lines"
            maxHeight="320px"
            rows={refused}
            rowKey={(_, i) => i}
            columns={[
              { head: 'Line', width: '80px', cell: (r) => r.line || '—' },
              { head: 'Refused because', align: 'left', cell: (r) => r.reason },
            ]}
          />
        </Box>
      )}
      {leftOut.length > 0 && (
        <Box mt="2">
          <Text color="inkSoft">These cells could not be read; the rest of their rows was taken.</Text>
          <PlainTable
            label="Cells left out"
            maxHeight="320px"
            rows={leftOut}
            rowKey={(_, i) => i}
            columns={[
              { head: 'Line', width: '80px', cell: (c) => c.line },
              { head: 'Column', align: 'left', cell: (c) => c.column },
              { head: 'Left out because', align: 'left', cell: (c) => c.reason },
            ]}
          />
        </Box>
      )}
    </Box>
  );
};
