import { Box, Button, Flex, Heading, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { useChangePasswordMutation, useSignOutEverywhereMutation } from '../../ground/api/people.ts';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { leave } from './leave.ts';
import { Field } from './sign-in.tsx';

/** One’s password, and signing out everywhere. */
export const Yourself = () => {
  const [old, setOld] = useState('');
  const [password, setPassword] = useState('');
  const [change, { error, isSuccess, isLoading }] = useChangePasswordMutation();
  const [everywhere] = useSignOutEverywhereMutation();
  return (
    <Box as="section" mt="7" maxW="420px">
      <Heading as="h2" fontSize="17px" mb="2">
        Your password
      </Heading>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void change({ params: {}, body: { old, password } }).then(({ data }) => {
            if (data) {
              setOld('');
              setPassword('');
            }
          });
        }}
      >
        <Field label="Today’s" type="password" value={old} onChange={setOld} autoComplete="current-password" />
        <Field
          label="The new one"
          type="password"
          value={password}
          onChange={setPassword}
          autoComplete="new-password"
          hint="At least 15 letters. All your other browsers are signed out."
        />
        <Flex gap="3">
          <Button
            colorPalette="aubergine"
            type="submit"
            size="sm"
            loading={isLoading}
            disabled={old === '' || password.length < 15}
          >
            Change it
          </Button>
          <Button size="sm" variant="outline" bg="paper" onClick={() => void leave(everywhere)}>
            Sign out everywhere
          </Button>
        </Flex>
      </form>
      {isSuccess && <Text role="status">The password is changed.</Text>}
      <ProblemNote error={error} kept="The old password still holds." />
    </Box>
  );
};
