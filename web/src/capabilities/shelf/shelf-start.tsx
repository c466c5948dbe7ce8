import { Box, Button, Flex, Heading, Input, Text } from '@chakra-ui/react';
import { useDeferredValue, useState } from 'react';
import { Link } from 'react-router';
import type { DemandQuestion, NicheList, TermList } from '@kettle/contract/demand';
import { useCandidatesQuery } from '../../ground/api/candidates.ts';
import { useDemandListInfiniteQuery } from '../../ground/api/demand.ts';
import { useMarket } from '../../ground/market/market.ts';
import { FilledBy } from '../../ground/ui/filled-by.tsx';
import { Empty } from '../../ground/ui/empty.tsx';
import { count } from '../../ground/ui/format.ts';
import { NarrowPage } from '../../ground/ui/narrow-page.tsx';
import { useTray } from '../tray/use-tray.ts';

const SHOWN = 12;

/** Which shelf: of a search term, a niche, the tray or a candidate's line-up. */
export const ShelfStart = () => {
  const market = useMarket();
  const [typed, setTyped] = useState('');
  const words = useDeferredValue(typed.trim().split(/\s+/).filter(Boolean).join(','));
  const ask = (view: DemandQuestion['view']): DemandQuestion => ({
    marketplace: market.id,
    view,
    search: new URLSearchParams(words === '' ? [] : [['has', words]]).toString(),
    show: '',
  });
  const terms = useDemandListInfiniteQuery(ask('terms'));
  const niches = useDemandListInfiniteQuery(ask('niches'));
  const { codes } = useTray();
  const { data: candidates } = useCandidatesQuery({ params: { marketplace: market.id } });
  const termList = terms.data?.pages[0] as TermList | undefined;
  const nicheList = niches.data?.pages[0] as NicheList | undefined;
  if (termList && nicheList && termList.total === 0 && nicheList.total === 0 && codes.length === 0)
    return (
      <Empty title={`No search terms of ${market.name} are known yet`}>
        A shelf is what a buyer meets for one search.{' '}
        <FilledBy file="positions" holds="search term, listing code, place" /> Put listings in the tray and see them as
        a shelf, or open a listing from <Link to={`/${market.id}/sift`}>Sift</Link> and press “Its shelf”.
      </Empty>
    );
  const group = (title: string, items: { key: string; to: string; name: string; about: string }[], none: string) => (
    <Box flex="1" minW="240px" as="section" aria-label={title}>
      <Heading as="h2" fontSize="15px" mb="1">
        {title}
      </Heading>
      {items.length === 0 && (
        <Text fontSize="13px" color="inkSoft">
          {none}
        </Text>
      )}
      {items.map((i) => (
        <Box key={i.key} py="1" borderBottomWidth="1px" borderColor="rule" fontSize="13px">
          <Box asChild color="aubergine" textDecoration="underline">
            <Link to={i.to}>{i.name}</Link>
          </Box>
          <Text color="inkSoft" fontSize="12px">
            {i.about}
          </Text>
        </Box>
      ))}
    </Box>
  );
  const at = `/${market.id}/shelf`;
  return (
    <NarrowPage
      title="Whose shelf?"
      tab={`Shelf ${market.name}`}
      lead="The listings a buyer meets for one search, and what their numbers say together. One good listing proves nothing."
      error={terms.error ?? niches.error}
    >
      <Input
        mt="3"
        maxW="420px"
        bg="paper"
        aria-label="Words of the search term or niche"
        placeholder="Words of a search term or niche, e.g. book press"
        value={typed}
        onChange={(e) => setTyped(e.target.value)}
      />
      <Flex gap="8" mt="4" wrap="wrap">
        {group(
          words === '' ? 'Most searched terms' : 'Search terms',
          (termList?.rows ?? []).slice(0, SHOWN).map((t) => ({
            key: String(t.id),
            to: `${at}?term=${t.id}`,
            name: t.text,
            about: `${count(t.figures.volumeYear)} searches a year, ${t.words}`,
          })),
          termList ? 'No term has these words.' : 'Looking …',
        )}
        {group(
          'Niches',
          (nicheList?.rows ?? []).slice(0, SHOWN).map((n) => ({
            key: String(n.id),
            to: `${at}?niche=${n.id}`,
            name: n.name,
            about: `${count(n.figures.listings)} listings, ${count(n.figures.volumeYear)} searches a year`,
          })),
          nicheList ? 'No niche has these words.' : 'Looking …',
        )}
        <Box flex="1" minW="240px">
          {group(
            'Line-ups of your candidates',
            (candidates ?? []).map((c) => ({
              key: String(c.id),
              to: `${at}?candidate=${c.id}`,
              name: c.name,
              about: c.stage,
            })),
            'No candidate yet.',
          )}
          {codes.length > 0 && (
            <Button mt="4" size="sm" asChild colorPalette="aubergine">
              <Link to={`${at}?codes=${encodeURIComponent(codes.join(','))}`}>
                The {codes.length} listings in the tray
              </Link>
            </Button>
          )}
        </Box>
      </Flex>
    </NarrowPage>
  );
};
