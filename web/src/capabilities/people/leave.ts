import { sendKept } from '../../ground/state/kept.ts';

/** Signs out: what was not sent yet is sent before, and the page is opened anew, with nothing of whoever was here in it. */
export const leave = async (signOut: (of: { params: object; body: object }) => PromiseLike<unknown>): Promise<void> => {
  await sendKept();
  await signOut({ params: {}, body: {} });
  window.location.assign('/');
};
