import { createBrowserRouter } from 'react-router';
import { NotThere } from '../ground/ui/not-there.tsx';
import { Failed } from './failed.tsx';
import { Joined, Shell } from './shell.tsx';
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
        { path: 'sources', lazy: () => import('../capabilities/sources/sources-page.tsx') },
        { path: 'people', lazy: () => import('../capabilities/people/people-page.tsx') },
        { path: 'join/:invitation', Component: Joined },
        {
          path: ':marketplace',
          children: [
            { path: 'sift', lazy: () => import('../capabilities/sift/sift-page.tsx') },
            { path: 'demand', lazy: () => import('../capabilities/demand/demand-page.tsx') },
            { path: 'shelf', lazy: () => import('../capabilities/shelf/shelf-page.tsx') },
            { path: 'found', lazy: () => import('../capabilities/terms/found-page.tsx') },
            { path: 'brands/:brand', lazy: () => import('../capabilities/brands/brand-page.tsx') },
            { path: 'compare', lazy: () => import('../capabilities/sift/compare-page.tsx') },
            { path: 'listings/:code', lazy: () => import('../capabilities/sheet/listing-page.tsx') },
            { path: 'fees', lazy: () => import('../capabilities/fees/fees-page.tsx') },
            { path: 'rule', lazy: () => import('../capabilities/costing/rule-page.tsx') },
            { path: 'curves', lazy: () => import('../capabilities/curves/curves-page.tsx') },
            { path: 'backtest', lazy: () => import('../capabilities/curves/backtest-page.tsx') },
            { path: 'watched/:view?', lazy: () => import('../capabilities/watch/watched-page.tsx') },
            { path: 'candidates', lazy: () => import('../capabilities/candidates/candidates-page.tsx') },
            { path: 'candidates/:id/:tab?', lazy: () => import('../capabilities/candidates/candidate-page.tsx') },
            { path: 'scoresheet', lazy: () => import('../capabilities/score/scoresheet-page.tsx') },
            { path: 'shortlist', lazy: () => import('../capabilities/score/shortlist-page.tsx') },
          ],
        },
        { path: '*', Component: NotThere },
      ],
    },
  ]);
