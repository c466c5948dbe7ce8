import { Box, Button, Flex, Input, NativeSelect, Text } from '@chakra-ui/react';
import { useEffect, useRef, useState } from 'react';
import type { ImportKind, Preview } from '@kettle/contract/sources';
import { useLookAtUploadMutation, useStartImportMutation } from '../../ground/api/sources.ts';
import { count } from '../../ground/ui/format.ts';
import { PlainTable } from '../../ground/ui/plain-table.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { IMPORT_KINDS } from './import-kinds.ts';
import { LabelledChoice } from '../../ground/ui/labelled-choice.tsx';

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
  repeats?: 'later' | 'first';
  /** It came from the marketplace's folder, where it has this number. */
  folder?: number;
}

interface WaitingProps {
  waiting: Waiting;
  marketplaceName: string;
  onChange: (waiting: Waiting) => void;
  onPutAway: () => void;
  onStarted: (job: number) => void;
  /** Called with each answer, so that all that wait can be taken in at once. */
  onLooked: (upload: number, preview: Preview) => void;
  /** What is known of it already. */
  first: Preview | null;
  /** Several wait: each shows in short first. */
  short: boolean;
}

/** What of a file's settings its answer stands on. */
const questionOf = ({ kind, sheet, mapping, dates }: Waiting): string =>
  JSON.stringify([kind, sheet, mapping ?? null, dates ?? '']);

/** A file that waits to be taken in: looked at anew whenever what is set for it changes, or when one comes back to it. */
export const WaitingFile = (props: WaitingProps) => {
  const { waiting, first, onPutAway, onLooked } = props;
  const { upload, marketplace, kind, sheet, mapping, dates } = waiting;
  const [look, { error, isLoading }] = useLookAtUploadMutation();
  /** The last answer stays while the next is on its way; what came with the file itself is the first. */
  const [seen, setSeen] = useState<{ of: string; preview: Preview } | null>(
    () => first && { of: `${kind}/${sheet}`, preview: first },
  );
  const asked = useRef(first ? questionOf(waiting) : '');
  const of = `${kind}/${sheet}`;
  const question = questionOf(waiting);
  useEffect(() => {
    if (asked.current === question) return;
    let gone = false;
    const body = { sheet, ...(mapping && { mapping: chosenOf(mapping) }), ...(dates && { dates }) };
    void look({ params: { marketplace, kind, upload }, body }).then(({ data }) => {
      if (gone || !data) return;
      asked.current = question;
      setSeen({ of: `${kind}/${sheet}`, preview: data });
      onLooked(upload, data);
    });
    return () => {
      gone = true;
    };
  }, [look, onLooked, marketplace, kind, upload, sheet, mapping, dates, question]);
  if (error)
    return (
      <Box mt="4" fontSize="13px">
        <ProblemNote error={error} kept="Nothing was taken in." />
        <Button size="2xs" variant="outline" onClick={onPutAway}>
          Put it away
        </Button>
      </Box>
    );
  if (seen?.of !== of)
    return (
      <Text mt="4" fontSize="13px" color="inkSoft">
        Looking through the file …
      </Text>
    );
  return <MappingStep key={of} {...props} preview={seen.preview} looking={isLoading} />;
};

/** Columns that are chosen; a field that is not in the file is left out. */
const chosenOf = (mapping: Record<string, string>): Record<string, string> =>
  Object.fromEntries(Object.entries(mapping).filter(([, column]) => column !== ''));

/** What a file is called where its rows state figures, unless it was said otherwise. */
const sourceOf = (waiting: Waiting, preview: Preview): string =>
  waiting.source ?? preview.source ?? preview.name.replace(/\.\w+$/, '');

export const lackingOf = (waiting: Waiting, preview: Preview): Preview['fields'] => {
  const mapping = waiting.mapping ?? preview.mapping;
  return preview.fields.filter((f) => f.required && !mapping[f.key]);
};

/** What is sent to take a file in as it is set. */
export const importOf = (waiting: Waiting, preview: Preview) => ({
  params: { marketplace: waiting.marketplace, kind: waiting.kind },
  body: {
    upload: preview.upload,
    mapping: chosenOf(waiting.mapping ?? preview.mapping),
    source: sourceOf(waiting, preview),
    sheet: waiting.sheet,
    ...((waiting.dates ?? preview.dates) && { dates: (waiting.dates ?? preview.dates) || undefined }),
    repeats: waiting.repeats ?? preview.repeats,
  },
});

const MappingStep = ({
  waiting,
  marketplaceName,
  preview,
  looking,
  short,
  onChange,
  onPutAway,
  onStarted,
}: WaitingProps & { preview: Preview; looking: boolean }) => {
  const { kind } = waiting;
  const mapping = waiting.mapping ?? preview.mapping;
  const source = sourceOf(waiting, preview);
  const dates = waiting.dates ?? preview.dates ?? '';
  const setMapping = (changed: Record<string, string>): void => onChange({ ...waiting, mapping: changed });
  const [start, { error, isLoading }] = useStartImportMutation();
  const go = async (): Promise<void> => {
    const result = await start(importOf(waiting, preview));
    if (result.data) onStarted(result.data.id);
  };
  const hasDates = preview.fields.some((f) => DATES.has(f.key) && mapping[f.key]);
  // Another kind has other fields: what was set for this one is not carried over.
  const turnTo = (change: Partial<Waiting>): void => {
    const { mapping: _, ...rest } = waiting;
    onChange({ ...rest, ...change });
  };
  const lacking = lackingOf(waiting, preview);
  const understood = new Map(preview.understood.map((u) => [u.key, u]));
  const byContents = new Set(waiting.mapping ? [] : preview.byContents);
  const doubtful =
    byContents.size > 0 ||
    lacking.length > 0 ||
    preview.check.refused > 0 ||
    preview.understood.some((u) => u.leftOut > 0);
  const [turned, setOpen] = useState<boolean | null>(null);
  const open = turned ?? (!short || doubtful);
  return (
    <Box mt="4" bg="paper" borderWidth="1px" borderColor="rule" borderRadius="l1" px="4" py="3" fontSize="13px">
      <Flex gap="3" align="flex-end" wrap="wrap">
        <Box flex="1" minW="260px" alignSelf="center">
          <Text>
            <b>{preview.name}</b> for {marketplaceName}: {count(preview.rows)} rows, {preview.columns.length} columns.{' '}
            {preview.remembered
              ? 'The columns are as they were set for an earlier file like it.'
              : doubtful
                ? 'Check which column is what.'
                : ''}
          </Text>
          {waiting.folder !== undefined && <Text color="inkSoft">It lies in the marketplace’s folder.</Text>}
          <CheckWords check={preview.check} rows={preview.rows} repeats={waiting.repeats ?? preview.repeats} />
        </Box>
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
        {short && (
          <Button size="sm" variant="outline" aria-expanded={open} onClick={() => setOpen(!open)}>
            {open ? 'Hide columns' : 'Columns'}
          </Button>
        )}
        <Button size="sm" variant="outline" aria-label={`Put ${preview.name} away`} onClick={onPutAway}>
          Put away
        </Button>
      </Flex>
      <Box mt="3" hidden={!open}>
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
                  {byContents.has(f.key) && (
                    <Text as="span" display="block" fontWeight="400" color="saffron">
                      ▲ by its cells, not its head
                    </Text>
                  )}
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
              width: '26%',
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
            {
              head: 'Understood as',
              align: 'left',
              cell: (f) => <Understood of={understood.get(f.key)} />,
            },
          ]}
        />
      </Box>
      <Flex hidden={!open} mt="3" gap="3" align="flex-end" wrap="wrap">
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
        {preview.check.repeated > 0 && (
          <LabelledChoice
            label="Of rows about the same"
            width="190px"
            value={waiting.repeats ?? preview.repeats}
            onChange={(value) => onChange({ ...waiting, repeats: value as 'later' | 'first' })}
            options={[
              ['later', 'the later row counts'],
              ['first', 'the first row counts'],
            ]}
          />
        )}
        <Button
          size="sm"
          colorPalette="aubergine"
          loading={isLoading || looking}
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

/** What the first cells of a column come to, and how many of all cells would be left out. */
const Understood = ({ of }: { of: Preview['understood'][number] | undefined }) =>
  of ? (
    <>
      {of.samples.join(' · ').slice(0, 120)}
      {of.leftOut > 0 && (
        <Text as="span" display="block" color="saffron">
          ▲ {count(of.leftOut)} {of.leftOut === 1 ? 'cell' : 'cells'} left out: {of.reason}
        </Text>
      )}
    </>
  ) : null;

/** What the rows come to as a whole. */
const CheckWords = ({
  check,
  rows,
  repeats,
}: {
  check: Preview['check'];
  rows: number;
  repeats: Preview['repeats'];
}) => {
  if (check.rows === 0) return null;
  const of = check.rows < rows ? `Of the first ${count(check.rows)} rows` : `Of ${count(rows)} rows`;
  const said = [
    ...(check.refused > 0 ? [`${count(check.refused)} would be refused`] : []),
    ...(check.repeated > 0 ? [`${count(check.repeated)} repeat an earlier one; the ${repeats} counts`] : []),
    ...(check.converted > 0 ? [`${count(check.converted)} sums would be converted by your rates`] : []),
  ];
  return (
    <Box mt="1" color={check.refused > 0 ? 'saffron' : 'verdigris'}>
      {said.length === 0 ? `● ${of} all can be taken in.` : `▲ ${of} ${said.join(', ')}.`}
      {[...check.reasons, ...check.repeats].map((reason) => (
        <Text key={reason} color="inkSoft">
          {reason}
        </Text>
      ))}
    </Box>
  );
};
