import { Box, Button, Heading, Text } from '@chakra-ui/react';
import { useState, type ReactNode } from 'react';
import { useLocation } from 'react-router';
import { useComeBackMutation, useJoinMutation, useSignInMutation } from '../../ground/api/people.ts';
import { problemOf } from '../../ground/api/problem.ts';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { Field } from './field.tsx';
import { SetUp } from './second-factor.tsx';

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
    hint={`At least ${LEAST} characters. Four or five unrelated words are easy to remember.${more}`}
  />
);

/** The page is opened anew: nothing of whoever was here before stays in it. */
const openAnew = (path: string): void => window.location.assign(path);

/** Whether an answer asks for the code of a second factor; once it did, the field for it stays. */
const useCode = (error: unknown) => {
  const [code, setCode] = useState('');
  const type = problemOf(error)?.type;
  const [isAsked, setAsked] = useState(false);
  if (!isAsked && (type === '/problems/second-factor' || type === '/problems/wrong-code')) setAsked(true);
  return {
    sent: isAsked ? { code } : {},
    isMissing: isAsked && code.trim() === '',
    // What is asked for first is no fault.
    error: type === '/problems/second-factor' ? undefined : error,
    field: isAsked && (
      <Field
        label="Code"
        value={code}
        onChange={setCode}
        autoComplete="one-time-code"
        hint="From your authenticator app, or one of your recovery codes."
        isFirst
      />
    ),
  };
};

/** What stands in place of everything else for somebody who must set a second factor up first. */
export const FactorFirst = () => (
  <Card title="Set up your second factor">
    <Text mb="3">An owner of this workspace requires one of everybody.</Text>
    <SetUp onDone={() => openAnew(window.location.pathname + window.location.search)} />
  </Card>
);

const SignIn = () => {
  const [login, setLogin] = useState('');
  const [password, setPassword] = useState('');
  const [signIn, { error, isLoading }] = useSignInMutation();
  const code = useCode(error);
  const go = async (): Promise<void> => {
    const { data } = await signIn({ params: {}, body: { login, password, ...code.sent } });
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
        <Field label="User name or email" value={login} onChange={setLogin} autoComplete="username" />
        <Field
          label="Password"
          type="password"
          value={password}
          onChange={setPassword}
          autoComplete="current-password"
        />
        {code.field}
        <Button
          colorPalette="aubergine"
          type="submit"
          loading={isLoading}
          disabled={login.trim() === '' || password === '' || code.isMissing}
        >
          Sign in
        </Button>
        <ProblemNote error={code.error} />
      </form>
      <Text mt="6" fontSize="13px" color="inkSoft">
        New here, or lost your password? Ask an owner of this workspace for a link.
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
          label="User name or email"
          value={login}
          onChange={setLogin}
          autoComplete="username"
          hint="A short name or your email address, without spaces."
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
  const code = useCode(error);
  return (
    <Card title="Choose a new password">
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void comeBack({ params: {}, body: { invitation, password, ...code.sent } }).then(
            ({ data }) => data && openAnew('/'),
          );
        }}
      >
        <NewPassword
          value={password}
          onChange={setPassword}
          more=" Your other browsers are signed out, and your keys end."
        />
        {code.field}
        <Button
          colorPalette="aubergine"
          type="submit"
          loading={isLoading}
          disabled={password.length < LEAST || code.isMissing}
        >
          Sign in with it
        </Button>
        <ProblemNote error={code.error} kept="What you typed is still here." />
      </form>
    </Card>
  );
};
