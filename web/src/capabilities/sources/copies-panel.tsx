import { Box, Button, FileUpload, Flex, Heading, Text } from '@chakra-ui/react';
import { useState } from 'react';
import type { CopyRule } from '@kettle/contract/archive';
import {
  useBringInMutation,
  useCopiesQuery,
  useKeepCopyMutation,
  useSetCopyRuleMutation,
} from '../../ground/api/archive.ts';
import { day } from '../../ground/ui/format.ts';
import { PlainTable } from '../../ground/ui/plain-table.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { useJob } from '../../ground/ui/use-job.ts';
import { LabelledChoice } from '../../ground/ui/labelled-choice.tsx';

const KEEPS = [3, 7, 14, 30, 90];
const megabytes = (bytes: number): string =>
  bytes < 100_000 ? `${Math.max(1, Math.round(bytes / 1000))} kB` : `${(bytes / 1_000_000).toFixed(1)} MB`;

/** The workspace as one file: taken away, kept by a rule, brought in. */
export const CopiesPanel = () => {
  const { data, error } = useCopiesQuery({ params: {} });
  const [setRule, ruleState] = useSetCopyRuleMutation();
  const [keepNow, keepState] = useKeepCopyMutation();
  const [bringIn, bringState] = useBringInMutation();
  const [jobId, setJobId] = useState<number | null>(null);
  const [round, setRound] = useState(0);
  const job = useJob(jobId);
  const runs = job !== undefined && (job.state === 'queued' || job.state === 'running');
  const change = (part: Partial<CopyRule>): void => {
    if (data) void setRule({ params: {}, body: { ...data.rule, ...part } });
  };
  const bring = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    const { data: started } = await bringIn({
      params: {},
      query: { name: file.name.slice(0, 255) },
      body: file as unknown as string,
    });
    if (started) setJobId(started.id);
    setRound((n) => n + 1);
  };
  return (
    <Box as="section" mt="8" fontSize="13px">
      <Heading as="h2" fontSize="16px" mb="1">
        Copies of the workspace
      </Heading>
      <Text color="inkSoft" mb="2">
        One file holds all that is yours: marketplaces, files taken in, candidates, costings, scoresheets. It opens in
        any program that reads zip and JSON, and goes in again here or on another machine, beside what is there.
      </Text>
      <Flex gap="3" align="flex-end" wrap="wrap">
        <Button size="sm" variant="outline" asChild>
          <a href="/api/workspace/archive.zip" download>
            Take a copy away
          </a>
        </Button>
        <FileUpload.Root
          key={round}
          accept=".zip,application/zip"
          maxFiles={1}
          w="auto"
          onFileAccept={({ files }) => void bring(files[0])}
        >
          <FileUpload.HiddenInput aria-label="Copy of a workspace" />
          <FileUpload.Trigger asChild>
            <Button size="sm" variant="outline" loading={bringState.isLoading || runs}>
              Bring a copy in
            </Button>
          </FileUpload.Trigger>
        </FileUpload.Root>
        {data?.possible && (
          <>
            <LabelledChoice
              label="Keep one by itself"
              width="150px"
              value={data.rule.every}
              onChange={(every) => change({ every: every as CopyRule['every'] })}
              options={[
                ['never', 'never'],
                ['day', 'each day'],
                ['week', 'each week'],
              ]}
            />
            <LabelledChoice
              label="Of these, hold"
              width="150px"
              value={String(data.rule.keep)}
              onChange={(keep) => change({ keep: Number(keep) })}
              options={[...new Set([...KEEPS, data.rule.keep])]
                .sort((a, b) => a - b)
                .map((n) => [String(n), `the newest ${n}`] as const)}
            />
            <Button
              size="sm"
              variant="outline"
              loading={keepState.isLoading}
              onClick={() => void keepNow({ params: {} })}
            >
              Keep one now
            </Button>
          </>
        )}
      </Flex>
      <ProblemNote
        error={error ?? ruleState.error ?? keepState.error ?? bringState.error}
        kept="The workspace is as it was."
      />
      {job && (
        <Text role="status" mt="2" color={job.state === 'failed' ? 'brick' : runs ? 'inkSoft' : 'verdigris'}>
          {runs ? '' : job.state === 'done' ? '● ' : '■ '}
          {job.message}
          {job.state === 'failed' ? ' The workspace is as it was.' : ''}
        </Text>
      )}
      {data && data.copies.length > 0 && (
        <Box mt="2" maxW="560px">
          <PlainTable
            label="Copies that are kept"
            maxHeight="200px"
            rows={data.copies}
            rowKey={(c) => c.name}
            columns={[
              {
                head: 'Copy',
                names: true,
                cell: (c) => (
                  <a
                    href={`/api/workspace/copies/${encodeURIComponent(c.name)}`}
                    download={c.name}
                    style={{ textDecoration: 'underline' }}
                  >
                    {c.name}
                  </a>
                ),
              },
              { head: 'Of', align: 'left', cell: (c) => day(c.day) },
              { head: 'Size', cell: (c) => megabytes(c.size) },
            ]}
          />
        </Box>
      )}
    </Box>
  );
};
