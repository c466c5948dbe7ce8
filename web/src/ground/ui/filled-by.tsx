import { Link } from 'react-router';
import { useMarket } from '../market/market.ts';

/** Which file would fill what is empty, and where it goes in; of the demo its own feed says. */
export const FilledBy = ({ file, holds }: { file: string; holds: string }) => {
  const { simulated } = useMarket();
  if (simulated) return null;
  return (
    <>
      A file of {file} fills it ({holds}): drop it, or paste the table, under{' '}
      <Link to="/sources" style={{ textDecoration: 'underline' }}>
        Sources
      </Link>
      .
    </>
  );
};
