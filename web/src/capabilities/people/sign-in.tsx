import { Box, Button, Heading, Input, Text } from '@chakra-ui/react';
import { useState, type ReactNode } from 'react';
import { useLocation } from 'react-router';
import { useComeBackMutation, useJoinMutation, useSignInMutation } from '../../ground/api/people.ts';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';

/** Letters that a password has at least. */
const LEAST = 15;

/** What stands in place of everything else while nobody is signed in: the way in, or the way to join. */
export const WayIn = () => {
  const { pathname } = useLocation();
  const invitation = /^\/join\/([\w-]{1,100})$/.exec(pathname)?.[1];
  const back = /^\/back\/([\w-]{1,100})$/.exec(pathname)?.[1];
  if (back) return <ComeBack invitation={back} />;
  return invitation ? <Join invitation={invitation} /> : <SignIn />;
};

const Card = ({ title, children }: { title: string; children: ReactNode }) => (
  <Box as="main" maxW="380px" mx="auto" pt="14vh" px="4">
    <title>{`${title} – Cold Kettle`}</title>
    <Heading as="h1" fontSize="24px" mb="4">
      {title}
    </Heading>
    {children}
  </Box>
);

export const Field = ({
  label,
  value,
  onChange,
  type = 'text',
  autoComplete,
  hint,
  isFirst = false,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  type?: 'text' | 'password';
  autoComplete: string;
  hint?: string;
  /** Whether it is where one goes on typing. */
  isFirst?: boolean;
}) => (
  <Box as="label" display="block" mb="3">
    {label}
    <Input
      bg="paper"
      mt="1"
      type={type}
      value={value}
      maxLength={type === 'password' ? 256 : 120}
      autoComplete={autoComplete}
      autoFocus={isFirst}
      onChange={(e) => onChange(e.target.value)}
    />
    {hint && (
      <Text as="span" display="block" fontSize="13px" color="inkSoft">
        {hint}
      </Text>
    )}
  </Box>
);

const NewPassword = ({
  value,
  onChange,
  more = '',
}: {
  value: string;
  onChange: (value: string) => void;
  more?: string;
}) => (
  <Field
    label="Password"
    type="password"
    value={value}
    onChange={onChange}
    autoComplete="new-password"
    hint={`At least ${LEAST} letters; four or five words are easy to keep in mind.${more}`}
  />
);

/** The page is opened anew: nothing of whoever was here before stays in it. */
const openAnew = (path: string): void => window.location.assign(path);

const SignIn = () => {
  const [login, setLogin] = useState('');
  const [password, setPassword] = useState('');
  const [signIn, { error, isLoading }] = useSignInMutation();
  const go = async (): Promise<void> => {
    const { data } = await signIn({ params: {}, body: { login, password } });
    if (data) openAnew(window.location.pathname + window.location.search);
  };
  return (
    <Card title="Sign in">
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void go();
        }}
      >
        <Field label="Name or mail address" value={login} onChange={setLogin} autoComplete="username" />
        <Field
          label="Password"
          type="password"
          value={password}
          onChange={setPassword}
          autoComplete="current-password"
        />
        <Button
          colorPalette="aubergine"
          type="submit"
          loading={isLoading}
          disabled={login.trim() === '' || password === ''}
        >
          Sign in
        </Button>
        <ProblemNote error={error} />
      </form>
      <Text mt="6" fontSize="13px" color="inkSoft">
        Not here yet, or the password is lost? An owner of this workspace makes you a link; whoever runs the machine
        makes one for an owner.
      </Text>
    </Card>
  );
};

const Join = ({ invitation }: { invitation: string }) => {
  const [name, setName] = useState('');
  const [login, setLogin] = useState('');
  const [password, setPassword] = useState('');
  const [join, { error, isLoading }] = useJoinMutation();
  const go = async (): Promise<void> => {
    const { data } = await join({ params: {}, body: { invitation, name: name.trim(), login: login.trim(), password } });
    if (data) openAnew('/');
  };
  return (
    <Card title="Join this workspace">
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void go();
        }}
      >
        <Field label="Your name, as others see it" value={name} onChange={setName} autoComplete="name" />
        <Field
          label="By what you sign in"
          value={login}
          onChange={setLogin}
          autoComplete="username"
          hint="A short name or your mail address, without blanks."
        />
        <NewPassword value={password} onChange={setPassword} />
        <Button
          colorPalette="aubergine"
          type="submit"
          loading={isLoading}
          disabled={name.trim() === '' || login.trim() === '' || password.length < LEAST}
        >
          Join
        </Button>
        <ProblemNote error={error} kept="What you typed is still here." />
      </form>
    </Card>
  );
};

const ComeBack = ({ invitation }: { invitation: string }) => {
  const [password, setPassword] = useState('');
  const [comeBack, { error, isLoading }] = useComeBackMutation();
  return (
    <Card title="Choose a new password">
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void comeBack({ params: {}, body: { invitation, password } }).then(({ data }) => data && openAnew('/'));
        }}
      >
        <NewPassword value={password} onChange={setPassword} more=" Browsers you are signed in at are signed out." />
        <Button colorPalette="aubergine" type="submit" loading={isLoading} disabled={password.length < LEAST}>
          Sign in with it
        </Button>
        <ProblemNote error={error} kept="What you typed is still here." />
      </form>
    </Card>
  );
};
