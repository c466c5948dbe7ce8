import { Box, Button, Flex, Heading, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { useChangePasswordMutation, useSignOutEverywhereMutation } from '../../ground/api/people.ts';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { leave } from './leave.ts';
import { Field } from './field.tsx';

/** One’s password, and signing out everywhere. */
export const Yourself = () => {
  const [old, setOld] = useState('');
  const [password, setPassword] = useState('');
  const [keepKeys, setKeepKeys] = useState(false);
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
          void change({ params: {}, body: { old, password, keepKeys } }).then(({ data }) => {
            if (data) {
              setOld('');
              setPassword('');
            }
          });
        }}
      >
        <Field label="Current password" type="password" value={old} onChange={setOld} autoComplete="current-password" />
        <Field
          label="New password"
          type="password"
          value={password}
          onChange={setPassword}
          autoComplete="new-password"
          hint="At least 15 characters. Your other browsers are signed out."
        />
        <Box asChild display="block" mb="3" fontSize="13px">
          <label>
            <input type="checkbox" checked={keepKeys} onChange={(e) => setKeepKeys(e.target.checked)} /> Keep my API
            keys
          </label>
        </Box>
        <Flex gap="3">
          <Button
            colorPalette="aubergine"
            type="submit"
            size="sm"
            loading={isLoading}
            disabled={old === '' || password.length < 15}
          >
            Change password
          </Button>
          <Button size="sm" variant="outline" bg="paper" onClick={() => void leave(everywhere)}>
            Sign out everywhere
          </Button>
        </Flex>
      </form>
      {isSuccess && <Text role="status">Your password has been changed.</Text>}
      <ProblemNote error={error} kept="Your password was not changed." />
    </Box>
  );
};
