import { Navigate } from 'react-router';
import { useMarketplacesQuery } from '../ground/api/marketplaces.ts';
import { startAddress } from '../ground/market/start-address.ts';
import { ProblemNote } from '../ground/ui/problem-note.tsx';

/** The bare address leads to the sift of the last marketplace, or to Sources when there is none yet. */
export const Start = () => {
  const { data, error } = useMarketplacesQuery({ params: {} });
  if (error) return <ProblemNote error={error} />;
  if (!data) return null;
  return <Navigate replace to={startAddress(data.marketplaces)} />;
};
