import { Box, Button, Flex, Heading, NativeSelect, Text } from '@chakra-ui/react';
import { ROLES, type Role } from '@kettle/contract/people';
import {
  useChangePersonMutation,
  useDropFactorOfMutation,
  useMeQuery,
  usePeopleQuery,
  useWayBackMutation,
} from '../../ground/api/people.ts';
import { PlainTable } from '../../ground/ui/plain-table.tsx';
import { useConfirmed } from './confirmed.tsx';
import { Told } from './told.tsx';
import { moment } from './words.ts';

/** Who works here, as what; for owners. */
export const Everybody = () => {
  const { data } = usePeopleQuery({ params: {} });
  const { data: me } = useMeQuery({ params: {} });
  const change = useConfirmed(useChangePersonMutation());
  const [ask, asked] = useWayBackMutation();
  const wayBack = useConfirmed([ask, asked]);
  const dropFactor = useConfirmed(useDropFactorOfMutation());
  const whose = data?.find((p) => p.id === asked.originalArgs?.params.id)?.name;
  return (
    <Box as="section" mt="7">
      <Heading as="h2" fontSize="17px" mb="1">
        People
      </Heading>
      <PlainTable
        label="People"
        rows={data ?? []}
        rowKey={(p) => p.id}
        lookOf={(p) => (p.left ? 'quiet' : undefined)}
        columns={[
          { head: 'Name', names: true, cell: (p) => p.name },
          { head: 'User name', align: 'left', cell: (p) => p.login },
          {
            head: 'Role',
            align: 'left',
            cell: (p) =>
              p.left ? (
                'has left'
              ) : (
                <NativeSelect.Root size="xs" w="110px">
                  <NativeSelect.Field
                    aria-label={`Role of ${p.name}`}
                    bg="paper"
                    value={p.role}
                    onChange={(e) => change.go({ params: { id: p.id }, body: { role: e.target.value as Role } })}
                  >
                    {ROLES.map((r) => (
                      <option key={r}>{r}</option>
                    ))}
                  </NativeSelect.Field>
                  <NativeSelect.Indicator />
                </NativeSelect.Root>
              ),
          },
          { head: 'Browsers', cell: (p) => p.browsers },
          { head: 'Second factor', align: 'left', cell: (p) => (p.secondFactor ? '● on' : '○ off') },
          {
            head: 'Failed sign-ins',
            align: 'left',
            cell: (p) =>
              p.failures ? `▲ ${p.failures.n}, last ${moment(p.failures.at)} from ${p.failures.address}` : 'none',
          },
          {
            head: '',
            cell: (p) => (
              <Flex gap="2" justify="flex-end">
                {!p.left && p.id !== me?.person?.id && (
                  <Button
                    size="2xs"
                    variant="outline"
                    aria-label={`A link for a new password of ${p.name}`}
                    onClick={() => wayBack.go({ params: { id: p.id } })}
                  >
                    New password
                  </Button>
                )}
                {p.secondFactor && p.id !== me?.person?.id && (
                  <Button
                    size="2xs"
                    variant="outline"
                    aria-label={`Turn off the second factor of ${p.name}`}
                    onClick={() => dropFactor.go({ params: { id: p.id } })}
                  >
                    Second factor off
                  </Button>
                )}
                <Button
                  size="2xs"
                  variant="outline"
                  aria-label={p.left ? `Take ${p.name} back` : `Let ${p.name} leave`}
                  onClick={() => change.go({ params: { id: p.id }, body: { left: !p.left } })}
                >
                  {p.left ? 'Take back' : 'Leaves'}
                </Button>
              </Flex>
            ),
          },
        ]}
      />
      <Text fontSize="13px" color="inkSoft" mt="1">
        A person whose role changes has to sign in again. Everything they did keeps their name after they leave.
      </Text>
      {change.note()}
      {wayBack.note()}
      {dropFactor.note()}
      {asked.data && (
        <Told
          what={`Link for a new password for ${whose ?? 'this person'}, valid for a day`}
          secret={`${window.location.origin}/back/${asked.data.invitation}`}
        />
      )}
    </Box>
  );
};
