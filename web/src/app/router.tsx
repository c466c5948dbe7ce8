import { createBrowserRouter } from 'react-router';
import { Failed, NotThere } from './failed.tsx';
import { Shell } from './shell.tsx';
import { Start } from './start.tsx';

/** The marketplace stands first in every address of research: figures of two are never mixed. */
export const makeRouter = () =>
  createBrowserRouter([
    {
      Component: Shell,
      ErrorBoundary: Failed,
      HydrateFallback: () => null,
      children: [
        { index: true, Component: Start },
        { path: 'sources', lazy: () => import('../sources/sources-page.tsx') },
        {
          path: ':marketplace',
          children: [
            { path: 'sift', lazy: () => import('../sift/sift-page.tsx') },
            { path: 'demand', lazy: () => import('../demand/demand-page.tsx') },
            { path: 'shelf', lazy: () => import('../shelf/shelf-page.tsx') },
            { path: 'found', lazy: () => import('../terms/found-page.tsx') },
            { path: 'brands/:brand', lazy: () => import('../brands/brand-page.tsx') },
            { path: 'compare', lazy: () => import('../sift/compare-page.tsx') },
            { path: 'listings/:code', lazy: () => import('../listings/listing-page.tsx') },
            { path: 'curves', lazy: () => import('../curves/curves-page.tsx') },
            { path: 'backtest', lazy: () => import('../curves/backtest-page.tsx') },
            { path: 'candidates', lazy: () => import('../candidates/candidates-page.tsx') },
            { path: 'candidates/:id/:tab?', lazy: () => import('../candidates/candidate-page.tsx') },
            { path: 'shortlist', lazy: () => import('../shortlist/shortlist-page.tsx') },
          ],
        },
        { path: '*', Component: NotThere },
      ],
    },
  ]);
