import { Box, Text } from '@chakra-ui/react';
import { Link } from 'react-router';
import type { Morning } from '@kettle/contract/watch';
import { useMarket } from '../../ground/market/market.ts';
import { day } from '../../ground/ui/format.ts';
import { Mark } from '../../ground/ui/mark.tsx';
import { waitInWords } from '../../ground/ui/wait-in-words.ts';

/** Candidates that are due to be looked at again, and those of which what was waited for has come. */
export const DueCandidates = ({ morning: { due, met } }: { morning: Pick<Morning, 'due' | 'met'> }) => {
  const market = useMarket();
  const linked = (id: number, name: string) => (
    <Link to={`/${market.id}/candidates/${id}/readings`} style={{ textDecoration: 'underline' }}>
      {name}
    </Link>
  );
  return (
    <>
      {due.length > 0 && (
        <Text mb="1">
          <Mark kind="care" word="due" />
          Look again, as you wished:{' '}
          {due.map(({ id, name, day: on }, i) => (
            <span key={id}>
              {i > 0 && ', '}
              {linked(id, name)} ({day(on, market.today)})
            </span>
          ))}
        </Text>
      )}
      {met.map(({ id, name, weeks, wait }) => (
        <Text key={id} mb="1">
          <Mark kind="holds" word="waited for" />
          {linked(id, name)}: {waitInWords(wait, market)}, and it has for {weeks} {weeks === 1 ? 'week' : 'weeks'}.
        </Text>
      ))}
      {due.length + met.length > 0 && <Box mb="2" />}
    </>
  );
};
