import { Navigate } from 'react-router';
import { useMarketplacesQuery } from '../api/api.ts';
import { ProblemNote } from '../ui/problem-note.tsx';
import { kept } from './kept.ts';
import { LAST_MARKETPLACE } from './use-market.ts';

/** The bare address leads to the sift of the last marketplace, or to Sources when there is none yet. */
export const Start = () => {
  const { data, error } = useMarketplacesQuery({ params: {} });
  if (error) return <ProblemNote error={error} />;
  if (!data) return null;
  const last = data.marketplaces.find((m) => m.id === kept<string>(LAST_MARKETPLACE)) ?? data.marketplaces[0];
  return <Navigate replace to={last ? `/${last.id}/sift` : '/sources'} />;
};
