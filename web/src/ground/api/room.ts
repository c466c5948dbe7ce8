import { operations } from '@kettle/contract/operations';
import { api } from './api.ts';
import { fromRoutes } from './from-routes.ts';

const roomApi = api.injectEndpoints({
  endpoints: (build) => ({ room: fromRoutes(build).ask(operations.room, () => ['Room']) }),
});
export const { useRoomQuery } = roomApi;
