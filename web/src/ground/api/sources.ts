import { sources } from '@kettle/contract/sources';
import { api } from './api.ts';
import { fromRoutes } from './from-routes.ts';
import { tag } from './tags.ts';

export const sourcesApi = api.injectEndpoints({
  endpoints: (build) => {
    const { ask, change } = fromRoutes(build);
    return {
      previewImport: change(sources.preview),
      lookAtUpload: change(sources.look),
      startImport: change(sources.import, ({ params }) => ['Jobs', tag('Folder', params.marketplace)]),
      imports: ask(sources.imports, ({ params }) => [tag('Imports', params.marketplace)]),
      takeBack: change(sources.takeBack, () => ['Jobs']),
      correctNiches: change(sources.correctNiches, () => ['Jobs']),
      takeAgain: change(sources.takeAgain, () => ['Jobs']),
    };
  },
});
export const {
  usePreviewImportMutation,
  useLookAtUploadMutation,
  useStartImportMutation,
  useImportsQuery,
  useTakeBackMutation,
  useTakeAgainMutation,
  useCorrectNichesMutation,
} = sourcesApi;
