import { Box, Button, Menu, Portal } from '@chakra-ui/react';
import { CircleUserRound } from 'lucide-react';
import { useNavigate } from 'react-router';
import type { Me } from '@kettle/contract/people';
import { useSignOutMutation } from '../../ground/api/people.ts';
import { leave } from './leave.ts';

/** Who is signed in, and the way out. */
export const PersonMenu = ({ person }: { person: NonNullable<Me['person']> }) => {
  const navigate = useNavigate();
  const [signOut] = useSignOutMutation();
  return (
    <Menu.Root onSelect={({ value }) => void (value === 'out' ? leave(signOut) : navigate('/people'))}>
      <Menu.Trigger asChild>
        <Button variant="ghost" size="sm" px="1.5" fontWeight="400" aria-label={`Signed in as ${person.name}`}>
          <CircleUserRound size={16} aria-hidden />
          <Box as="span" maxW="90px" truncate>
            {person.name}
          </Box>
        </Button>
      </Menu.Trigger>
      <Portal>
        <Menu.Positioner>
          <Menu.Content>
            <Menu.Item value="people">
              {person.role === 'owner' ? 'You, people and keys' : 'You and your keys'}
            </Menu.Item>
            <Menu.Item value="out">Sign out</Menu.Item>
          </Menu.Content>
        </Menu.Positioner>
      </Portal>
    </Menu.Root>
  );
};
