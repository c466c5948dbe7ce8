import { Box, Button, Flex, Heading, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { aRole, ROLE_WORDS, type Role } from '@kettle/contract/people';
import { useDropInvitationMutation, useInvitationsQuery, useInviteMutation } from '../../ground/api/people.ts';
import { LabelledChoice } from '../../ground/ui/labelled-choice.tsx';
import { PlainTable } from '../../ground/ui/plain-table.tsx';
import { useConfirmed } from './confirmed.tsx';
import { Told } from './told.tsx';
import { AS_CHOICES, moment } from './words.ts';

/** Links by which somebody joins or comes back; for owners. */
export const Invitations = () => {
  const { data = [] } = useInvitationsQuery({ params: {} });
  const [ask, { data: made, error }] = useInviteMutation();
  const invite = useConfirmed([ask, { error }]);
  const [drop] = useDropInvitationMutation();
  const [role, setRole] = useState<Role>('helper');
  return (
    <Box as="section" mt="7">
      <Heading as="h2" fontSize="17px" mb="1">
        Invite somebody
      </Heading>
      <Flex gap="3" align="flex-end" wrap="wrap">
        <LabelledChoice
          label="As"
          width="120px"
          value={role}
          onChange={(r) => setRole(r as Role)}
          options={AS_CHOICES}
        />
        <Button size="sm" colorPalette="aubergine" onClick={() => invite.go({ params: {}, body: { role } })}>
          Make a link
        </Button>
        <Text fontSize="13px" color="inkSoft" pb="1.5">
          {`${aRole(role)} ${ROLE_WORDS[role]}.`.replace(/^a/, 'A')}
        </Text>
      </Flex>
      {made && (
        <Told
          what="Invitation link for one person, valid for a week"
          secret={`${window.location.origin}/join/${made.invitation}`}
        />
      )}
      {invite.note()}
      {data.length > 0 && (
        <Box mt="2">
          <PlainTable
            label="Links that nobody has used yet"
            rows={data}
            rowKey={(i) => i.id}
            columns={[
              { head: 'For', names: true, cell: (i) => (i.whose === null ? i.role : `a new password of ${i.whose}`) },
              { head: 'By', align: 'left', cell: (i) => i.by ?? 'the machine' },
              { head: 'Until', align: 'left', cell: (i) => moment(i.endsAt) },
              { head: '', cell: (i) => <Button size="2xs" variant="outline" aria-label={`Take the link ${i.whose === null ? `for ${aRole(i.role)}` : `of ${i.whose}`} back`} onClick={() => void drop({ params: { id: i.id } })}>Take back</Button> }, // prettier-ignore
            ]}
          />
        </Box>
      )}
    </Box>
  );
};
