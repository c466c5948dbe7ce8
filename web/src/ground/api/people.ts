import { people } from '@kettle/contract/people';
import { api } from './api.ts';
import { fromRoutes } from './from-routes.ts';

export const peopleApi = api.injectEndpoints({
  endpoints: (build) => {
    const { ask, change } = fromRoutes(build);
    return {
      me: ask(people.me, () => ['Me']),
      // Whoever comes next must see nothing of who was here: the page is opened anew by whoever asks for these.
      signIn: change(people.signIn),
      signOut: change(people.signOut),
      signOutEverywhere: change(people.signOutEverywhere),
      join: change(people.join),
      changePassword: change(people.changePassword),
      comeBack: change(people.comeBack),
      confirm: change(people.confirm),
      wayBack: change(people.wayBack, () => ['People']),
      people: ask(people.list, () => ['People']),
      changePerson: change(people.change, () => ['People', 'Me']),
      invitations: ask(people.invitations, () => ['People']),
      invite: change(people.invite, () => ['People']),
      dropInvitation: change(people.dropInvitation, () => ['People']),
      tokens: ask(people.tokens, () => ['Keys']),
      makeToken: change(people.makeToken, () => ['Keys']),
      dropToken: change(people.dropToken, () => ['Keys']),
      allTokens: ask(people.allTokens, () => ['Keys']),
      secondFactor: ask(people.secondFactor, () => ['Me']),
      // Shown as it is set up: what else is known of it is asked for afresh once it is on.
      beginFactor: change(people.beginFactor),
      useFactor: change(people.useFactor, () => ['People']),
      dropFactor: change(people.dropFactor, () => ['Me', 'People']),
      dropFactorOf: change(people.dropFactorOf, () => ['People']),
      requireFactor: change(people.requireFactor, () => ['Me', 'People']),
      deeds: ask(people.deeds, () => ['People']),
    };
  },
});
export const {
  useMeQuery,
  useSignInMutation,
  useSignOutMutation,
  useSignOutEverywhereMutation,
  useJoinMutation,
  useChangePasswordMutation,
  useComeBackMutation,
  useConfirmMutation,
  useWayBackMutation,
  usePeopleQuery,
  useChangePersonMutation,
  useInvitationsQuery,
  useInviteMutation,
  useDropInvitationMutation,
  useTokensQuery,
  useMakeTokenMutation,
  useDropTokenMutation,
  useAllTokensQuery,
  useSecondFactorQuery,
  useBeginFactorMutation,
  useUseFactorMutation,
  useDropFactorMutation,
  useDropFactorOfMutation,
  useRequireFactorMutation,
  useDeedsQuery,
} = peopleApi;
