import { Box, Button, FileUpload, Flex, HStack, Input, Text } from '@chakra-ui/react';
import { Download, Undo2, X } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import type { KeptCorrections, ReadingCompared } from '@kettle/contract/candidates';
import type { Correction, Corrections, ThemeRef } from '@kettle/core/documents/corrections';
import { fileNameOf } from '@kettle/core/listing/words';
import { useCompareCorrectionsMutation } from '../../ground/api/candidates.ts';
import { StaleNote } from '../../ground/form/stale-note.tsx';
import { count, decimal, percent } from '../../ground/ui/format.ts';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { saveBlob } from '../../ground/ui/save-picture.ts';
import { inWords, judged, nameIn, type Names } from './correcting.ts';
import { smallTrigger, ThemeChooser } from './theme-chooser.tsx';

/** The corrections as they are being made, with what to do with them. */
export interface CorrectionsInHand {
  draft: KeptCorrections;
  newer: KeptCorrections | null;
  change: (next: (draft: KeptCorrections) => KeptCorrections) => void;
  undo: (() => void) | null;
  takeNewer: () => void;
  keepMine: () => void;
}
/** Makes other corrections of those that there are. */
export const put = (
  { change }: Pick<CorrectionsInHand, 'change'>,
  next: (corrections: readonly Correction[]) => Correction[],
): void =>
  change((kept) => ({
    ...kept,
    document: { ...kept.document, corrections: next(kept.document.corrections) },
  }));
/** Says some corrections after those that there are. */
export const correct = (inHand: Pick<CorrectionsInHand, 'change'>, more: readonly Correction[]): void =>
  put(inHand, (all) => [...all, ...more]);
const listOf = ({ draft }: CorrectionsInHand): readonly Correction[] => draft.document.corrections;
/** Corrections that are listed; the rest is counted. */
const MOST_LISTED = 200;

/** How reviews of this category are read differently, as it was said; what can be said of all its sentences. */
export const CorrectionsPanel = ({
  candidate,
  category,
  inHand,
  themes,
  names,
  phrase: suggested,
}: {
  candidate: number;
  category: { name: string; candidates: number };
  inHand: CorrectionsInHand;
  themes: readonly ThemeRef[];
  names: Names;
  /** What the reviews are filtered by at the moment. */
  phrase: string;
}) => {
  const list = listOf(inHand);
  const remove = (at: number): void => put(inHand, (all) => all.filter((_, i) => i !== at));
  return (
    <>
      <Flex align="baseline" gap="3" wrap="wrap">
        <Text as="h2" fontFamily="heading" fontWeight="700" fontSize="16px">
          Corrections
        </Text>
        <HStack gap="2" ml="auto">
          <Button size="2xs" variant="outline" disabled={!inHand.undo} onClick={() => inHand.undo?.()}>
            <Undo2 size={12} aria-hidden /> Take the last back
          </Button>
          <Button
            size="2xs"
            variant="outline"
            disabled={list.length === 0}
            onClick={() => saveCorrections(category.name, inHand.draft.document)}
          >
            <Download size={12} aria-hidden /> Save (JSON)
          </Button>
        </HStack>
      </Flex>
      <Text color="inkSoft" fontSize="13px">
        They hold for all reviews in “{category.name}” ({count(category.candidates)}{' '}
        {category.candidates === 1 ? 'candidate' : 'candidates'}), those that come later, too.
      </Text>
      {inHand.newer && (
        <StaleNote
          differences={[
            {
              name: 'Corrections',
              mine: count(list.length),
              newer: count(inHand.newer.document.corrections.length),
            },
          ]}
          onMine={inHand.keepMine}
          onNewer={inHand.takeNewer}
        />
      )}
      <PhraseRule
        key={suggested}
        suggested={suggested}
        themes={themes}
        names={names}
        onSay={(one) => correct(inHand, [one])}
      />
      <PartRule onSay={(one) => correct(inHand, [one])} />
      <Colleague candidate={candidate} inHand={inHand} names={names} />
      {list.length === 0 ? (
        <Text mt="3" fontSize="14px" color="inkSoft">
          None yet. Among the sentences of a theme press r where it is right, w where it is wrong, b to say where it
          belongs.
        </Text>
      ) : (
        <Box as="ol" aria-label="Corrections made" listStyleType="none" mt="2" fontSize="13px">
          {list
            .map((one, at) => ({ one, at }))
            .reverse()
            .slice(0, MOST_LISTED)
            .map(({ one, at }) => (
              <Flex as="li" key={at} py="1.5" gap="2" align="flex-start" borderTopWidth="1px" borderColor="rule">
                <Text flex="1" overflowWrap="anywhere">
                  {inWords(one, names)}
                </Text>
                <Button
                  size="2xs"
                  variant="outline"
                  px="1.5"
                  aria-label={`Take back: ${inWords(one, names)}`}
                  title="Take back"
                  onClick={() => remove(at)}
                >
                  <X size={12} aria-hidden />
                </Button>
              </Flex>
            ))}
          {list.length > MOST_LISTED && (
            <Text py="1.5" color="inkSoft">
              and {count(list.length - MOST_LISTED)} earlier ones.
            </Text>
          )}
        </Box>
      )}
    </>
  );
};

const Rule = ({ children }: { children: ReactNode }) => (
  <Flex mt="2" gap="2" align="center" wrap="wrap" fontSize="13px">
    {children}
  </Flex>
);
const Words = (props: { label: string; value: string; onChange: (value: string) => void; maxLength?: number }) => (
  <Input
    size="xs"
    w="150px"
    bg="paper"
    maxLength={props.maxLength ?? 100}
    aria-label={props.label}
    value={props.value}
    onChange={(e) => props.onChange(e.target.value)}
  />
);
const isWord = (text: string): boolean => /[\p{L}\p{N}]/u.test(text);

/** Any sentence with some words says something: how a theme is made of what the program does not know. */
const PhraseRule = ({
  suggested,
  themes,
  names,
  onSay,
}: {
  suggested: string;
  themes: readonly ThemeRef[];
  names: Names;
  onSay: (one: Correction) => void;
}) => {
  const [phrase, setPhrase] = useState(suggested.replace(/["“”„]/g, ''));
  return (
    <Rule>
      Any sentence with
      <Words label="Words of a sentence" value={phrase} onChange={setPhrase} />
      says
      <ThemeChooser
        label="What it says"
        trigger={smallTrigger('choose or name a theme …')}
        themes={themes}
        names={names}
        onChoose={(into) => {
          if (!isWord(phrase)) return;
          onSay({ do: 'phrase', phrase: phrase.trim(), into });
          setPhrase('');
        }}
      />
    </Rule>
  );
};

const PartRule = ({ onSay }: { onSay: (one: Correction) => void }) => {
  const [part, setPart] = useState('');
  const [into, setInto] = useState('');
  const clean = (text: string): string => text.trim().toLowerCase();
  const isReady = isWord(part) && isWord(into) && clean(part) !== clean(into);
  return (
    <Rule>
      The part
      <Words label="Name of a part" value={part} onChange={setPart} maxLength={80} />
      is called
      <Words label="Its other name" value={into} onChange={setInto} maxLength={80} />
      <Button
        size="2xs"
        variant="outline"
        disabled={!isReady}
        onClick={() => {
          onSay({ do: 'part', part: clean(part), into: clean(into) });
          setPart('');
          setInto('');
        }}
      >
        Say so
      </Button>
    </Rule>
  );
};

const saveCorrections = (name: string, document: Corrections): void =>
  saveBlob(
    new Blob([`${JSON.stringify(document, null, 1)}\n`], { type: 'application/json' }),
    fileNameOf(`${name} corrections`, 'json'),
  );

interface Theirs {
  compared: ReadingCompared;
  corrections: readonly Correction[];
}

/** Another person's corrections out of a file: how far the two agree, what differs first, and taking theirs in. */
const Colleague = ({ candidate, inHand, names }: { candidate: number; inHand: CorrectionsInHand; names: Names }) => {
  const [compare, { error }] = useCompareCorrectionsMutation();
  const [theirs, setTheirs] = useState<Theirs | null>(null);
  const [fault, setFault] = useState('');
  const take = async (file: File | undefined): Promise<void> => {
    setTheirs(null);
    setFault('');
    if (!file) return;
    let body: Corrections;
    try {
      body = JSON.parse(await file.text()) as Corrections;
    } catch {
      setFault(`“${file.name}” is no JSON.`);
      return;
    }
    const { data } = await compare({ params: { id: candidate }, body });
    if (data) setTheirs({ compared: data, corrections: body.corrections });
  };
  const own = new Set(listOf(inHand).map((c) => JSON.stringify(c)));
  const fresh = theirs?.corrections.filter((c) => !own.has(JSON.stringify(c))) ?? [];
  return (
    <>
      <Rule>
        A colleague’s reading
        <FileUpload.Root accept=".json,application/json" w="auto" onFileAccept={({ files }) => void take(files[0])}>
          <FileUpload.HiddenInput aria-label="A colleague’s corrections" />
          <FileUpload.Trigger asChild>
            <Button size="2xs" variant="outline">
              Compare a file …
            </Button>
          </FileUpload.Trigger>
        </FileUpload.Root>
      </Rule>
      {fault && (
        <Text role="alert" color="brick" fontSize="13px">
          {fault}
        </Text>
      )}
      {error && <ProblemNote error={error} />}
      {theirs && (
        <Box mt="2" px="3" py="2" borderWidth="1px" borderColor="rule" borderRadius="l1" bg="paper" fontSize="13px">
          <Text>{agreementInWords(theirs.compared)}</Text>
          <Box as="ul" listStyleType="none" aria-label="What differs">
            {theirs.compared.differences.slice(0, MOST_LISTED).map((d) => (
              <Flex as="li" key={`${d.sentence}${d.theme.concept}`} gap="2" py="1" align="flex-start">
                <Text flex="1" overflowWrap="anywhere">
                  “{d.sentence}”: {d.mine ? nameIn(names, d.mine) : 'left out'} here,{' '}
                  <b>{d.theirs ? nameIn(names, d.theirs) : 'left out'}</b> there
                </Text>
                <Button
                  size="2xs"
                  variant="outline"
                  onClick={() => {
                    put(inHand, (all) => judged(all, d.sentence, d.theme, d.theirs));
                    setTheirs({
                      ...theirs,
                      compared: { ...theirs.compared, differences: theirs.compared.differences.filter((x) => x !== d) },
                    });
                  }}
                >
                  Take theirs
                </Button>
              </Flex>
            ))}
          </Box>
          <HStack gap="2" mt="1">
            <Button size="2xs" variant="outline" disabled={fresh.length === 0} onClick={() => correct(inHand, fresh)}>
              Take in all {count(fresh.length)} that are not here
            </Button>
            <Button size="2xs" variant="outline" onClick={() => setTheirs(null)}>
              Close
            </Button>
          </HStack>
        </Box>
      )}
    </>
  );
};

/** How far two readings agree. @example agreementInWords({ both: 0, kappa: null, differences: [] }) // => "No sentence was judged by both." */
export const agreementInWords = ({ both, kappa }: ReadingCompared): string => {
  if (both === 0) return 'No sentence was judged by both.';
  const judged = `${count(both)} ${both === 1 ? 'sentence was' : 'sentences were'} judged by both`;
  return kappa
    ? `${judged}, ${percent(kappa.agreed)} alike. Beyond chance they agree by ${decimal(kappa.value)} (Cohen’s kappa, ${decimal(kappa.interval.low)} to ${decimal(kappa.interval.high)}; 1 is wholly, 0 as by chance).`
    : `${judged}, all alike and all as one thing: chance cannot be told from agreement there.`;
};
