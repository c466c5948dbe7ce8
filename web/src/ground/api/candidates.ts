import { candidates, reviews } from '@kettle/contract/candidates';
import { shortlist } from '@kettle/contract/shortlist';
import { watch } from '@kettle/contract/watch';
import { api } from './api.ts';
import { fromRoutes } from './from-routes.ts';
import { tag, type Tag } from './tags.ts';

type OfCandidate = { params: { id: number } };
type InMarket = { params: { marketplace: string } };

export const candidatesApi = api.injectEndpoints({
  endpoints: (build) => {
    const { ask, change } = fromRoutes(build);
    const one = ({ params: { id } }: OfCandidate): Tag[] => [tag('Candidate', id)];
    /** The candidate itself, the lists it stands in, and its place among the others. */
    const changed = ({ params: { id } }: OfCandidate): Tag[] => [
      tag('Candidate', id),
      'Candidates',
      tag('Score', id),
      'Standing',
    ];
    /** Its listings changed, too: what is watched, read and mined of it, and the sheets that name their candidates. */
    const lineUpChanged = (args: OfCandidate): Tag[] => [
      ...changed(args),
      tag('Reviews', args.params.id),
      tag('Readings', args.params.id),
      'Watch',
      'Listing',
    ];
    const watchChanged = ({ params: { marketplace } }: InMarket): Tag[] => [
      tag('Watch', marketplace),
      'Listing',
      'Candidate',
      'Readings',
      'Score',
      tag('Standing', marketplace),
    ];
    return {
      candidates: ask(candidates.list, ({ params: { marketplace } }) => [tag('Candidates', marketplace)]),
      candidate: ask(candidates.get, one),
      startCandidate: change(candidates.start, ({ params: { marketplace } }) => [
        tag('Candidates', marketplace),
        'Marketplaces',
        'Listing',
        tag('Standing', marketplace),
      ]),
      changeCandidate: change(candidates.change, changed),
      moveStage: change(candidates.stage, (args) => [...lineUpChanged(args), 'Marketplaces']),
      addNote: change(candidates.note, one),
      addToLineUp: change(candidates.addListings, lineUpChanged),
      removeFromLineUp: change(candidates.removeListing, lineUpChanged),
      morning: ask(watch.morning, ({ params: { marketplace } }) => [
        tag('Watch', marketplace),
        tag('WatchRules', marketplace),
        'Readings',
        tag('Candidates', marketplace),
        'Candidate',
      ]),
      watched: ask(watch.list, ({ params: { marketplace } }) => [tag('Watch', marketplace), 'Readings']),
      watchByCodes: change(watch.add, watchChanged),
      changeWatched: change(watch.change, watchChanged),
      restoreWatched: change(watch.restore, watchChanged),
      watchGroups: ask(watch.groups, ({ params: { marketplace } }) => [
        tag('Watch', marketplace),
        tag('WatchRules', marketplace),
      ]),
      addWatchGroup: change(watch.addGroup, ({ params: { marketplace } }) => [tag('WatchRules', marketplace)]),
      keepWatchGroup: change(watch.keepGroup, ({ params: { marketplace } }) => [tag('WatchRules', marketplace)]),
      dropWatchGroup: change(watch.dropGroup, ({ params: { marketplace } }) => [
        tag('Watch', marketplace),
        tag('WatchRules', marketplace),
      ]),
      watchPlan: ask(watch.plan, ({ params: { marketplace } }) => [tag('WatchRules', marketplace)]),
      keepWatchPlan: change(watch.keepPlan, ({ params: { marketplace } }) => [
        tag('WatchRules', marketplace),
        tag('Runs', marketplace),
        tag('Watch', marketplace),
        'Candidate',
      ]),
      watchRuns: ask(watch.runs, ({ params: { marketplace } }) => [tag('Runs', marketplace), 'Readings']),
      runNow: change(watch.run, ({ params: { marketplace } }) => [tag('Runs', marketplace), tag('Watch', marketplace)]),
      watchEvents: ask(watch.events, ({ params: { marketplace } }) => [tag('WatchEvents', marketplace)]),
      addWatchEvent: change(watch.addEvent, ({ params: { marketplace } }) => [tag('WatchEvents', marketplace)]),
      dropWatchEvent: change(watch.dropEvent, ({ params: { marketplace } }) => [tag('WatchEvents', marketplace)]),
      watchChart: ask(watch.chart, ({ params: { marketplace } }) => [
        tag('Watch', marketplace),
        tag('WatchEvents', marketplace),
        'Readings',
      ]),
      positions: ask(watch.positions, ({ params: { marketplace } }) => [
        tag('Watch', marketplace),
        tag('Demand', marketplace),
        'Readings',
      ]),
      groupReadings: ask(watch.group, ({ params: { id } }) => [tag('Readings', id)]),
      moveHob: change(watch.moveHob, () => ['Jobs']),
      minedReviews: ask(reviews.mined, ({ params: { id } }) => [tag('Reviews', id)]),
      reviewEvidence: ask(reviews.evidence, ({ params: { id } }) => [tag('Reviews', id)]),
      reviewWords: ask(reviews.words, ({ params: { id } }) => [tag('Reviews', id)]),
      readReviews: change(reviews.read),
      corrections: ask(reviews.corrections, () => ['Corrections']),
      // They hold for every candidate of the category, in its themes, its standing and its scores.
      keepCorrections: change(reviews.keepCorrections, () => ['Corrections', 'Reviews', 'Standing', 'Score']),
      compareCorrections: change(reviews.compareCorrections),
      brief: ask(reviews.brief, ({ params: { id } }) => [tag('Brief', id)]),
      keepBrief: change(reviews.keepBrief, ({ params: { id } }) => [tag('Brief', id)]),
      scoresheet: ask(shortlist.scoresheet, () => ['Scoresheets']),
      scoresheets: ask(shortlist.scoresheets, () => ['Scoresheets']),
      addScoresheet: change(shortlist.addScoresheet, () => ['Scoresheets']),
      useScoresheet: change(shortlist.takeScoresheet, () => ['Scoresheets', 'Score', 'Standing']),
      decisions: ask(shortlist.decisions, one),
      decide: change(shortlist.decide, (args) => [...lineUpChanged(args), 'Marketplaces', 'Reasons']),
      dropReasons: ask(shortlist.reasons, () => ['Reasons', 'Candidates']),
      scoresheetVersions: ask(shortlist.versions, () => ['Scoresheets']),
      keepScoresheet: change(shortlist.keepScoresheet, () => ['Scoresheets', 'Score', 'Standing']),
      tryScoresheet: change(shortlist.tryScoresheet),
      scoreMeasures: ask(shortlist.measures, ({ params: { marketplace } }) => [tag('Standing', marketplace)]),
      standing: ask(shortlist.standing, ({ params: { marketplace } }) => [tag('Standing', marketplace)]),
      candidateScore: ask(shortlist.score, ({ params: { id } }) => [tag('Score', id)]),
      answer: change(shortlist.answer, changed),
    };
  },
});
export const {
  useCandidatesQuery,
  useCandidateQuery,
  useStartCandidateMutation,
  useChangeCandidateMutation,
  useMoveStageMutation,
  useAddNoteMutation,
  useAddToLineUpMutation,
  useRemoveFromLineUpMutation,
  useMorningQuery,
  useWatchedQuery,
  useWatchByCodesMutation,
  useChangeWatchedMutation,
  useRestoreWatchedMutation,
  useWatchGroupsQuery,
  useAddWatchGroupMutation,
  useKeepWatchGroupMutation,
  useDropWatchGroupMutation,
  useWatchPlanQuery,
  useKeepWatchPlanMutation,
  useWatchRunsQuery,
  useRunNowMutation,
  useWatchEventsQuery,
  useAddWatchEventMutation,
  useDropWatchEventMutation,
  useWatchChartQuery,
  usePositionsQuery,
  useGroupReadingsQuery,
  useMoveHobMutation,
  useMinedReviewsQuery,
  useReviewEvidenceQuery,
  useReviewWordsQuery,
  useReadReviewsMutation,
  useCorrectionsQuery,
  useKeepCorrectionsMutation,
  useCompareCorrectionsMutation,
  useBriefQuery,
  useKeepBriefMutation,
  useScoresheetQuery,
  useStandingQuery,
  useDecisionsQuery,
  useDecideMutation,
  useDropReasonsQuery,
  useScoresheetVersionsQuery,
  useKeepScoresheetMutation,
  useTryScoresheetMutation,
  useScoreMeasuresQuery,
  useCandidateScoreQuery,
  useAnswerMutation,
  useScoresheetsQuery,
  useAddScoresheetMutation,
  useUseScoresheetMutation,
} = candidatesApi;
