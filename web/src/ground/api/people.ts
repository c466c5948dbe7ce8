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
  useDeedsQuery,
} = peopleApi;
