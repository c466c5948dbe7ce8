import { Box, Button, FileUpload, Flex, Heading, NativeSelect, Progress, Text, Input } from '@chakra-ui/react';
import { useState } from 'react';
import type { ImportKind, Marketplace, Preview } from '@kettle/contract/sources';
import { useCancelJobMutation } from '../../ground/api/jobs.ts';
import { usePreviewImportMutation, useStartImportMutation } from '../../ground/api/sources.ts';
import { count } from '../../ground/ui/format.ts';
import { PlainTable } from '../../ground/ui/plain-table.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { useJob } from '../../ground/ui/use-job.ts';

/** Takes a CSV in: choose, see which column is what, correct it, and read what was refused and why. */
export const ImportPanel = ({ marketplaces }: { marketplaces: Marketplace[] }) => {
  const [marketplace, setMarketplace] = useState(marketplaces[0]!.id);
  const [kind, setKind] = useState<ImportKind>('listings');
  const [preview, setPreview] = useState<Preview | null>(null);
  const [jobId, setJobId] = useState<number | null>(null);
  /** The file field holds one file: it is made anew for each next one. */
  const [round, setRound] = useState(0);
  const [send, { error, isLoading }] = usePreviewImportMutation();
  const take = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    setJobId(null);
    const result = await send({ params: { marketplace, kind }, query: { name: file.name }, body: await file.text() });
    setPreview(result.data ?? null);
    setRound((n) => n + 1);
  };
  const again = (): void => setPreview(null);
  return (
    <Box as="section" mt="8">
      <Heading as="h2" fontSize="16px" mb="2">
        Take in a file
      </Heading>
      <Flex gap="3" align="flex-end" wrap="wrap" fontSize="13px">
        <label>
          Marketplace
          <NativeSelect.Root size="sm" w="200px">
            <NativeSelect.Field
              bg="paper"
              value={marketplace}
              onChange={(e) => (setMarketplace(e.target.value), again())}
            >
              {marketplaces.map((m) => (
                <option key={m.id} value={m.id}>
                  {m.name}
                </option>
              ))}
            </NativeSelect.Field>
            <NativeSelect.Indicator />
          </NativeSelect.Root>
        </label>
        <label>
          What it holds
          <NativeSelect.Root size="sm" w="180px">
            <NativeSelect.Field
              bg="paper"
              value={kind}
              onChange={(e) => (setKind(e.target.value as ImportKind), again())}
            >
              <option value="listings">listings</option>
              <option value="reviews">reviews</option>
              <option value="counts">stock counts of my own</option>
            </NativeSelect.Field>
            <NativeSelect.Indicator />
          </NativeSelect.Root>
        </label>
        <FileUpload.Root
          key={round}
          accept=".csv,text/csv,text/plain"
          maxFiles={1}
          w="auto"
          onFileAccept={({ files }) => void take(files[0])}
        >
          <FileUpload.HiddenInput aria-label="CSV file" />
          <FileUpload.Trigger asChild>
            <Button size="sm" variant="outline" bg="paper" loading={isLoading}>
              Choose a CSV file
            </Button>
          </FileUpload.Trigger>
        </FileUpload.Root>
      </Flex>
      <ProblemNote error={error} kept="Nothing was taken in." />
      {preview && (
        <MappingStep
          key={preview.upload}
          marketplace={marketplace}
          kind={kind}
          preview={preview}
          onStarted={(id) => (setJobId(id), again())}
        />
      )}
      {jobId !== null && <Outcome id={jobId} />}
    </Box>
  );
};

/** Fields whose columns hold dates. */
const DATES: ReadonlySet<string> = new Set(['day', 'onSaleSince']);

const MappingStep = ({
  marketplace,
  kind,
  preview,
  onStarted,
}: {
  marketplace: string;
  kind: ImportKind;
  preview: Preview;
  onStarted: (job: number) => void;
}) => {
  const [mapping, setMapping] = useState(preview.mapping);
  const [source, setSource] = useState(preview.name.replace(/\.\w+$/, ''));
  const [dates, setDates] = useState<'' | 'day-first' | 'month-first'>('');
  const [start, { error, isLoading }] = useStartImportMutation();
  const go = async (): Promise<void> => {
    const chosen = Object.fromEntries(Object.entries(mapping).filter(([, column]) => column !== ''));
    const result = await start({
      params: { marketplace, kind },
      body: { upload: preview.upload, mapping: chosen, source, ...(dates !== '' && { dates }) },
    });
    if (result.data) onStarted(result.data.id);
  };
  const hasDates = preview.fields.some((f) => DATES.has(f.key) && mapping[f.key]);
  const lacking = preview.fields.filter((f) => f.required && !mapping[f.key]);
  return (
    <Box mt="4" bg="paper" borderWidth="1px" borderColor="rule" borderRadius="l1" p="4" fontSize="13px">
      <Text>
        <b>{preview.name}</b>: {count(preview.rows)} rows, {preview.columns.length} columns. Check which column is what.
      </Text>
      <Box mt="3">
        <PlainTable
          label="Columns of the file"
          rows={preview.fields}
          rowKey={(f) => f.key}
          columns={[
            {
              head: 'Field',
              names: true,
              cell: (f) => (
                <span title={f.explanation} style={{ fontWeight: f.required ? 700 : 400 }}>
                  {f.name}
                  {f.required ? ' (needed)' : ''}
                </span>
              ),
            },
            {
              head: 'Column of the file',
              align: 'left',
              cell: (f) => (
                <NativeSelect.Root size="xs" w="200px">
                  <NativeSelect.Field
                    aria-label={`Column for ${f.name}`}
                    value={mapping[f.key] ?? ''}
                    onChange={(e) => setMapping({ ...mapping, [f.key]: e.target.value })}
                  >
                    <option value="">not in the file</option>
                    {preview.columns.map((c) => (
                      <option key={c} value={c}>
                        {c}
                      </option>
                    ))}
                  </NativeSelect.Field>
                  <NativeSelect.Indicator />
                </NativeSelect.Root>
              ),
            },
            {
              head: 'In its first rows',
              align: 'left',
              cell: (f) => (
                <Box as="span" color="inkSoft">
                  {mapping[f.key]
                    ? preview.sample
                        .slice(0, 3)
                        .map((r) => r[mapping[f.key]!] || '(empty)')
                        .join(' · ')
                        .slice(0, 120)
                    : ''}
                </Box>
              ),
            },
          ]}
        />
      </Box>
      <Flex mt="3" gap="3" align="flex-end" wrap="wrap">
        <label>
          Source, as it will be named beside stated figures
          <Input
            display="block"
            size="xs"
            w="280px"
            value={source}
            maxLength={200}
            onChange={(e) => setSource(e.target.value)}
          />
        </label>
        {hasDates && (
          <label>
            Dates such as 03/04/2026
            <NativeSelect.Root size="xs" w="210px">
              <NativeSelect.Field value={dates} onChange={(e) => setDates(e.target.value as typeof dates)}>
                <option value="">as the whole column shows</option>
                <option value="day-first">the day stands first</option>
                <option value="month-first">the month stands first</option>
              </NativeSelect.Field>
              <NativeSelect.Indicator />
            </NativeSelect.Root>
          </label>
        )}
        <Button
          size="sm"
          colorPalette="aubergine"
          loading={isLoading}
          disabled={lacking.length > 0 || source.trim() === ''}
          onClick={() => void go()}
        >
          Take {count(preview.rows)} rows in
        </Button>
        {lacking.length > 0 && <Text color="brick">■ Still needed: {lacking.map((f) => f.name).join(', ')}.</Text>}
      </Flex>
      <ProblemNote error={error} kept="The file and the columns are as you set them." />
    </Box>
  );
};

interface Changed {
  count: number;
  examples: { code: string; before: number; after: number | null; why: string }[];
}

const Outcome = ({ id }: { id: number }) => {
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
        <Text color={job.state === 'done' ? 'verdigris' : 'brick'}>
          {job.state === 'done' ? '● ' : '■ '}
          {job.message}
        </Text>
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
