import { Box, Button, Flex, Heading, Text } from '@chakra-ui/react';
import { useEffect } from 'react';
import type { FolderFile } from '@kettle/contract/folder';
import type { Marketplace } from '@kettle/contract/sources';
import { useFolderQuery, useLookNowMutation } from '../../ground/api/folder.ts';
import { day } from '../../ground/ui/format.ts';
import { PlainTable } from '../../ground/ui/plain-table.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { IMPORT_KINDS } from './import-kinds.ts';

const LOOK_EVERY_MS = 10_000;
const SIGNS: Record<FolderFile['state'], { sign: string; words: string; color: string }> = {
  waiting: { sign: '▲', words: 'waits for you, below', color: 'saffron' },
  running: { sign: '…', words: 'being taken in', color: 'inkSoft' },
  taken: { sign: '●', words: 'taken in', color: 'verdigris' },
  refused: { sign: '■', words: 'refused', color: 'brick' },
  left: { sign: '–', words: 'left there', color: 'inkSoft' },
};

/** The folder of a marketplace, from which files come in by themselves. */
export const FolderPanel = ({
  marketplace: { id, name },
  shown,
  onFiles,
}: {
  marketplace: Pick<Marketplace, 'id' | 'name'>;
  /** Its files are known, and told, even where it is not shown. */
  shown: boolean;
  /** Called with the files of the folder whenever they were looked at. */
  onFiles: (marketplace: string, files: readonly FolderFile[]) => void;
}) => {
  const { data, error } = useFolderQuery(
    { params: { marketplace: id } },
    { pollingInterval: LOOK_EVERY_MS, skipPollingIfUnfocused: true },
  );
  const [look, { isLoading, error: lookProblem }] = useLookNowMutation();
  useEffect(() => {
    if (data) onFiles(id, data.files);
  }, [data, id, onFiles]);
  if (!shown || data?.path === null) return null;
  return (
    <Box as="section" mt="3" fontSize="13px">
      <Heading as="h3" fontSize="14px" mb="1">
        The folder of {name}
      </Heading>
      {data && (
        <Flex gap="2" align="center" wrap="wrap">
          <Box as="code" fontFamily="mono" overflowWrap="anywhere" userSelect="all">
            {data.path}
          </Box>
          <Button
            size="2xs"
            variant="outline"
            loading={isLoading}
            onClick={() => void look({ params: { marketplace: id } })}
          >
            Look now
          </Button>
        </Flex>
      )}
      <Text color="inkSoft" mt="1">
        A file saved there comes in by itself once one of the same columns was taken in by hand; any other waits below.
        Nothing there is moved, changed or removed.
      </Text>
      <ProblemNote error={error ?? lookProblem} kept="The files in the folder are as they were." />
      {data && data.files.length > 0 && (
        <Box mt="2">
          <PlainTable
            label={`Files in the folder of ${name}`}
            maxHeight="180px"
            rows={data.files}
            rowKey={(f) => String(f.id)}
            columns={[
              { head: 'File', names: true, cell: (f) => f.name },
              { head: 'Seen', align: 'left', cell: (f) => day(f.at.slice(0, 10)) },
              {
                head: 'What it holds',
                align: 'left',
                cell: (f) => IMPORT_KINDS.find(([kind]) => kind === f.kind)?.[1] ?? '',
              },
              { head: 'What came of it', align: 'left', width: '50%', cell: (f) => <Outcome of={f} /> },
            ]}
          />
        </Box>
      )}
    </Box>
  );
};

const Outcome = ({ of: { state, message } }: { of: FolderFile }) => {
  const { sign, words, color } = SIGNS[state];
  return (
    <>
      <Text as="span" color={color}>
        {sign} {words}
      </Text>
      {message && <>: {message}</>}
    </>
  );
};
