import { Box, Button, Heading } from '@chakra-ui/react';
import { useScoresheetsQuery, useUseScoresheetMutation } from '../../ground/api/candidates.ts';
import { PlainTable } from '../../ground/ui/plain-table.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';

/** The scoresheets that are kept: each can be taken away as a file, and another one put in use. */
export const ScoresheetsPanel = () => {
  const { data } = useScoresheetsQuery({ params: {} });
  const [use, { error, isLoading }] = useUseScoresheetMutation();
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
    </Box>
  );
};
