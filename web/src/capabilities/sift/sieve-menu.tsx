import { Box, Button, Flex, Heading, IconButton, Input, Popover, Portal, Text } from '@chakra-ui/react';
import { ChevronDown, Copy, Flag, Pencil, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import type { Sieve, SievePlace } from '@kettle/contract/sift';
import {
  useChangeSieveMutation,
  useDropSieveMutation,
  useKeepSieveMutation,
  useSievesQuery,
} from '../../ground/api/sift.ts';
import {
  FieldRow,
  Form,
  LongTextField,
  SendButton,
  TextField,
  useKeptForm,
  useTypedValues,
} from '../../ground/form/form.tsx';
import type { LimitAddress } from '../../ground/limits/use-limits.ts';
import { useMarket } from '../../ground/market/market.ts';
import { day } from '../../ground/ui/format.ts';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';

/** Sieves: limits kept under a name, the starter sieves with their reasoning, and keeping what is set now. */
export const SieveMenu = ({
  place,
  address: sift,
}: {
  place: SievePlace;
  address: Pick<LimitAddress<unknown>, 'search' | 'sieve' | 'load'>;
}) => {
  const market = useMarket();
  const { data, error } = useSievesQuery({ params: { marketplace: market.id }, query: { place } });
  const [open, setOpen] = useState(false);
  const [keep, kept] = useKeepSieveMutation();
  const [change, changed] = useChangeSieveMutation();
  const [drop, dropped] = useDropSieveMutation();
  const [gone, setGone] = useState<Sieve | null>(null);
  const now = data?.kept.find((s) => s.id === sift.sieve);
  const load = (search: string, id: number | null): void => {
    setOpen(false);
    sift.load(search, id);
  };
  const keepAs = async (name: string, search: string, reasoning: string): Promise<{ error?: unknown }> => {
    const result = await keep({ params: { marketplace: market.id }, body: { name, search, reasoning, place } });
    if (result.data && search === sift.search) sift.load(search, result.data.id);
    return { error: result.error };
  };
  const isChanged = now !== undefined && !sameSearch(now.search, sift.search);
  return (
    <Popover.Root
      open={open}
      onOpenChange={(e) => setOpen(e.open)}
      lazyMount
      unmountOnExit
      positioning={{ placement: 'bottom-end' }}
    >
      <Popover.Trigger asChild>
        <Button size="xs" variant="outline" bg="paper">
          Sieve: {now?.name ?? 'none'}
          {isChanged && (
            <Box as="span" color="saffron">
              {' '}
              · changed
            </Box>
          )}
          <ChevronDown size={14} aria-hidden />
        </Button>
      </Popover.Trigger>
      <Portal>
        <Popover.Positioner>
          <Popover.Content bg="paper" w="460px" aria-label="Sieves">
            <Popover.Body maxH="70vh" overflow="auto" p="4" fontSize="13px" tabIndex={0}>
              {isChanged && (
                <Flex gap="2" mb="3" align="center">
                  <Text flex="1">
                    The limits differ from those of <b>{now.name}</b>.
                  </Text>
                  <Button size="xs" onClick={() => load(now.search, now.id)} variant="outline">
                    Go back to it
                  </Button>
                  <Button
                    size="xs"
                    colorPalette="aubergine"
                    onClick={() => void change({ params: { id: now.id }, body: { search: sift.search } })}
                  >
                    Keep the change
                  </Button>
                </Flex>
              )}
              <KeepForm onKeep={(name, reasoning) => keepAs(name, sift.search, reasoning)} />
              <ProblemNote
                error={kept.error ?? changed.error ?? dropped.error ?? error}
                kept="The limits are kept in the address."
              />
              {data && data.kept.length > 0 && (
                <Heading as="h3" fontSize="14px" mt="4" mb="1">
                  Your sieves
                </Heading>
              )}
              {data?.kept.map((s) => (
                <KeptSieve
                  key={s.id}
                  sieve={s}
                  search={place === 'sift' ? sift.search : null}
                  onOpen={() => load(s.search, s.id)}
                  onChange={(body) => void change({ params: { id: s.id }, body })}
                  onCopy={() => void keepAs(copyName(s.name, data.kept), s.search, s.reasoning)}
                  onDrop={() => {
                    setGone(s);
                    void drop({ params: { id: s.id } });
                  }}
                />
              ))}
              {gone && !data?.kept.some((s) => s.id === gone.id) && (
                <Flex role="status" gap="2" align="center" mt="2">
                  “{gone.name}” was deleted.
                  <Button
                    size="2xs"
                    variant="outline"
                    onClick={() => {
                      void keepAs(gone.name, gone.search, gone.reasoning);
                      setGone(null);
                    }}
                  >
                    Bring back
                  </Button>
                </Flex>
              )}
              <Heading as="h3" fontSize="14px" mt="4" mb="1">
                Starter sieves
              </Heading>
              <Text color="inkSoft" mb="1">
                Practitioners disagree about every bound. Take one, look, and set your own.
              </Text>
              {data?.starters.map((s) => (
                <Box key={s.key} py="1.5" borderTopWidth="1px" borderColor="rule">
                  <Flex gap="2" align="baseline">
                    <Text fontWeight="600" flex="1">
                      {s.name}
                    </Text>
                    <Button
                      size="2xs"
                      variant="outline"
                      aria-label={`Sift with ${s.name}`}
                      onClick={() => load(s.search, null)}
                    >
                      Sift with it
                    </Button>
                  </Flex>
                  <Text color="inkSoft">{s.reasoning}</Text>
                </Box>
              ))}
            </Popover.Body>
          </Popover.Content>
        </Popover.Positioner>
      </Portal>
    </Popover.Root>
  );
};

const sameSearch = (a: string, b: string): boolean => {
  const sorted = (search: string): string => {
    const parameters = new URLSearchParams(search);
    parameters.sort();
    return parameters.toString();
  };
  return sorted(a) === sorted(b);
};

const copyName = (name: string, kept: readonly Sieve[]): string => {
  for (let n = 2; ; n++) {
    const wanted = `${name.slice(0, 74)} ${n}`;
    if (!kept.some((s) => s.name === wanted)) return wanted;
  }
};

const KeepForm = ({ onKeep }: { onKeep: (name: string, reasoning: string) => Promise<{ error?: unknown }> }) => {
  const form = useKeptForm('sieve', { name: '', reasoning: '' }, ({ name, reasoning }) => onKeep(name, reasoning));
  const { name } = useTypedValues(form);
  return (
    <Form of={form} size="sm" tellsProblem={false}>
      <FieldRow>
        <TextField name="name" label="Keep the limits that are set now, as" maxLength={80} placeholder="a name" />
        <SendButton empty="name">Keep</SendButton>
      </FieldRow>
      {name !== '' && (
        <Box mt="2">
          <LongTextField name="reasoning" label="Why these limits (for your later self)" rows={2} maxLength={1000} />
        </Box>
      )}
    </Form>
  );
};

const KeptSieve = ({
  sieve,
  search,
  onOpen,
  onChange,
  onCopy,
  onDrop,
}: {
  sieve: Sieve;
  /** What is set now, to compare with; null where there is nothing to compare by. */
  search: string | null;
  onOpen: () => void;
  onChange: (body: { name?: string; isStart?: boolean }) => void;
  onCopy: () => void;
  onDrop: () => void;
}) => {
  const market = useMarket();
  const [naming, setNaming] = useState<string | null>(null);
  const small = { size: '2xs', variant: 'ghost' } as const;
  return (
    <Box py="1.5" borderTopWidth="1px" borderColor="rule">
      <Flex gap="1" align="center">
        {naming === null ? (
          <Text fontWeight="600" flex="1">
            {sieve.name}
            {sieve.isStart && (
              <Box as="span" color="aubergine" fontWeight="400">
                {' '}
                · start
              </Box>
            )}
          </Text>
        ) : (
          <Input
            size="xs"
            flex="1"
            autoFocus
            aria-label={`New name of ${sieve.name}`}
            value={naming}
            maxLength={80}
            onChange={(e) => setNaming(e.target.value)}
            onBlur={() => {
              if (naming.trim() !== '' && naming.trim() !== sieve.name) onChange({ name: naming });
              setNaming(null);
            }}
            onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
          />
        )}
        <Button size="2xs" variant="outline" aria-label={`Open ${sieve.name}`} onClick={onOpen}>
          Open
        </Button>
        <IconButton
          {...small}
          aria-label={`${sieve.name}: ${sieve.isStart ? 'no longer the start' : 'start with it'}`}
          title={sieve.isStart ? 'No longer the start' : 'Start with it'}
          aria-pressed={sieve.isStart}
          color={sieve.isStart ? 'aubergine' : undefined}
          onClick={() => onChange({ isStart: !sieve.isStart })}
        >
          <Flag size={13} />
        </IconButton>
        <IconButton {...small} aria-label={`Rename ${sieve.name}`} title="Rename" onClick={() => setNaming(sieve.name)}>
          <Pencil size={13} />
        </IconButton>
        <IconButton {...small} aria-label={`Copy ${sieve.name}`} title="Copy" onClick={onCopy}>
          <Copy size={13} />
        </IconButton>
        <IconButton {...small} aria-label={`Delete ${sieve.name}`} title="Delete" onClick={onDrop}>
          <Trash2 size={13} />
        </IconButton>
      </Flex>
      {sieve.reasoning !== '' && <Text color="inkSoft">{sieve.reasoning}</Text>}
      {search !== null && (
        <Flex color="inkSoft" gap="3">
          <Text flex="1">{sieve.openedOn ? `opened ${day(sieve.openedOn, market.today)}` : 'not opened yet'}</Text>
          <Box asChild color="aubergine" textDecoration="underline">
            <Link to={`/${market.id}/compare?${new URLSearchParams({ a: sieve.search, b: search })}`}>
              Compare with what is set
            </Link>
          </Box>
        </Flex>
      )}
    </Box>
  );
};
