import { suppliersRoutes as routes } from '@kettle/contract/suppliers';
import { api } from './api.ts';
import { fromRoutes } from './from-routes.ts';
import { tag } from './tags.ts';

const suppliersApi = api.injectEndpoints({
  endpoints: (build) => {
    const { ask, change } = fromRoutes(build);
    return {
      suppliers: ask(routes.search, ({ params: { marketplace } }) => [tag('Suppliers', marketplace)]),
      cardsAside: ask(routes.aside, ({ params: { marketplace } }) => [tag('Suppliers', marketplace)]),
      putCardAside: change(routes.putAside, ({ params: { marketplace } }) => [tag('Suppliers', marketplace)]),
      putCardBack: change(routes.putBack, ({ params: { marketplace } }) => [tag('Suppliers', marketplace)]),
      supplierRequests: ask(routes.requests, ({ params: { marketplace } }) => [tag('Requests', marketplace)]),
      askSupplier: change(routes.ask, ({ params: { marketplace } }) => [tag('Requests', marketplace)]),
      forgetRequest: change(routes.forget, ({ params: { marketplace } }) => [tag('Requests', marketplace)]),
      lookForAnswers: change(routes.answers, ({ params: { marketplace } }) => [
        tag('Requests', marketplace),
        tag('Quotes', marketplace),
      ]),
      services: ask(routes.services, ({ params: { marketplace } }) => [tag('Services', marketplace)]),
      setService: change(routes.setService, ({ params: { marketplace } }) => [
        tag('Services', marketplace),
        tag('Suppliers', marketplace),
      ]),
    };
  },
});
export const {
  useSuppliersQuery,
  useCardsAsideQuery,
  usePutCardAsideMutation,
  usePutCardBackMutation,
  useSupplierRequestsQuery,
  useAskSupplierMutation,
  useForgetRequestMutation,
  useLookForAnswersMutation,
  useServicesQuery,
  useSetServiceMutation,
} = suppliersApi;
