import { ChakraProvider } from '@chakra-ui/react';
import { render } from '@testing-library/react';
import type { ReactNode } from 'react';
import { Provider } from 'react-redux';
import { createMemoryRouter } from 'react-router';
import { RouterProvider } from 'react-router/dom';
import type { Marketplace } from '@kettle/contract/sources';
import { makeStore } from '../src/app/store.ts';
import { system } from '../src/app/theme.ts';

export const quayside: Marketplace = {
  id: 'quayside',
  name: 'Quayside',
  currency: 'USD',
  measures: 'imperial',
  host: 'quayside.example',
  today: '2026-11-24',
  simulated: true,
  readUpTo: '2026-11-24',
  listings: 3,
  candidates: 0,
  shortlisted: 0,
  schedules: [],
  curves: 12,
};

/** Draws a part of the interface as the program would, at an address. */
export const show = (part: ReactNode, address = '/') => {
  const store = makeStore();
  const router = createMemoryRouter([{ path: '*', element: part }], { initialEntries: [address] });
  const drawn = render(
    <Provider store={store}>
      <ChakraProvider value={system}>
        <RouterProvider router={router} />
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
