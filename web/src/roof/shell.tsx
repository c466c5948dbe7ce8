import { Box, Button, Flex, HStack, Menu, Portal } from '@chakra-ui/react';
import { ChevronDown, Keyboard, Moon, Search, Sun } from 'lucide-react';
import { lazy, Suspense, useState } from 'react';
import { Link, NavLink, Outlet, useLocation, useNavigate, useParams } from 'react-router';
import { TrayBar } from '../capabilities/tray/tray-bar.tsx';
import { Hob } from '../capabilities/watch/hob.tsx';
import type { Me } from '@kettle/contract/people';
import { useMarketplacesQuery } from '../ground/api/marketplaces.ts';
import { useMeQuery } from '../ground/api/people.ts';
import { useAddressedMarket, useShownMarket } from '../ground/market/addressed-market.ts';
import { MarketProvider } from '../ground/market/market.ts';
import { day } from '../ground/ui/format.ts';
import { Kbd } from '../ground/ui/kbd.tsx';
import { NotThere } from '../ground/ui/not-there.tsx';
import { ProblemNote } from '../ground/ui/problem-note.tsx';
import { useKeys } from '../ground/ui/use-keys.ts';
import { useSayingWhere } from './here.ts';
import { DiskFull } from './disk-full.tsx';
import { useOthersChanges } from './others-changes.ts';
import { chooseColourMode, colourMode } from './colour-mode.ts';

// Drawn when they are wanted: their code need not be there before.
const WayIn = lazy(() => import('../capabilities/people/sign-in.tsx').then((m) => ({ default: m.WayIn })));
const FactorFirst = lazy(() => import('../capabilities/people/sign-in.tsx').then((m) => ({ default: m.FactorFirst })));
const PersonMenu = lazy(() =>
  import('../capabilities/people/person-menu.tsx').then((m) => ({ default: m.PersonMenu })),
);
const FindDialog = lazy(() => import('../capabilities/find/find-dialog.tsx').then((m) => ({ default: m.FindDialog })));
const KeysDialog = lazy(() => import('../capabilities/find/keys-dialog.tsx').then((m) => ({ default: m.KeysDialog })));

/** The frame, or the way in where people sign in and nobody is. */
export const Shell = () => {
  const { data: me } = useMeQuery({ params: {} });
  if (me?.team && !me.person)
    return (
      <Suspense>
        <WayIn />
      </Suspense>
    );
  if (me?.person?.needsFactor)
    return (
      <Suspense>
        <FactorFirst />
      </Suspense>
    );
  return <Frame person={me?.person ?? null} />;
};

/** An invitation that somebody opens who is in already. */
export const Joined = () => <NotThere what="An invitation: you are in already, and it" />;

/** One line across the top with the path of the work, the page, the tray along the bottom. */
const Frame = ({ person }: { person: Me['person'] }) => {
  const told = useOthersChanges(person);
  useSayingWhere(person !== null);
  const { market, missing, error } = useAddressedMarket();
  const shown = useShownMarket();
  const { marketplace } = useParams();
  const [finding, setFinding] = useState(false);
  const [keysShown, setKeysShown] = useState(false);
  useKeys({ '/': () => setFinding(true), '?': () => setKeysShown(true) });
  return (
    <MarketProvider value={shown ?? null}>
      <Flex direction="column" h="100%">
        <a href="#content" className="visually-hidden">
          To the content
        </a>
        <TopLine person={person} onFind={() => setFinding(true)} onKeys={() => setKeysShown(true)} />
        <DiskFull />
        {error !== undefined && (
          <Box px="5">
            <ProblemNote error={error} kept="What you have put aside and typed is kept." />
          </Box>
        )}
        <Box as="main" id="content" flex="1" minH="0" overflow="auto" position="relative" tabIndex={-1}>
          {marketplace && missing ? (
            <NotThere what={`The marketplace “${marketplace}”`} />
          ) : (
            // What was chosen of one marketplace is not taken to another.
            (!marketplace || market) && <Outlet key={marketplace} />
          )}
        </Box>
        {person && (
          <Box role="status" position="absolute" bottom="54px" right="4" zIndex="1" fontSize="13px">
            {told && (
              <Box bg="paper" borderWidth="1px" borderColor="rule" borderRadius="l1" px="3" py="1">
                {told}
              </Box>
            )}
          </Box>
        )}
        {shown && <TrayBar />}
        <Suspense>
          {shown && finding && <FindDialog open onClose={() => setFinding(false)} />}
          {keysShown && <KeysDialog open onClose={() => setKeysShown(false)} />}
        </Suspense>
      </Flex>
    </MarketProvider>
  );
};

const TopLine = ({ person, onFind, onKeys }: { person: Me['person']; onFind: () => void; onKeys: () => void }) => {
  const { data } = useMarketplacesQuery({ params: {} });
  const { market } = useAddressedMarket();
  const navigate = useNavigate();
  const location = useLocation();
  const [mode, setMode] = useState(colourMode);
  const flip = (): void => {
    const next = mode === 'dark' ? 'light' : 'dark';
    chooseColourMode(next);
    setMode(next);
  };
  const others = data?.marketplaces ?? [];
  const shown = useShownMarket();
  return (
    <Flex
      as="header"
      align="center"
      gap="4"
      px="5"
      minH="52px"
      bg="paper"
      borderBottomWidth="1px"
      borderColor="rule"
      flexWrap="wrap"
    >
      <HStack gap="2" asChild color="aubergine">
        <Link to="/" aria-label="Cold Kettle, to the start">
          <svg
            width="22"
            height="22"
            viewBox="0 0 24 24"
            fill="none"
            stroke="currentColor"
            strokeWidth="1.8"
            strokeLinejoin="round"
            strokeLinecap="round"
            aria-hidden
          >
            <path d="M5 11h13l-1.5 9h-10zM18 13l3.5-3M8 11c0-3 1.5-5 3.5-5S15 8 15 11M11.5 6V4" />
          </svg>
          <Box as="span" fontFamily="heading" fontWeight="700" fontSize="17px" color="ink" hideBelow="lg">
            Cold Kettle
          </Box>
        </Link>
      </HStack>
      {shown && (
        <Menu.Root onSelect={({ value }) => void navigate(`/${value}/sift`)}>
          <Menu.Trigger asChild>
            <Button variant="ghost" size="sm" px="2" aria-label={`Marketplace: ${shown.name}. Change`}>
              <b>{shown.name}</b> {/* With a name at the far end there is no room for both on one line. */}
              <Box as="span" color="inkSoft" fontWeight="400" hideBelow={person ? '2xl' : 'lg'}>
                {shown.currency} · {shown.measures === 'imperial' ? 'lb, in' : 'kg, cm'}
              </Box>{' '}
              <ChevronDown size={14} aria-hidden />
            </Button>
          </Menu.Trigger>
          <Portal>
            <Menu.Positioner>
              <Menu.Content>
                {others.map((m) => (
                  <Menu.Item key={m.id} value={m.id}>
                    {m.name}{' '}
                    <Box as="span" color="inkSoft">
                      {m.currency}
                    </Box>
                  </Menu.Item>
                ))}
              </Menu.Content>
            </Menu.Positioner>
          </Portal>
        </Menu.Root>
      )}
      {shown && (
        <Flex as="nav" aria-label="The path of the work" align="center" gap="1" fontSize="15px">
          <PathStep to={`/${shown.id}/sift`}>Sift</PathStep>
          <PathRule />
          <PathStep to={`/${shown.id}/demand`}>Demand</PathStep>
          <PathRule />
          <PathStep to={`/${shown.id}/shelf`}>Shelf</PathStep>
          <PathRule />
          <PathStep to={`/${shown.id}/watched`}>Watched</PathStep>
          <PathRule />
          <PathStep to={`/${shown.id}/candidates`} n={shown.candidates}>
            Candidates
          </PathStep>
          <PathRule />
          <PathStep to={`/${shown.id}/shortlist`} n={shown.shortlisted}>
            Shortlist
          </PathStep>
        </Flex>
      )}
      <HStack ml="auto" gap="1">
        {market &&
          (market.simulated ? (
            <Hob />
          ) : (
            <Box color="inkSoft" fontSize="13px" px="2">
              {market.readUpTo ? `Read ${day(market.readUpTo, market.today)}` : 'Nothing read yet'}
            </Box>
          ))}
        <Button asChild variant="ghost" size="sm" px="2" fontWeight="400">
          <NavLink to="/sources" aria-current={location.pathname === '/sources' ? 'page' : undefined}>
            Sources
          </NavLink>
        </Button>
        <Button variant="ghost" size="sm" px="2" fontWeight="400" onClick={onFind} disabled={!shown}>
          <Search size={15} aria-hidden /> Find <Kbd>/</Kbd>
        </Button>
        <Button
          variant="ghost"
          size="sm"
          px="1.5"
          aria-label={mode === 'dark' ? 'Light theme' : 'Dark theme'}
          title={mode === 'dark' ? 'Light theme' : 'Dark theme'}
          onClick={flip}
        >
          {mode === 'dark' ? <Sun size={16} /> : <Moon size={16} />}
        </Button>
        <Button
          variant="ghost"
          size="sm"
          px="1.5"
          aria-label="Keys of this screen"
          title="Keys of this screen"
          onClick={onKeys}
        >
          <Keyboard size={16} />
        </Button>
        {person && (
          <Suspense>
            <PersonMenu person={person} />
          </Suspense>
        )}
      </HStack>
    </Flex>
  );
};

const PathRule = () => <Box aria-hidden h="1px" w={{ base: '3px', lg: '5px', '2xl': '28px' }} bg="rule" />;

const PathStep = ({ to, n, children }: { to: string; n?: number; children: string }) => (
  <NavLink to={to}>
    {({ isActive }) => (
      <HStack
        gap={{ base: '1', '2xl': '1.5' }}
        px={{ base: '0.5', xl: '1', '2xl': '1.5' }}
        py="1.5"
        fontWeight={isActive ? 700 : 400}
        color={isActive ? 'aubergine' : 'ink'}
      >
        <Box
          aria-hidden
          w="10px"
          h="10px"
          borderRadius="full"
          borderWidth="1.5px"
          borderColor={isActive ? 'aubergine' : 'inkSoft'}
          bg={isActive ? 'aubergine' : 'transparent'}
        />
        {children}
        {n !== undefined && n > 0 && (
          <Box as="span" fontSize="13px" fontWeight="400" color="inkSoft">
            {n}
          </Box>
        )}
      </HStack>
    )}
  </NavLink>
);
