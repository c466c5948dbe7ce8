import { folder } from '@kettle/contract/folder';
import { api } from './api.ts';
import { fromRoutes } from './from-routes.ts';
import { tag } from './tags.ts';

export const folderApi = api.injectEndpoints({
  endpoints: (build) => {
    const { ask, change } = fromRoutes(build);
    return {
      folder: ask(folder.folder, ({ params }) => [tag('Folder', params.marketplace)]),
      lookNow: change(folder.lookNow, ({ params }) => [tag('Folder', params.marketplace), 'Jobs']),
      leaveFile: change(folder.leaveFile, ({ params }) => [tag('Folder', params.marketplace)]),
    };
  },
});
export const { useFolderQuery, useLookNowMutation, useLeaveFileMutation } = folderApi;
