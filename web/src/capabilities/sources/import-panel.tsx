import { Box, Button, FileUpload, Flex, Heading, Text } from '@chakra-ui/react';
import { useCallback, useEffect, useState } from 'react';
import type { FolderFile } from '@kettle/contract/folder';
import type { ImportKind, Marketplace, Preview } from '@kettle/contract/sources';
import { useLeaveFileMutation } from '../../ground/api/folder.ts';
import { usePreviewImportMutation, useStartImportMutation } from '../../ground/api/sources.ts';
import { keep, kept } from '../../ground/state/kept.ts';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { IMPORT_KINDS } from './import-kinds.ts';
import { FolderPanel } from './folder-panel.tsx';
import { ImportOutcome } from './import-outcome.tsx';
import { useOwnDocuments } from './own-documents.ts';
import { filesOfPaste } from './pasted.ts';
import { importOf, lackingOf, WaitingFile, type Waiting } from './waiting-file.tsx';
import { LabelledChoice } from '../../ground/ui/labelled-choice.tsx';

/** Files that were sent but not taken in yet, and imports whose outcome was not put away: they outlast going away. */
const WAITING = 'sources/waiting';
const OUTCOMES = 'sources/outcomes';
const MOST_OUTCOMES = 20;
/** Kinds of files in the order in which they stand on each other. */
const ORDER: readonly ImportKind[] = [
  'rates',
  'listings',
  'readings',
  'months',
  'counts',
  'reviews',
  'terms',
  'positions',
  'clicks',
  'quotes',
];

/** Takes files in: dropped, chosen or pasted; each shows what it was understood as before anything is kept. */
export const ImportPanel = ({ marketplaces }: { marketplaces: Marketplace[] }) => {
  const [marketplace, setMarketplace] = useState(marketplaces[0]!.id);
  const [kind, setKind] = useState<ImportKind | ''>('');
  const [waiting, setWaiting] = useState<Waiting[]>(() => kept<Waiting[]>(WAITING) ?? []);
  const [outcomes, setOutcomes] = useState<number[]>(() => kept<number[]>(OUTCOMES) ?? []);
  useEffect(() => keep(WAITING, waiting.length > 0 ? waiting : null), [waiting]);
  useEffect(() => keep(OUTCOMES, outcomes.length > 0 ? outcomes : null), [outcomes]);
  /** The file field is made anew for each next files. */
  const [round, setRound] = useState(0);
  const [faults, setFaults] = useState<{ name: string; error: unknown }[]>([]);
  const [previews, setPreviews] = useState<Record<number, Preview>>({});
  const looked = useCallback(
    (upload: number, preview: Preview) => setPreviews((all) => ({ ...all, [upload]: preview })),
    [],
  );
  const ready = waiting
    .filter((w) => previews[w.upload] && lackingOf(w, previews[w.upload]!).length === 0)
    .toSorted((a, b) => ORDER.indexOf(a.kind) - ORDER.indexOf(b.kind));
  const [start, { error: startProblem, isLoading: starting }] = useStartImportMutation();
  const started = (upload: number, job: number): void => {
    setWaiting((all) => all.filter((w) => w.upload !== upload));
    setOutcomes((all) => [job, ...all].slice(0, MOST_OUTCOMES));
  };
  const takeAll = async (): Promise<void> => {
    for (const file of ready) {
      const { data } = await start(importOf(file, previews[file.upload]!));
      if (!data) return;
      started(file.upload, data.id);
    }
  };
  /** What waits in the folder waits here as well, until it changes or is gone there. */
  const fromFolder = useCallback((of: string, files: readonly FolderFile[]): void => {
    setWaiting((all) => {
      const there = files.filter((f) => f.state === 'waiting' && f.upload !== null);
      const stay = all.filter(
        (w) => w.folder === undefined || w.marketplace !== of || there.some((f) => f.upload === w.upload),
      );
      const come = there
        .filter((f) => !all.some((w) => w.upload === f.upload))
        .map((f) => ({ upload: f.upload!, marketplace: of, kind: f.kind ?? 'listings', sheet: null, folder: f.id }));
      return stay.length === all.length && come.length === 0 ? all : [...stay, ...come];
    });
  }, []);
  const [leave] = useLeaveFileMutation();
  const putAway = (file: Waiting): void => {
    setWaiting((all) => all.filter((w) => w.upload !== file.upload));
    if (file.folder !== undefined) void leave({ params: { marketplace: file.marketplace, id: file.folder } });
  };
  const [documents, setDocuments] = useState<string[]>([]);
  const takeDocument = useOwnDocuments();
  const [send, { isLoading }] = usePreviewImportMutation();
  const take = useCallback(
    async (files: readonly File[]): Promise<void> => {
      setFaults([]);
      setDocuments([]);
      for (const file of files) {
        const document = await takeDocument(file, marketplace);
        if (document) {
          if ('error' in document) setFaults((all) => [...all, { name: file.name, error: document.error }]);
          else setDocuments((all) => [...all, document.sentence]);
          continue;
        }
        const { data, error } = await send({
          params: { marketplace, kind: kind === '' ? 'any' : kind },
          query: { name: file.name.slice(0, 255) },
          body: file as unknown as string,
        });
        if (error) setFaults((all) => [...all, { name: file.name, error }]);
        if (!data) continue;
        looked(data.upload, data);
        setWaiting((all) => [...all, { upload: data.upload, marketplace, kind: data.kind, sheet: data.sheet }]);
      }
      setRound((n) => n + 1);
    },
    [kind, marketplace, send, takeDocument, looked],
  );
  useEffect(() => {
    const onPaste = (event: ClipboardEvent): void => {
      const isField = (event.target as Element | null)?.closest?.('input, textarea, select');
      const files = isField || !event.clipboardData ? [] : filesOfPaste(event.clipboardData);
      if (files.length === 0) return;
      event.preventDefault();
      void take(files);
    };
    document.addEventListener('paste', onPaste);
    return () => document.removeEventListener('paste', onPaste);
  }, [take]);
  return (
    <Box as="section" mt="4">
      <Heading as="h2" fontSize="16px" mb="2">
        Take in files
      </Heading>
      <Flex gap="3" align="flex-end" wrap="wrap" fontSize="13px" mb="2">
        <LabelledChoice
          label="Marketplace"
          width="200px"
          value={marketplace}
          onChange={setMarketplace}
          options={marketplaces.map((m) => [m.id, m.name] as const)}
        />
        <LabelledChoice
          label="What they hold"
          width="220px"
          value={kind}
          onChange={(value) => setKind(value as ImportKind | '')}
          options={[['', 'as their columns show'], ...IMPORT_KINDS]}
        />
      </Flex>
      <FileUpload.Root
        key={round}
        maxFiles={50}
        w="100%"
        alignItems="stretch"
        onFileAccept={({ files }) => void take(files)}
      >
        <FileUpload.HiddenInput aria-label="Files" />
        {/* Files are dropped on it; the button in it is what is pressed. */}
        <FileUpload.Dropzone
          role="group"
          aria-label="Take in files"
          tabIndex={-1}
          disableClick
          minH="84px"
          py="3"
          bg="paper"
          borderWidth="1px"
          borderStyle="dashed"
          borderColor="rule"
          borderRadius="l1"
          fontSize="13px"
        >
          <Flex gap="3" align="center" wrap="wrap" justify="center">
            <Box as="span" color="inkSoft">
              Drop files here, paste a table (Ctrl+V), or
            </Box>
            <FileUpload.Trigger asChild>
              <Button size="sm" variant="outline" bg="paper" loading={isLoading}>
                Choose files
              </Button>
            </FileUpload.Trigger>
          </Flex>
          <Text color="inkSoft" mt="1">
            CSV and other text, XLSX, ODS, JSON; packed by gzip or zip as well. Nothing of a table is kept before you
            say so; fee schedules, rank curves and scoresheets in their own format go in at once.
          </Text>
        </FileUpload.Dropzone>
      </FileUpload.Root>
      {marketplaces.map((m) => (
        <FolderPanel key={m.id} marketplace={m} shown={m.id === marketplace} onFiles={fromFolder} />
      ))}
      {documents.map((sentence) => (
        <Text key={sentence} role="status" fontSize="13px" color="verdigris">
          ● {sentence}
        </Text>
      ))}
      {faults.map(({ name, error }) => (
        <Box key={name} fontSize="13px">
          <ProblemNote error={error} kept={`Nothing of “${name}” was taken in.`} />
        </Box>
      ))}
      {waiting.length > 1 && (
        <Flex mt="3" gap="3" align="center" fontSize="13px" wrap="wrap">
          <Button
            size="sm"
            colorPalette="aubergine"
            disabled={ready.length === 0 || starting}
            onClick={() => void takeAll()}
          >
            Take{' '}
            {ready.length === waiting.length
              ? `all ${waiting.length} files`
              : `${ready.length} of ${waiting.length} files`}{' '}
            in
          </Button>
          <Text color="inkSoft">In the order in which they stand on each other: listings first.</Text>
          <ProblemNote error={startProblem} kept="That file and those after it still wait." />
        </Flex>
      )}
      {waiting.map((file) => (
        <WaitingFile
          short={waiting.length > 1}
          onLooked={looked}
          key={file.upload}
          waiting={file}
          marketplaceName={marketplaces.find((m) => m.id === file.marketplace)?.name ?? file.marketplace}
          onChange={(changed) => setWaiting((all) => all.map((w) => (w.upload === changed.upload ? changed : w)))}
          first={previews[file.upload] ?? null}
          onPutAway={() => putAway(file)}
          onStarted={(id) => started(file.upload, id)}
        />
      ))}
      {outcomes.map((id) => (
        <ImportOutcome key={id} id={id} onPutAway={() => setOutcomes((all) => all.filter((o) => o !== id))} />
      ))}
    </Box>
  );
};
