import { Box, Button, Flex, Heading, Input, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { ROLES, type Role, type Token } from '@kettle/contract/people';
import {
  useAllTokensQuery,
  useDropTokenMutation,
  useMakeTokenMutation,
  useTokensQuery,
} from '../../ground/api/people.ts';
import { LabelledChoice } from '../../ground/ui/labelled-choice.tsx';
import { PlainTable } from '../../ground/ui/plain-table.tsx';
import { useConfirmed } from './confirmed.tsx';
import { Told } from './told.tsx';
import { AS_CHOICES, moment } from './words.ts';

/** Keys in a table, each with a button that ends it. */
const KeyTable = ({
  label,
  keys,
  withPerson = false,
}: {
  label: string;
  keys: readonly Token[];
  withPerson?: boolean;
}) => {
  const [drop] = useDropTokenMutation();
  return (
    <PlainTable
      label={label}
      rows={keys}
      rowKey={(t) => t.id}
      columns={[
        { head: 'Name', names: true, cell: (t) => t.name },
        ...(withPerson ? [{ head: 'Person', align: 'left' as const, cell: (t: Token) => t.person }] : []),
        { head: 'Role', align: 'left', cell: (t) => t.role },
        { head: 'Expires', align: 'left', cell: (t) => moment(t.endsAt) },
        { head: 'Last used', align: 'left', cell: (t) => (t.usedAt ? moment(t.usedAt) : 'never') },
        {
          head: '',
          cell: (t) => (
            <Button
              size="2xs"
              variant="outline"
              aria-label={`Revoke the key ${t.name}${withPerson ? ` of ${t.person}` : ''}`}
              onClick={() => void drop({ params: { id: t.id } })}
            >
              Revoke
            </Button>
          ),
        },
      ]}
    />
  );
};

/** The keys of everybody, for owners. */
export const AllKeys = () => {
  const { data = [] } = useAllTokensQuery({ params: {} });
  if (data.length === 0) return null;
  return (
    <Box as="section" mt="7">
      <Heading as="h2" fontSize="17px" mb="1">
        API keys of everybody
      </Heading>
      <KeyTable label="API keys of everybody" keys={data} withPerson />
    </Box>
  );
};

/** One’s keys for scripts. */
export const Keys = ({ role }: { role: Role }) => {
  const { data = [] } = useTokensQuery({ params: {} });
  const [name, setName] = useState('');
  const [ask, making] = useMakeTokenMutation();
  const make = useConfirmed([ask, making], () => setName(''));
  const [as, setAs] = useState<Role>('reader');
  const [ends, setEnds] = useState('');
  return (
    <Box as="section" mt="7">
      <Heading as="h2" fontSize="17px" mb="1">
        API keys
      </Heading>
      <Text fontSize="13px" color="inkSoft" mb="2">
        A script sends its key with every request, as “Authorization: Bearer KEY”. A key lasts a year at most and ends
        when you change your password.
      </Text>
      {data.length > 0 && <KeyTable label="API keys" keys={data} />}
      <Flex gap="3" mt="2" align="flex-end" wrap="wrap" fontSize="13px">
        <label>
          Name
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
          label="Role"
          width="110px"
          value={as}
          onChange={(r) => setAs(r as Role)}
          options={AS_CHOICES.filter(([r]) => ROLES.indexOf(r) <= ROLES.indexOf(role))}
        />
        <label>
          Expires on
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
          Create key
        </Button>
      </Flex>
      {make.note('What you typed is still here.')}
      {making.data && <Told what="API key" secret={making.data.token} />}
    </Box>
  );
};
