import { Box, Button, FileUpload, Flex, Text } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { FeeSchedule as Schema, feeScheduleOfToday, type FeeSchedule } from '@kettle/core/documents/fee-schedule';
import { scheduleFaults } from '@kettle/core/fees/faults';
import { fileNameOf } from '@kettle/core/listing/words';
import { useFeeScheduleQuery } from '../../ground/api/costing.ts';
import { useRemoveScheduleMutation, useTakeScheduleMutation } from '../../ground/api/marketplaces.ts';
import { useMarket } from '../../ground/market/market.ts';
import { day } from '../../ground/ui/format.ts';
import { LabelledChoice } from '../../ground/ui/labelled-choice.tsx';
import { Mark } from '../../ground/ui/mark.tsx';
import { NarrowPage } from '../../ground/ui/narrow-page.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { saveBlob } from '../../ground/ui/save-picture.ts';
import { emptySchedule, useScheduleDraft } from './draft.ts';
import { FeeExample } from './fee-example.tsx';
import { ScheduleCompare } from './schedule-compare.tsx';
import { ScheduleEditor } from './schedule-editor.tsx';
import { SchedulePicture } from './schedule-picture.tsx';

export { FeesPage as Component };

/** The fee schedules of a marketplace: one is looked at and typed, its versions stand side by side by their days. */
const FeesPage = () => {
  const market = useMarket();
  const [parameters, setParameters] = useSearchParams();
  const versions = market.schedules.toSorted((a, b) => (a.validFrom < b.validFrom ? 1 : -1));
  const inForce = versions.find((s) => s.validFrom <= market.today);
  const asked = parameters.get('version');
  const id =
    asked === 'new'
      ? null
      : (versions.find((s) => String(s.id) === asked)?.id ?? inForce?.id ?? versions[0]?.id ?? null);
  const { currentData, error } = useFeeScheduleQuery({ params: { id: id ?? 0 } }, { skip: id === null });
  const open = (version: string): void => setParameters({ version }, { replace: true });
  return (
    <NarrowPage
      title={`Fees of ${market.name}`}
      tab={`Fees of ${market.name}`}
      lead="What the marketplace takes of a sale, as you read it in its own pages. A version is in force from its day on; a costing keeps the one it was begun with."
      error={error}
    >
      <Flex gap="3" align="flex-end" wrap="wrap" mt="3">
        {versions.length > 0 && (
          <LabelledChoice
            label="Version"
            width="420px"
            value={id === null ? 'new' : String(id)}
            onChange={open}
            options={[
              ...versions.map(
                (s) =>
                  [
                    String(s.id),
                    `${s.name}, from ${day(s.validFrom)}${s.id === inForce?.id ? ' (in force)' : ''}`,
                  ] as const,
              ),
              ...(id === null ? [['new', 'a new one'] as const] : []),
            ]}
          />
        )}
        <Button size="sm" variant="outline" disabled={id === null} onClick={() => open('new')}>
          Begin an empty one
        </Button>
      </Flex>
      {(id === null || currentData) && (
        <Version
          key={`${market.id}/${id ?? 'new'}`}
          id={id}
          first={id === null ? emptySchedule(market) : currentData!}
          onKept={(kept) => open(String(kept))}
          onRemoved={() => setParameters({}, { replace: true })}
        />
      )}
    </NarrowPage>
  );
};

const Version = ({
  id,
  first,
  onKept,
  onRemoved,
}: {
  id: number | null;
  first: FeeSchedule;
  onKept: (id: number) => void;
  onRemoved: () => void;
}) => {
  const market = useMarket();
  const { draft, isChanged, change, take, leave } = useScheduleDraft(`${market.id}/${id ?? 'new'}`, first);
  const [keepIt, kept] = useTakeScheduleMutation();
  const [remove, removed] = useRemoveScheduleMutation();
  const [fault, setFault] = useState<string | null>(null);
  const faults = useMemo(() => scheduleFaults(draft), [draft]);
  const fails = faults.filter((f) => f.kind === 'fails');
  const isNameless =
    draft.name.trim() === '' ||
    draft.sizeClasses.some((c) => c.name.trim() === '') ||
    [...draft.commission, ...draft.fixedFees].some((r) => r.category.trim() === '');
  const replaced = market.schedules.find((s) => s.validFrom === draft.validFrom);
  const send = async (): Promise<void> => {
    const { data } = await keepIt({ params: { marketplace: market.id }, body: draft });
    if (!data) return;
    leave();
    onKept(data.id);
  };
  const open = async (file: File): Promise<void> => {
    setFault(null);
    try {
      const found = feeScheduleOfToday(JSON.parse(await file.text())) as FeeSchedule;
      if (found?.format !== Schema.properties.format.const || !Array.isArray(found.sizeClasses)) throw new Error();
      take({ ...found, currency: market.currency });
      if (found.currency !== market.currency)
        setFault(`The file reckons in ${found.currency}: its figures stand here as ${market.currency}.`);
    } catch {
      setFault(`“${file.name}” is no fee schedule of the format cold-kettle/fee-schedule.`);
    }
  };
  return (
    <>
      <Flex columnGap="12" rowGap="6" wrap="wrap" align="flex-start" mt="4">
        <Box flex="1.5 1 520px" minW="0">
          <ScheduleEditor schedule={draft} faults={faults} onChange={change} />
        </Box>
        <Box flex="1 1 340px" minW="0" fontSize="13px" position="sticky" top="4">
          <Box aria-live="polite" mb="4">
            {faults.length === 0 ? (
              <Text>
                <Mark kind="holds" />
                Nothing contradicts itself.
              </Text>
            ) : (
              <Text>
                <Mark kind={fails.length > 0 ? 'fails' : 'care'} />
                {fails.length > 0
                  ? `${fails.length} ${fails.length === 1 ? 'place contradicts' : 'places contradict'} the rest: they are marked where they stand.`
                  : `${faults.length} to look at, marked where they stand.`}
              </Text>
            )}
          </Box>
          <FeeExample schedule={draft} />
          <Box mt="6">
            <SchedulePicture schedule={draft} />
          </Box>
        </Box>
      </Flex>
      <Flex gap="2" mt="6" align="center" wrap="wrap">
        <Button
          size="sm"
          colorPalette="aubergine"
          loading={kept.isLoading}
          disabled={fails.length > 0 || isNameless || (id !== null && !isChanged)}
          onClick={() => void send()}
        >
          {replaced ? 'Keep it in the place of this day’s' : 'Keep it as a version of its own'}
        </Button>
        <Button size="sm" variant="outline" disabled={!isChanged} onClick={leave}>
          Leave the changes
        </Button>
        <Button
          size="sm"
          variant="outline"
          onClick={() =>
            saveBlob(
              new Blob([JSON.stringify(draft, null, 2)], { type: 'application/json' }),
              fileNameOf(draft.name, 'json'),
            )
          }
        >
          Export as JSON
        </Button>
        <FileUpload.Root
          accept={['.json', 'application/json']}
          maxFiles={1}
          w="auto"
          onFileAccept={({ files: [file] }) => file && void open(file)}
        >
          <FileUpload.HiddenInput aria-label="A fee schedule to go on from" />
          <FileUpload.Trigger asChild>
            <Button size="sm" variant="outline">
              Go on from a file
            </Button>
          </FileUpload.Trigger>
        </FileUpload.Root>
        {id !== null && (
          <Button
            size="sm"
            variant="outline"
            onClick={async () => {
              const { error } = await remove({ params: { id } });
              if (!error) onRemoved();
            }}
          >
            Remove this version
          </Button>
        )}
        {isChanged && <Text color="inkSoft">Typed and not kept yet; it is here when you come back.</Text>}
      </Flex>
      {fault && (
        <Text role="alert" color="brick" mt="1">
          {fault}
        </Text>
      )}
      <ProblemNote error={kept.error ?? removed.error} kept="What you typed is still here." />
      <ScheduleCompare schedule={draft} than={market.schedules.filter((s) => s.id !== id || isChanged)} />
    </>
  );
};
