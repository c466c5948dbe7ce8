import { Box, Button, Dialog, Flex, HStack, Input, Portal, RadioGroup, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { useStartCandidateMutation } from '../../ground/api/candidates.ts';
import { problemOf } from '../../ground/api/problem.ts';
import { useBriefsQuery } from '../../ground/api/sheet.ts';
import { useMarket } from '../../ground/market/market.ts';
import { useWatching } from '../../ground/market/use-watching.ts';
import { useAppDispatch } from '../../ground/state/dispatch.ts';
import { count, money } from '../../ground/ui/format.ts';
import { Picture } from '../../ground/ui/picture.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { broughtBack, emptied, toggled, useTrayState } from './tray-slice.ts';
import { useTray } from './use-tray.ts';

/** The slim shelf along the bottom: what has been put aside, and what can be done with it. */
export const TrayBar = () => {
  const market = useMarket();
  const { codes } = useTray();
  const undo = useTrayState((tray) => tray.undo);
  const dispatch = useAppDispatch();
  const [starting, setStarting] = useState(false);
  const watching = useWatching();
  const rimButton = {
    size: 'sm',
    variant: 'outline',
    bg: 'transparent',
    color: 'rimInk',
    borderColor: 'rimInk',
    _hover: { bg: 'rimHover' },
  } as const;
  return (
    <Flex
      as="section"
      aria-label="Tray"
      bg="rim"
      color="rimInk"
      align="center"
      gap="3"
      px="5"
      minH="46px"
      flexShrink={0}
      flexWrap="wrap"
      py="1"
    >
      <Text fontWeight="600">
        Tray{' '}
        <Box as="span" fontWeight="400" data-testid="tray-count">
          {codes.length}
        </Box>
      </Text>
      {codes.length === 0 ? (
        <Text fontSize="13px">
          Nothing put aside on {market.name}. In a list, press <b>x</b> on a row.
        </Text>
      ) : (
        <HStack gap="1.5" overflowX="auto" maxW={{ base: '40%', lg: '55%' }}>
          {codes.map((code) => (
            <button
              key={code}
              type="button"
              title={`${code}: take out of the tray`}
              aria-label={`Take ${code} out of the tray`}
              onClick={() => dispatch(toggled({ marketplace: market.id, code }))}
            >
              <Picture marketplace={market.id} code={code} size={30} />
            </button>
          ))}
        </HStack>
      )}
      <HStack ml="auto" gap="2">
        <Box role="status" fontSize="13px">
          <Watched of={watching} />
        </Box>
        {undo?.marketplace === market.id && (
          <Button {...rimButton} onClick={() => dispatch(broughtBack())}>
            Bring back
          </Button>
        )}
        {codes.length > 0 && (
          <>
            <Button {...rimButton} onClick={() => dispatch(emptied(market.id))}>
              Empty
            </Button>
            <Button {...rimButton} asChild>
              <Link to={`/${market.id}/shelf?codes=${encodeURIComponent(codes.join(','))}`}>See as a shelf</Link>
            </Button>
            <Button {...rimButton} loading={watching.isLoading} onClick={() => watching.watch(codes)}>
              Watch
            </Button>
            <Button size="sm" bg="rimInk" color="rim" onClick={() => setStarting(true)}>
              Start a candidate
            </Button>
          </>
        )}
      </HStack>
      {starting && <StartDialog codes={codes} onClose={() => setStarting(false)} />}
    </Flex>
  );
};

/** What became of watching: how many are new, when their first reading comes, and the way to them. */
const Watched = ({ of: { data, error } }: { of: ReturnType<typeof useWatching> }) => {
  const market = useMarket();
  if (error) return <>Not watched: {problemOf(error)?.title ?? 'the server did not answer'}</>;
  if (!data) return null;
  const { added, already } = data;
  const words =
    added.length === 0
      ? `${already.length === 1 ? `${already[0]} is` : `${already.length} are`} watched already`
      : `${added.length === 1 ? added[0] : added.length} watched from today on${already.length > 0 ? `, ${already.length} already` : ''}`;
  return (
    <span title={added.length > 0 ? data.first : undefined}>
      {words}.{' '}
      <Link to={`/${market.id}/watched/listings`} style={{ textDecoration: 'underline' }}>
        See them
      </Link>
    </span>
  );
};

const StartDialog = ({ codes, onClose }: { codes: string[]; onClose: () => void }) => {
  const market = useMarket();
  const { data } = useBriefsQuery({ params: { marketplace: market.id }, query: { codes: codes.join(',') } });
  const [anchor, setAnchor] = useState(codes[0]!);
  const [name, setName] = useState('');
  const [start, { error, isLoading }] = useStartCandidateMutation();
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const go = async (): Promise<void> => {
    const body = { anchor, rivals: codes.filter((c) => c !== anchor), ...(name.trim() ? { name: name.trim() } : {}) };
    const result = await start({ params: { marketplace: market.id }, body });
    if (!result.data) return;
    dispatch(emptied(market.id));
    onClose();
    void navigate(`/${market.id}/candidates/${result.data.id}/line-up`);
  };
  return (
    <Dialog.Root open onOpenChange={({ open }) => !open && onClose()} scrollBehavior="inside">
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="paper" maxW="36rem">
            <Dialog.Header>
              <Dialog.Title>Start a candidate</Dialog.Title>
            </Dialog.Header>
            <Dialog.Body>
              <Text mb="2">Which listing is the find? The others become its line-up.</Text>
              <RadioGroup.Root
                value={anchor}
                onValueChange={({ value }) => value && setAnchor(value)}
                colorPalette="aubergine"
                aria-label="The find"
              >
                <Flex direction="column" gap="2">
                  {(data ?? []).map((listing) => (
                    <RadioGroup.Item key={listing.code} value={listing.code} alignItems="center">
                      <RadioGroup.ItemHiddenInput />
                      <RadioGroup.ItemIndicator />
                      <RadioGroup.ItemText display="flex" gap="2" alignItems="center" fontWeight="400">
                        <Picture marketplace={market.id} code={listing.code} size={28} />
                        <span>
                          <b>{listing.title}</b>{' '}
                          <Box as="span" color="inkSoft">
                            {listing.code} · {money(listing.price, market)} · {count(listing.units)} a month
                          </Box>
                        </span>
                      </RadioGroup.ItemText>
                    </RadioGroup.Item>
                  ))}
                </Flex>
              </RadioGroup.Root>
              <Box as="label" display="block" mt="4">
                Name
                <Input
                  mt="1"
                  size="sm"
                  value={name}
                  placeholder={data?.find((l) => l.code === anchor)?.title.split(',')[0]}
                  maxLength={160}
                  onChange={(e) => setName(e.target.value)}
                />
              </Box>
              <ProblemNote error={error} kept="The tray is as it was." />
            </Dialog.Body>
            <Dialog.Footer>
              <Button variant="outline" onClick={onClose}>
                Not now
              </Button>
              <Button colorPalette="aubergine" loading={isLoading} onClick={() => void go()}>
                Start it
              </Button>
            </Dialog.Footer>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
};
