import { Box, Button, Flex } from '@chakra-ui/react';
import { useEffect, useState } from 'react';
import { useOpenSieveMutation, useSievesQuery } from '../../ground/api/sift.ts';
import { useMarket } from '../../ground/market/market.ts';
import { count, day } from '../../ground/ui/format.ts';

const WHAT = { new: 'new', gone: 'gone', changed: 'changed' } as const;

/** What is new, gone and changed in a kept sieve since the day before that it was opened on. */
export const SieveNews = ({ sieve, onOpen }: { sieve: number; onOpen: (code: string) => void }) => {
  const market = useMarket();
  const [open, { data, originalArgs }] = useOpenSieveMutation();
  const [shown, setShown] = useState(false);
  const { data: sieves } = useSievesQuery({ params: { marketplace: market.id }, query: { place: 'sift' } });
  const isOurs = sieves?.kept.some((s) => s.id === sieve);
  useEffect(() => {
    if (isOurs) void open({ params: { id: sieve } });
  }, [open, sieve, isOurs, market.today]);
  if (isOurs === false)
    return (
      <Box role="alert" color="saffron">
        ▲ The sieve of this address is none of {market.name}’s; the limits are kept.
      </Box>
    );
  if (!data || originalArgs?.params.id !== sieve) return null;
  if (data.tooMany) return <Box color="inkSoft">Too many listings to say what is new: narrow the sieve.</Box>;
  if (data.since === null) return <Box color="inkSoft">What is new is told from the next day on.</Box>;
  const counts = (['new', 'gone', 'changed'] as const).filter((what) => data[what] > 0);
  if (counts.length === 0) return <Box color="inkSoft">Nothing new since {day(data.since, market.today)}.</Box>;
  return (
    <Box position="relative">
      <Button size="xs" variant="plain" px="0" color="aubergine" aria-expanded={shown} onClick={() => setShown(!shown)}>
        {counts.map((what) => `${count(data[what])} ${WHAT[what]}`).join(', ')} since {day(data.since, market.today)}
      </Button>
      {shown && (
        <Box
          position="absolute"
          right="0"
          zIndex="6"
          w="460px"
          maxH="340px"
          overflow="auto"
          tabIndex={0}
          role="region"
          aria-label="What is new in the sieve"
          bg="paper"
          borderWidth="1px"
          borderColor="rule"
          borderRadius="l1"
          boxShadow="md"
          p="2"
          fontSize="13px"
        >
          {data.changes.map((c) => (
            <Flex key={`${c.what}${c.code}`} gap="2" py="1" borderTopWidth="1px" borderColor="rule">
              <Box w="62px" fontWeight="600">
                {WHAT[c.what]}
              </Box>
              <Box flex="1" minW="0">
                <button
                  type="button"
                  style={{ textDecoration: 'underline', textAlign: 'left' }}
                  onClick={() => onOpen(c.code)}
                >
                  {c.title}
                </button>
                <Box color="inkSoft">
                  {c.code} · {c.how}
                </Box>
              </Box>
            </Flex>
          ))}
        </Box>
      )}
    </Box>
  );
};
