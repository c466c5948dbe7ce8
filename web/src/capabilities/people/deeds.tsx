import { Box, Button, Flex, Heading } from '@chakra-ui/react';
import { useState } from 'react';
import { useDeedsQuery } from '../../ground/api/people.ts';
import { PlainTable } from '../../ground/ui/plain-table.tsx';
import { moment } from './words.ts';

/** Who did what; for owners. */
export const Deeds = () => {
  const [before, setBefore] = useState<number | undefined>(undefined);
  const { data } = useDeedsQuery({ params: {}, query: before === undefined ? {} : { before } }, { refetchOnMountOrArgChange: true }); // prettier-ignore
  return (
    <Box as="section" mt="7">
      <Heading as="h2" fontSize="17px" mb="1">
        Who did what
      </Heading>
      <PlainTable
        label="Who did what"
        maxHeight="420px"
        rows={data ?? []}
        rowKey={(d) => d.id}
        columns={[
          { head: 'When', names: true, cell: (d) => moment(d.at) },
          { head: 'Who', align: 'left', cell: (d) => `${d.by}${d.token ? `, by the key ${d.token}` : ''}` },
          { head: 'What', align: 'left', cell: (d) => inWords(d.what, d.parameters) },
          {
            head: 'Answer',
            align: 'left',
            cell: (d) => (d.status.startsWith('2') ? '● done' : `■ refused (${d.status})`),
          },
        ]}
      />
      <Flex gap="2" mt="1">
        <Button size="2xs" variant="outline" disabled={before === undefined} onClick={() => setBefore(undefined)}>
          Newest
        </Button>
        <Button
          size="2xs"
          variant="outline"
          disabled={(data ?? []).length < 100}
          onClick={() => setBefore(data!.at(-1)!.id)}
        >
          Older
        </Button>
      </Flex>
    </Box>
  );
};

/** A route with its parameters in their places. */
const inWords = (what: string, parameters: Readonly<Record<string, string>>): string =>
  what.replace('/api/', '').replace(/\{(\w+)\}/g, (_, name: string) => parameters[name] ?? name);
