import { Box, Button, Flex, Input, NativeSelect, Text } from '@chakra-ui/react';
import { useEffect } from 'react';
import type { ImportKind, Preview } from '@kettle/contract/sources';
import { useLookAtUploadMutation, useStartImportMutation } from '../../ground/api/sources.ts';
import { count } from '../../ground/ui/format.ts';
import { PlainTable } from '../../ground/ui/plain-table.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { IMPORT_KINDS } from './import-kinds.ts';
import { LabelledChoice } from './labelled-choice.tsx';

/** Fields whose columns hold dates. */
const DATES: ReadonlySet<string> = new Set(['day', 'month', 'onSaleSince']);

/** A file that was sent, and what was set for it so far. */
export interface Waiting {
  upload: number;
  marketplace: string;
  kind: ImportKind;
  sheet: string | null;
  /** What was set by hand; nothing where it is as it was proposed. */
  mapping?: Record<string, string>;
  source?: string;
  dates?: '' | 'day-first' | 'month-first';
}

interface WaitingProps {
  waiting: Waiting;
  marketplaceName: string;
  onChange: (waiting: Waiting) => void;
  onPutAway: () => void;
  onStarted: (job: number) => void;
}

/** A file that waits to be taken in: looked at anew whenever its kind or sheet changes, or when one comes back to it. */
export const WaitingFile = (props: WaitingProps) => {
  const { waiting, onPutAway } = props;
  const { upload, marketplace, kind, sheet } = waiting;
  const [look, { data, error }] = useLookAtUploadMutation();
  useEffect(() => {
    void look({ params: { marketplace, kind, upload }, body: { sheet } });
  }, [look, marketplace, kind, upload, sheet]);
  if (error)
    return (
      <Box mt="4" fontSize="13px">
        <ProblemNote error={error} kept="Nothing was taken in." />
        <Button size="2xs" variant="outline" onClick={onPutAway}>
          Put it away
        </Button>
      </Box>
    );
  if (!data)
    return (
      <Text mt="4" fontSize="13px" color="inkSoft">
        Looking through the file …
      </Text>
    );
  return <MappingStep key={`${kind}/${sheet}`} {...props} preview={data} />;
};

const MappingStep = ({
  waiting,
  marketplaceName,
  preview,
  onChange,
  onPutAway,
  onStarted,
}: WaitingProps & { preview: Preview }) => {
  const { marketplace, kind } = waiting;
  const mapping = waiting.mapping ?? preview.mapping;
  const source = waiting.source ?? preview.name.replace(/\.\w+$/, '');
  const dates = waiting.dates ?? '';
  const setMapping = (changed: Record<string, string>): void => onChange({ ...waiting, mapping: changed });
  const [start, { error, isLoading }] = useStartImportMutation();
  const go = async (): Promise<void> => {
    const chosen = Object.fromEntries(Object.entries(mapping).filter(([, column]) => column !== ''));
    const result = await start({
      params: { marketplace, kind },
      body: {
        upload: preview.upload,
        mapping: chosen,
        source,
        sheet: waiting.sheet,
        ...(dates !== '' && { dates }),
      },
    });
    if (result.data) onStarted(result.data.id);
  };
  const hasDates = preview.fields.some((f) => DATES.has(f.key) && mapping[f.key]);
  // Another kind has other fields: what was set for this one is not carried over.
  const turnTo = (change: Partial<Waiting>): void => {
    const { mapping: _, ...rest } = waiting;
    onChange({ ...rest, ...change });
  };
  const lacking = preview.fields.filter((f) => f.required && !mapping[f.key]);
  return (
    <Box mt="4" bg="paper" borderWidth="1px" borderColor="rule" borderRadius="l1" p="4" fontSize="13px">
      <Flex gap="3" align="flex-end" wrap="wrap">
        <Text flex="1" minW="260px">
          <b>{preview.name}</b> for {marketplaceName}: {count(preview.rows)} rows, {preview.columns.length} columns.{' '}
          {preview.remembered
            ? 'The columns are as they were set for an earlier file like it.'
            : 'Check which column is what.'}
        </Text>
        {preview.sheets.length > 1 && (
          <LabelledChoice
            label="Sheet"
            width="200px"
            value={preview.sheet ?? ''}
            onChange={(sheet) => turnTo({ sheet })}
            options={preview.sheets.map((s) => [s, s] as const)}
          />
        )}
        <LabelledChoice
          label="What it holds"
          width="190px"
          value={kind}
          onChange={(value) => turnTo({ kind: value as ImportKind })}
          options={IMPORT_KINDS}
        />
        <Button size="sm" variant="outline" onClick={onPutAway}>
          Put away
        </Button>
      </Flex>
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
            onChange={(e) => onChange({ ...waiting, source: e.target.value })}
          />
        </label>
        {hasDates && (
          <label>
            Dates such as 03/04/2026
            <NativeSelect.Root size="xs" w="210px">
              <NativeSelect.Field
                value={dates}
                onChange={(e) => onChange({ ...waiting, dates: e.target.value as typeof dates })}
              >
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
