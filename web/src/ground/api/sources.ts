import { sources } from '@kettle/contract/sources';
import { api } from './api.ts';
import { fromRoutes } from './from-routes.ts';

export const sourcesApi = api.injectEndpoints({
  endpoints: (build) => {
    const { change } = fromRoutes(build);
    return {
      previewImport: change(sources.preview),
      startImport: change(sources.import, () => ['Jobs']),
    };
  },
});
export const { usePreviewImportMutation, useStartImportMutation } = sourcesApi;
