import { Box, Dialog, Input, Portal, Text } from '@chakra-ui/react';
import { useDeferredValue, useState } from 'react';
import { useNavigate } from 'react-router';
import { useFindQuery } from '../../ground/api/marketplaces.ts';
import { useMarket } from '../../ground/market/market.ts';
import { listingPath } from '../../ground/market/listing-path.ts';

interface Hit {
  key: string;
  to: string;
  title: string;
  about: string;
}

/** Finds anything by a few words: screens, candidates, search terms, niches, brands, listings by code or title. */
export const FindDialog = ({ open, onClose }: { open: boolean; onClose: () => void }) => (
  <Dialog.Root open={open} onOpenChange={({ open: now }) => !now && onClose()} placement="top" unmountOnExit lazyMount>
    <Portal>
      <Dialog.Backdrop />
      <Dialog.Positioner>
        <Dialog.Content bg="paper" maxW="40rem" aria-label="Find">
          <FindBody onClose={onClose} />
        </Dialog.Content>
      </Dialog.Positioner>
    </Portal>
  </Dialog.Root>
);

const FindBody = ({ onClose }: { onClose: () => void }) => {
  const market = useMarket();
  const [text, setText] = useState('');
  const [at, setAt] = useState(0);
  const asked = useDeferredValue(text.trim());
  const { data } = useFindQuery({ params: { marketplace: market.id }, query: { q: asked } }, { skip: asked === '' });
  const navigate = useNavigate();
  const screens: Hit[] = [
    { key: 'sift', to: `/${market.id}/sift`, title: 'Sift', about: 'screen' },
    { key: 'demand', to: `/${market.id}/demand`, title: 'Demand', about: 'screen' },
    { key: 'shelf', to: `/${market.id}/shelf`, title: 'Shelf', about: 'screen' },
    { key: 'candidates', to: `/${market.id}/candidates`, title: 'Candidates', about: 'screen' },
    { key: 'shortlist', to: `/${market.id}/shortlist`, title: 'Shortlist', about: 'screen' },
    { key: 'curves', to: `/${market.id}/curves`, title: 'Rank curves', about: 'screen' },
    { key: 'backtest', to: `/${market.id}/backtest`, title: 'How well estimates do', about: 'screen' },
    { key: 'sources', to: '/sources', title: 'Sources', about: 'screen' },
  ].filter((s) => s.title.toLowerCase().includes(asked.toLowerCase()));
  const found = asked === '' ? undefined : data;
  const hits: Hit[] = [
    ...screens,
    ...(found?.candidates ?? []).map((c) => ({
      key: `c${c.id}`,
      to: `/${market.id}/candidates/${c.id}/line-up`,
      title: c.name,
      about: `candidate, ${c.stage}`,
    })),
    ...(found?.brands ?? []).map((b) => ({
      key: `b${b}`,
      to: `/${market.id}/brands/${encodeURIComponent(b)}`,
      title: b,
      about: 'brand',
    })),
    ...(found?.niches ?? []).map((n) => ({
      key: `n${n.id}`,
      to: `/${market.id}/demand?open=${n.id}`,
      title: n.name,
      about: 'niche',
    })),
    ...(found?.terms ?? []).map((t) => ({
      key: `t${t.id}`,
      to: `/${market.id}/shelf?term=${t.id}`,
      title: `“${t.text}”`,
      about: 'shelf of a search term',
    })),
    ...(found?.listings ?? []).map((l) => ({
      key: l.code,
      to: listingPath(market.id, l.code),
      title: l.title,
      about: `${l.brand} · ${l.code}`,
    })),
  ];
  const chosen = Math.min(at, hits.length - 1);
  const go = (hit: Hit | undefined): void => {
    if (!hit) return;
    onClose();
    void navigate(hit.to);
  };
  return (
    <Box p="3">
      <Input
        autoFocus
        aria-label={`Find on ${market.name}`}
        placeholder="Listing code, title, brand, search term, candidate or screen"
        value={text}
        role="combobox"
        aria-expanded="true"
        aria-controls="find-hits"
        aria-activedescendant={hits[chosen] ? `find-${hits[chosen].key}` : undefined}
        onChange={(e) => (setText(e.target.value), setAt(0))}
        onKeyDown={(e) => {
          if (e.key === 'ArrowDown') setAt(Math.min(chosen + 1, hits.length - 1));
          else if (e.key === 'ArrowUp') setAt(Math.max(chosen - 1, 0));
          else if (e.key === 'Enter') go(hits[chosen]);
          else return;
          e.preventDefault();
        }}
      />
      <Box
        as="ul"
        id="find-hits"
        role="listbox"
        aria-label="Found"
        mt="2"
        maxH="60vh"
        overflow="auto"
        listStyleType="none"
      >
        {hits.map((hit, i) => (
          <Box
            as="li"
            key={hit.key}
            id={`find-${hit.key}`}
            role="option"
            aria-selected={i === chosen}
            px="2"
            py="1.5"
            borderRadius="l1"
            cursor="pointer"
            bg={i === chosen ? 'aubergine.subtle' : undefined}
            onClick={() => go(hit)}
            onMouseEnter={() => setAt(i)}
          >
            {hit.title}{' '}
            <Box as="span" color="inkSoft" fontSize="13px">
              {hit.about}
            </Box>
          </Box>
        ))}
      </Box>
      {asked !== '' && data && hits.length === 0 && (
        <Text p="2" color="inkSoft">
          Nothing on {market.name} is called that. Listings are found by code, words of the title, or brand; terms and
          niches by their words.
        </Text>
      )}
    </Box>
  );
};
