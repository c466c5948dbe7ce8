import { Navigate } from 'react-router';
import { useMarketplacesQuery } from '../api/api.ts';
import { ProblemNote } from '../ui/problem-note.tsx';
import { useShownMarket } from './use-market.ts';

// Most visits begin with the sift: its code comes while the marketplaces are asked for.
void import('../sift/sift-page.tsx');

/** The bare address leads to the sift of the last marketplace, or to Sources when there is none yet. */
export const Start = () => {
  const { data, error } = useMarketplacesQuery({ params: {} });
  const last = useShownMarket();
  if (error) return <ProblemNote error={error} />;
  if (!data) return null;
  return <Navigate replace to={last ? `/${last.id}/sift` : '/sources'} />;
};
