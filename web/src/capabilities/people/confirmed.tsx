import { Box, Button } from '@chakra-ui/react';
import { useId, useState, type ReactNode } from 'react';
import { useConfirmMutation } from '../../ground/api/people.ts';
import { problemOf } from '../../ground/api/problem.ts';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { Field } from './field.tsx';

type Change<A, R> = readonly [ask: (args: A) => PromiseLike<R>, state: { error?: unknown }];

/**
 * A change that is made after the password was typed lately: where it was not, it is asked for on the spot, and the change
 * goes on by itself.
 * @param done hears of the answer, at once or after the password
 */
export const useConfirmed = <A, R extends { data?: unknown }>(
  [ask, { error }]: Change<A, R>,
  done?: (data: NonNullable<R['data']>) => void,
): { go: (args: A) => void; note: (kept?: string) => ReactNode } => {
  const [last, setLast] = useState<{ args: A } | null>(null);
  const make = async (args: A): Promise<void> => {
    const { data } = await ask(args);
    if (data) done?.(data);
  };
  return {
    go: (args) => {
      setLast({ args });
      void make(args);
    },
    note: (kept) =>
      last && problemOf(error)?.type === '/problems/confirm' ? (
        <OnceMore again={() => void make(last.args)} />
      ) : (
        <ProblemNote error={error} {...(kept ? { kept } : {})} />
      ),
  };
};

const OnceMore = ({ again }: { again: () => void }) => {
  const [password, setPassword] = useState('');
  const [confirm, { error, isLoading }] = useConfirmMutation();
  const told = useId();
  return (
    <Box
      role="group"
      aria-labelledby={told}
      my="2"
      px="3"
      py="2"
      maxW="420px"
      borderWidth="1px"
      borderColor="verdigris"
      borderRadius="l1"
    >
      {' '}
      {/* prettier-ignore */}
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void confirm({ params: {}, body: { password } }).then(({ data }) => data && again());
        }}
      >
        <Box id={told} mb="2" fontSize="13px">
          This changes who has access. Enter your password again to continue.
        </Box>
        <Field
          label="Your password"
          type="password"
          value={password}
          onChange={setPassword}
          autoComplete="current-password"
          isFirst
        />
        <Button size="sm" colorPalette="aubergine" type="submit" loading={isLoading} disabled={password === ''}>
          Continue
        </Button>
        <ProblemNote error={error} />
      </form>
    </Box>
  );
};
