import { Box, Button, Flex, Heading, Input, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { ROLES, type Role } from '@kettle/contract/people';
import { useDropTokenMutation, useMakeTokenMutation, useTokensQuery } from '../../ground/api/people.ts';
import { LabelledChoice } from '../../ground/ui/labelled-choice.tsx';
import { PlainTable } from '../../ground/ui/plain-table.tsx';
import { useConfirmed } from './confirmed.tsx';
import { Told } from './told.tsx';
import { AS_CHOICES, moment } from './words.ts';

/** One’s keys for scripts. */
export const Keys = ({ role }: { role: Role }) => {
  const { data = [] } = useTokensQuery({ params: {} });
  const [drop] = useDropTokenMutation();
  const [name, setName] = useState('');
  const [ask, making] = useMakeTokenMutation();
  const make = useConfirmed([ask, making], () => setName(''));
  const [as, setAs] = useState<Role>('reader');
  const [ends, setEnds] = useState('');
  return (
    <Box as="section" mt="7">
      <Heading as="h2" fontSize="17px" mb="1">
        Keys for scripts
      </Heading>
      <Text fontSize="13px" color="inkSoft" mb="2">
        A script sends its key with every request, as “Authorization: Bearer KEY”. It may what it was made for, never
        more than you.
      </Text>
      {data.length > 0 && (
        <PlainTable
          label="Keys for scripts"
          rows={data}
          rowKey={(t) => t.id}
          columns={[
            { head: 'Key', names: true, cell: (t) => t.name },
            { head: 'May as', align: 'left', cell: (t) => t.role },
            { head: 'Ends', align: 'left', cell: (t) => moment(t.endsAt) },
            { head: 'Last used', align: 'left', cell: (t) => (t.usedAt ? moment(t.usedAt) : 'never') },
            { head: '', cell: (t) => <Button size="2xs" variant="outline" aria-label={`End the key ${t.name}`} onClick={() => void drop({ params: { id: t.id } })}>End it</Button> }, // prettier-ignore
          ]}
        />
      )}
      <Flex gap="3" mt="2" align="flex-end" wrap="wrap" fontSize="13px">
        <label>
          For what
          <Input
            size="sm"
            bg="paper"
            w="160px"
            display="block"
            maxLength={80}
            value={name}
            onChange={(e) => setName(e.target.value)}
          />
        </label>
        <LabelledChoice
          label="May as"
          width="110px"
          value={as}
          onChange={(r) => setAs(r as Role)}
          options={AS_CHOICES.filter(([r]) => ROLES.indexOf(r) <= ROLES.indexOf(role))}
        />
        <label>
          Ends on
          <Input
            size="sm"
            bg="paper"
            w="150px"
            display="block"
            type="date"
            value={ends}
            onChange={(e) => setEnds(e.target.value)}
          />
        </label>
        <Button
          size="sm"
          colorPalette="aubergine"
          loading={making.isLoading}
          disabled={name.trim() === '' || ends === ''}
          onClick={() => make.go({ params: {}, body: { name: name.trim(), role: as, ends } })}
        >
          Make a key
        </Button>
      </Flex>
      {make.note('What you typed is still here.')}
      {making.data && <Told what="The key." secret={making.data.token} />}
    </Box>
  );
};
