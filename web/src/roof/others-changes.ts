import { useEffect, useState } from 'react';
import type { Change, Here, Me } from '@kettle/contract/people';
import { api } from '../ground/api/api.ts';
import { setPresent } from '../ground/state/present.ts';
import { useAppDispatch } from '../ground/state/dispatch.ts';
import { tag, TAGS, type Tag, type TagName } from '../ground/api/tags.ts';

const OF_CANDIDATE: readonly TagName[] = ['Candidate', 'Score', 'Opinions', 'PageDraft', 'BeforeOrder', 'Brief', 'Reviews', 'Readings']; // prettier-ignore
const WITH_CANDIDATE: readonly TagName[] = ['Candidates', 'Standing', 'Costing', 'Costings', 'Reasons', 'Marketplaces'];
const OF_MARKET: readonly TagName[] = ['Candidates', 'Standing', 'Watch', 'WatchRules', 'WatchEvents', 'Runs', 'Means', 'Sift', 'Demand', 'Listing', 'Sieves', 'StayAway', 'FlagRules', 'ShelfRules', 'CostRules']; // prettier-ignore

/** What is to be asked afresh after somebody else's change, by its route. */
export const tagsOfChange = ({
  what,
  parameters: { id, marketplace, code },
}: Pick<Change, 'what' | 'parameters'>): Tag[] => {
  // prettier-ignore
  const path = what.split(' ')[1] ?? '';
  if (path.startsWith('/api/candidates/') && id)
    return [...OF_CANDIDATE.map((t) => tag(t, Number(id))), ...WITH_CANDIDATE];
  if (path.startsWith('/api/scoresheets')) return ['Scoresheets', 'Score', 'Standing'];
  if (path.startsWith('/api/people') || path.startsWith('/api/invitations')) return ['People', 'Me'];
  if (path.startsWith('/api/marketplaces/') && marketplace)
    return [
      ...OF_MARKET.map((t) => tag(t, marketplace)),
      ...(code ? [tag('Listing', `${marketplace}/${code}`)] : []),
      'Marketplaces',
      'Imports',
      'Jobs',
      'Quotes',
      'Curves',
    ];
  // Of what it may be is not known: all that is shown is asked for afresh.
  return [...TAGS];
};

const WORDS: readonly (readonly [RegExp, string])[] = [
  [/\/notes$/, 'wrote a note'],
  [/\/answers\//, 'answered a question'],
  [/\/(decisions|stage)$/, 'decided about a candidate'],
  [/\/candidates$/, 'started a candidate'],
  [/\/opinions/, 'brought an opinion in'],
  [/\/imports/, 'brought files in'],
  [/\/(page-draft|before-order|brief)/, 'worked on a candidate’s papers'],
  [/\/costing/, 'worked on a costing'],
  [/\/watch/, 'changed what is watched'],
];
/** A change in words. */
const inWords = ({ by, what }: Change): string => `${by} ${WORDS.find(([p]) => p.test(what))?.[1] ?? 'changed something'}`; // prettier-ignore
const SHOWN_MS = 6_000;

/** Hears what others change and asks afresh for what of it is shown; tells it for a moment in words. */
export const useOthersChanges = (person: Me['person']): string => {
  const dispatch = useAppDispatch();
  const [told, setTold] = useState('');
  const id = person?.id ?? null;
  useEffect(() => {
    if (id === null) return;
    let timer: ReturnType<typeof setTimeout> | undefined;
    // Reconnects by itself; what was missed meanwhile is asked for when the line is back.
    const line = new EventSource('/api/changes');
    let wasAway = false;
    line.onerror = () => (wasAway = true);
    line.onopen = () => {
      if (wasAway) dispatch(api.util.invalidateTags([...TAGS]));
      wasAway = false;
    };
    line.onmessage = ({ data }: MessageEvent<string>) => {
      const change = JSON.parse(data) as Change;
      if (change.person === id) return;
      dispatch(api.util.invalidateTags(tagsOfChange(change)));
      setTold(inWords(change));
      clearTimeout(timer);
      timer = setTimeout(() => setTold(''), SHOWN_MS);
    };
    line.addEventListener('here', ({ data }: MessageEvent<string>) => setPresent((JSON.parse(data) as Here[]).filter((h) => h.person !== id))); // prettier-ignore
    return () => {
      clearTimeout(timer);
      setPresent([]);
      line.close();
    };
  }, [id, dispatch]);
  return told;
};
