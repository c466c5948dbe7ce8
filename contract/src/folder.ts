/** The folder on this machine from which a marketplace's files come in by themselves. */
import { Type, type Static } from '@sinclair/typebox';
import { Nullable, oneOf } from '@kettle/core/documents/shapes';
import { route } from './route.ts';
import { Done, Id, MarketplaceId } from './shapes.ts';
import { ImportKind } from './sources.ts';

export const FolderFile = Type.Object({
  id: Id,
  name: Type.String(),
  kind: Nullable(ImportKind),
  state: oneOf('waiting', 'running', 'taken', 'refused', 'left'),
  message: Type.String({ description: 'Why it waits or was refused, or what it brought.' }),
  upload: Nullable(Type.Integer({ description: 'Of a file that waits: what it was sent as.' })),
  at: Type.String({ description: 'When it was first seen, UTC.' }),
});
export type FolderFile = Static<typeof FolderFile>;

export const MarketFolder = Type.Object({
  path: Nullable(Type.String({ description: 'Null where the program was started without one.' })),
  files: Type.Array(FolderFile),
});
export type MarketFolder = Static<typeof MarketFolder>;

const inMarketplace = Type.Object({ marketplace: MarketplaceId });

export const folder = {
  folder: route('get', '/api/marketplaces/{marketplace}/folder', 'What came of the files in a marketplace’s folder.', {
    params: inMarketplace,
    reply: MarketFolder,
  }),
  lookNow: route('post', '/api/marketplaces/{marketplace}/folder/look', 'Looks at the folder now.', {
    params: inMarketplace,
    reply: MarketFolder,
  }),
  leaveFile: route(
    'delete',
    '/api/marketplaces/{marketplace}/folder/{id}',
    'Leaves a file that waits where it is, until it changes.',
    { params: Type.Object({ marketplace: MarketplaceId, id: Id }), reply: Done },
  ),
};
