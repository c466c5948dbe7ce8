import { Box, Button, Heading, Text } from '@chakra-ui/react';
import { useState } from 'react';
import type { Scoresheet } from '@kettle/core/documents/scoresheet';
import {
  useAddScoresheetMutation,
  useScoresheetsQuery,
  useUseScoresheetMutation,
} from '../../ground/api/candidates.ts';
import { PlainTable } from '../../ground/ui/plain-table.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';

/** The scoresheets that are kept: each can be taken away as a file, and another one put in use. */
export const ScoresheetsPanel = () => {
  const { data } = useScoresheetsQuery({ params: {} });
  const [use, { error, isLoading }] = useUseScoresheetMutation();
  const [add, { error: addError }] = useAddScoresheetMutation();
  const [brought, setBrought] = useState('');
  const bringIn = async (file: File): Promise<void> => {
    setBrought('');
    let document: Scoresheet;
    try {
      document = JSON.parse(await file.text()) as Scoresheet;
    } catch {
      setBrought(`${file.name} is no JSON: nothing was brought in.`);
      return;
    }
    // The server checks it, whatever stands in it.
    const { data: added } = await add({ params: {}, body: { document } });
    if (added) setBrought(`“${document.name}” is beside the others now; it is not in use yet.`);
  };
  if (!data) return null;
  return (
    <Box as="section" mt="8" fontSize="13px">
      <Heading as="h2" fontSize="16px" mb="1">
        Scoresheets
      </Heading>
      <Box maxW="560px">
        <PlainTable
          label="Scoresheets"
          rows={data}
          rowKey={(s) => s.id}
          columns={[
            {
              head: 'Scoresheet',
              names: true,
              cell: (s) => (
                <a
                  href={`/api/scoresheets/${s.id}`}
                  download={`${s.name}.json`}
                  title="Take it away (JSON)"
                  style={{ textDecoration: 'underline' }}
                >
                  {s.name}
                </a>
              ),
            },
            { head: 'Version', cell: (s) => s.version },
            {
              head: '',
              width: '120px',
              cell: (s) =>
                s.inUse ? (
                  '● in use'
                ) : (
                  <Button
                    size="2xs"
                    variant="outline"
                    disabled={isLoading}
                    aria-label={`Use ${s.name}`}
                    onClick={() => void use({ params: { id: s.id } })}
                  >
                    Use it
                  </Button>
                ),
            },
          ]}
        />
      </Box>
      <ProblemNote error={error} kept="The one in use stays in use." />
      <Button asChild size="2xs" variant="outline" mt="2">
        <label>
          Bring a scoresheet in (JSON)
          <input
            type="file"
            accept=".json,application/json"
            className="visually-hidden"
            onChange={(e) => {
              const file = e.target.files?.[0];
              e.target.value = '';
              if (file) void bringIn(file);
            }}
          />
        </label>
      </Button>
      {brought !== '' && (
        <Text role="status" mt="1">
          {brought}
        </Text>
      )}
      <ProblemNote error={addError} kept="Nothing was changed." />
    </Box>
  );
};
