import { ChakraProvider } from '@chakra-ui/react';
import { render } from '@testing-library/react';
import type { ReactNode } from 'react';
import { Provider } from 'react-redux';
import { createMemoryRouter } from 'react-router';
import { RouterProvider } from 'react-router/dom';
import type { ListingBrief } from '@kettle/contract/shapes';
import type { Marketplace } from '@kettle/contract/sources';
import { MarketProvider } from '../src/ground/market/market.ts';
import { makeStore } from '../src/roof/store.ts';
import { system } from '../src/roof/theme.ts';

export const quayside: Marketplace = {
  id: 'quayside',
  name: 'Quayside',
  currency: 'USD',
  measures: 'imperial',
  host: 'quayside.example',
  today: '2026-11-24',
  simulated: true,
  readUpTo: '2026-11-24',
  country: '',
  vat: null,
  addressPattern: '',
  listings: 3,
  candidates: 0,
  shortlisted: 0,
  schedules: [],
  removed: 0,
  curves: 12,
};

/** A listing of lists, of which little is known but what a test says. */
export const brief = (change: Partial<ListingBrief> = {}): ListingBrief => ({
  id: 1,
  code: 'QS1',
  title: 'Folding book press',
  brand: 'Oakumble',
  category: 'Bookcraft & Paper › Presses',
  price: 4109,
  net: 2905,
  profitRule: null,
  marginRule: null,
  outlayRule: null,
  paybackRule: null,
  ruleFrom: null,
  piecePrice: null,
  units: 300,
  unitsLow: 250,
  unitsHigh: 350,
  unitsFrom: 'readings',
  flattered: false,
  revenue: 1232700,
  reviews: 3,
  reviewsMonth: null,
  unitsPerReview: 100,
  rating: 4,
  rank: 7,
  weight: 1724,
  side: 300,
  sizeClass: 'Parcel',
  sellers: 1,
  marketplaceDays: 0,
  brandListings: 2,
  fulfilment: 'marketplace',
  soldByMarketplace: false,
  craft: 60,
  pictures: 5,
  variations: 1,
  packCount: null,
  months: 9,
  units30: null,
  units90: null,
  unitsYear: null,
  price30: null,
  price90: null,
  priceYear: null,
  season: null,
  bestMonth: null,
  bestThreeShare: null,
  spikeShare: null,
  lastYear: null,
  flags: [],
  mark: null,
  seenOn: '2026-11-24',
  ...change,
});

/** Draws a part of the interface as the program would, at an address, about the marketplace Quayside. */
export const show = (part: ReactNode, address = '/') => {
  const store = makeStore();
  const router = createMemoryRouter([{ path: '*', element: part }], { initialEntries: [address] });
  const drawn = render(
    <Provider store={store}>
      <ChakraProvider value={system}>
        <MarketProvider value={quayside}>
          <RouterProvider router={router} />
        </MarketProvider>
      </ChakraProvider>
    </Provider>,
  );
  return { ...drawn, store, router };
};

/** Answers the interface's requests by what a test says; keeps what was asked. */
export const answering = (
  answers: (method: string, path: string, body: unknown) => unknown,
): { method: string; path: string; body: unknown }[] => {
  const asked: { method: string; path: string; body: unknown }[] = [];
  globalThis.fetch = (async (input: RequestInfo | URL) => {
    const request = input as Request;
    const url = new URL(request.url);
    const text = request.method === 'GET' ? '' : await request.clone().text();
    const body: unknown = text === '' ? undefined : JSON.parse(text);
    asked.push({ method: request.method, path: `${url.pathname}${url.search}`, body });
    const reply = answers(request.method, `${url.pathname}${url.search}`, body);
    const status = reply && typeof reply === 'object' && 'status' in reply ? Number(reply.status) : 200;
    return new Response(JSON.stringify(reply ?? null), { status, headers: { 'content-type': 'application/json' } });
  }) as typeof fetch;
  return asked;
};
