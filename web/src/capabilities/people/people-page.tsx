import { Box, Button, Flex, Heading, Input, NativeSelect, Skeleton, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { aRole, ROLES, ROLE_WORDS, type Role } from '@kettle/contract/people';
import {
  useChangePasswordMutation,
  useChangePersonMutation,
  useDeedsQuery,
  useDropInvitationMutation,
  useDropTokenMutation,
  useInvitationsQuery,
  useInviteMutation,
  useMakeTokenMutation,
  useMeQuery,
  usePeopleQuery,
  useSignOutEverywhereMutation,
  useTokensQuery,
} from '../../ground/api/people.ts';
import { sendKept } from '../../ground/state/kept.ts';
import { LabelledChoice } from '../../ground/ui/labelled-choice.tsx';
import { NarrowPage } from '../../ground/ui/narrow-page.tsx';
import { NotThere } from '../../ground/ui/not-there.tsx';
import { PlainTable } from '../../ground/ui/plain-table.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { Field } from './sign-in.tsx';

const AS_CHOICES = ROLES.map((r) => [r, r] as const);
/** A moment as the server tells it, UTC, in the words of this machine. */
const moment = (text: string): string => new Date(`${text.replace(' ', 'T')}Z`).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' }); // prettier-ignore

/** Oneself, one's keys, and for owners everybody else. */
export const Component = () => {
  const { data: me } = useMeQuery({ params: {} });
  if (!me) return <Skeleton m="5" h="200px" />;
  if (!me.person) return <NotThere what="A page about people: nobody signs in here" />;
  return (
    <NarrowPage
      title={me.person.name}
      tab="People"
      lead={`You are ${aRole(me.person.role)}: ${ROLE_WORDS[me.person.role]}.`}
    >
      <Keys role={me.person.role} />
      <Yourself />
      {me.person.role === 'owner' && (
        <>
          <People />
          <Invitations />
          <Deeds />
        </>
      )}
    </NarrowPage>
  );
};

/** A secret that is told this once. */
const Told = ({ what, secret }: { what: string; secret: string }) => (
  <Box role="status" mt="2" p="2" borderWidth="1px" borderColor="verdigris" borderRadius="l1" fontSize="13px">
    {what} It is told this once:
    <Input readOnly size="sm" mt="1" bg="paper" aria-label={what} value={secret} onFocus={(e) => e.target.select()} />
  </Box>
);

const Keys = ({ role }: { role: Role }) => {
  const { data = [] } = useTokensQuery({ params: {} });
  const [make, { data: made, error, isLoading }] = useMakeTokenMutation();
  const [drop] = useDropTokenMutation();
  const [name, setName] = useState('');
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
          loading={isLoading}
          disabled={name.trim() === '' || ends === ''}
          onClick={() =>
            void make({ params: {}, body: { name: name.trim(), role: as, ends } }).then(
              ({ data: done }) => done && setName(''),
            )
          }
        >
          Make a key
        </Button>
      </Flex>
      <ProblemNote error={error} kept="What you typed is still here." />
      {made && <Told what="The key." secret={made.token} />}
    </Box>
  );
};

const Yourself = () => {
  const [old, setOld] = useState('');
  const [password, setPassword] = useState('');
  const [change, { error, isSuccess, isLoading }] = useChangePasswordMutation();
  const [everywhere] = useSignOutEverywhereMutation();
  const leave = async (): Promise<void> => {
    await sendKept();
    await everywhere({ params: {}, body: {} });
    window.location.assign('/');
  };
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
          <Button size="sm" variant="outline" bg="paper" onClick={() => void leave()}>
            Sign out everywhere
          </Button>
        </Flex>
      </form>
      {isSuccess && <Text role="status">The password is changed.</Text>}
      <ProblemNote error={error} kept="The old password still holds." />
    </Box>
  );
};

const People = () => {
  const { data } = usePeopleQuery({ params: {} });
  const [change, { error }] = useChangePersonMutation();
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
          { head: 'Signs in by', align: 'left', cell: (p) => p.login },
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
                    onChange={(e) => void change({ params: { id: p.id }, body: { role: e.target.value as Role } })}
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
          {
            head: '',
            cell: (p) => (
              <Button
                size="2xs"
                variant="outline"
                aria-label={p.left ? `Take ${p.name} back` : `Let ${p.name} leave`}
                onClick={() => void change({ params: { id: p.id }, body: { left: !p.left } })}
              >
                {p.left ? 'Take back' : 'Leaves'}
              </Button>
            ),
          },
        ]}
      />
      <Text fontSize="13px" color="inkSoft" mt="1">
        With another role somebody signs in anew. What somebody did stays theirs after they left.
      </Text>
      <ProblemNote error={error} />
    </Box>
  );
};

const Invitations = () => {
  const { data = [] } = useInvitationsQuery({ params: {} });
  const [invite, { data: made, error }] = useInviteMutation();
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
        <Button size="sm" colorPalette="aubergine" onClick={() => void invite({ params: {}, body: { role } })}>
          Make a link
        </Button>
        <Text fontSize="13px" color="inkSoft" pb="1.5">
          {`${aRole(role)} ${ROLE_WORDS[role]}.`.replace(/^a/, 'A')}
        </Text>
      </Flex>
      {made && (
        <Told
          what="The link, for one person, within a week."
          secret={`${window.location.origin}/join/${made.invitation}`}
        />
      )}
      <ProblemNote error={error} />
      {data.length > 0 && (
        <Box mt="2">
          <PlainTable
            label="Invitations"
            rows={data}
            rowKey={(i) => i.id}
            columns={[
              { head: 'As', names: true, cell: (i) => i.role },
              { head: 'By', align: 'left', cell: (i) => i.by ?? 'the machine' },
              { head: 'Until', align: 'left', cell: (i) => moment(i.endsAt) },
              { head: '', cell: (i) => <Button size="2xs" variant="outline" aria-label={`Take the invitation as ${i.role} back`} onClick={() => void drop({ params: { id: i.id } })}>Take back</Button> }, // prettier-ignore
            ]}
          />
        </Box>
      )}
    </Box>
  );
};

const Deeds = () => {
  const [before, setBefore] = useState<number | undefined>(undefined);
  const { data } = useDeedsQuery({ params: {}, query: before === undefined ? {} : { before } }, { refetchOnMountOrArgChange: true }); // prettier-ignore
  return (
    <Box as="section" mt="7">
      <Heading as="h2" fontSize="17px" mb="1">
        Who did what
      </Heading>
      <PlainTable
        label="Who did what"
        maxHeight="420px"
        rows={data ?? []}
        rowKey={(d) => d.id}
        columns={[
          { head: 'When', names: true, cell: (d) => moment(d.at) },
          { head: 'Who', align: 'left', cell: (d) => `${d.by}${d.token ? `, by the key ${d.token}` : ''}` },
          { head: 'What', align: 'left', cell: (d) => inWords(d.what, d.parameters) },
          {
            head: 'Answer',
            align: 'left',
            cell: (d) => (d.status.startsWith('2') ? '● done' : `■ refused (${d.status})`),
          },
        ]}
      />
      <Flex gap="2" mt="1">
        <Button size="2xs" variant="outline" disabled={before === undefined} onClick={() => setBefore(undefined)}>
          Newest
        </Button>
        <Button
          size="2xs"
          variant="outline"
          disabled={(data ?? []).length < 100}
          onClick={() => setBefore(data!.at(-1)!.id)}
        >
          Older
        </Button>
      </Flex>
    </Box>
  );
};

/** A route with its parameters in their places. */
const inWords = (what: string, parameters: Readonly<Record<string, string>>): string =>
  what.replace('/api/', '').replace(/\{(\w+)\}/g, (_, name: string) => parameters[name] ?? name);
