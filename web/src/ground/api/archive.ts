import { archive } from '@kettle/contract/archive';
import { api } from './api.ts';
import { fromRoutes } from './from-routes.ts';

export const archiveApi = api.injectEndpoints({
  endpoints: (build) => {
    const { ask, change } = fromRoutes(build);
    return {
      copies: ask(archive.copies, () => ['Copies']),
      setCopyRule: change(archive.setRule, () => ['Copies']),
      keepCopy: change(archive.keepNow, () => ['Copies']),
      bringIn: change(archive.bringIn, () => ['Jobs']),
    };
  },
});
export const { useCopiesQuery, useSetCopyRuleMutation, useKeepCopyMutation, useBringInMutation } = archiveApi;
