import { Skeleton } from '@chakra-ui/react';
import { aRole, ROLE_WORDS } from '@kettle/contract/people';
import { useMeQuery } from '../../ground/api/people.ts';
import { NarrowPage } from '../../ground/ui/narrow-page.tsx';
import { NotThere } from '../../ground/ui/not-there.tsx';
import { Deeds } from './deeds.tsx';
import { Everybody } from './everybody.tsx';
import { Invitations } from './invitations.tsx';
import { AllKeys, Keys } from './keys.tsx';
import { SecondFactor } from './second-factor.tsx';
import { Yourself } from './yourself.tsx';

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
      <SecondFactor isOwner={me.person.role === 'owner'} />
      {me.person.role === 'owner' && (
        <>
          <Everybody />
          <AllKeys />
          <Invitations />
          <Deeds />
        </>
      )}
    </NarrowPage>
  );
};
