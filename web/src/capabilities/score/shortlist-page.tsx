import { Box, Button, Flex, Heading, Skeleton, Text } from '@chakra-ui/react';
import { skipToken } from '@reduxjs/toolkit/query/react';
import { Link, useSearchParams } from 'react-router';
import type { ScoredCandidate } from '@kettle/contract/shortlist';
import { STAGES } from '@kettle/core/documents/stages';
import { mostPointsOf } from '@kettle/core/score/scoresheet';
import {
  useScoresheetQuery,
  useScoresheetsQuery,
  useScoresheetVersionsQuery,
  useStandingQuery,
} from '../../ground/api/candidates.ts';
import { useMarket } from '../../ground/market/market.ts';
import { Empty } from '../../ground/ui/empty.tsx';
import { SeveralPanel } from '../costing/several-panel.tsx';
import { ExportMenu } from '../../ground/ui/export-menu.tsx';
import { LabelledChoice } from '../../ground/ui/labelled-choice.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { DroppedFor } from './dropped-for.tsx';
import { FirmnessPanel } from './firmness-panel.tsx';
import { MeansForm } from './means-form.tsx';
import { OneQuestion } from './one-question.tsx';
import { SideBySide } from './side-by-side.tsx';
import { Standing } from './standing-table.tsx';
import { useSheetHere } from './use-sheet.ts';
import { YearPanel } from './year-panel.tsx';

export { ShortlistPage as Component };

const MOST_COMPARED = 6;
/** Compared before any is chosen. */
const FIRST = 4;

const ShortlistPage = () => {
  const market = useMarket();
  const [search, setSearch] = useSearchParams();
  const { data: sheets = [] } = useScoresheetsQuery({ params: {} });
  const { data: inUse } = useScoresheetQuery({ params: {} });
  const asked = sheets.find((s) => String(s.id) === search.get('sheet') && !s.inUse);
  const { data: other } = useScoresheetVersionsQuery(asked ? { params: { id: asked.id } } : skipToken);
  const { data, error } = useStandingQuery(
    { params: { marketplace: market.id }, query: asked ? { sheet: asked.id } : {} },
    { refetchOnMountOrArgChange: true },
  );
  const document = useSheetHere(asked ? other?.[0]?.document : inUse?.document);
  const running = data?.filter((c) => c.stage !== 'dropped') ?? [];
  const stage = search.get('stage') ?? '';
  const label = search.get('label') ?? '';
  const shown = (data ?? []).filter((c) => (stage === '' || c.stage === stage) && (label === '' || c.labels.includes(label))); // prettier-ignore
  const labels = [...new Set((data ?? []).flatMap((c) => c.labels))].sort();
  const chosen = (search.get('beside') ?? '').split(',').map(Number).filter((id) => data?.some((c) => c.id === id)); // prettier-ignore
  const compared = chosen.length > 0 ? chosen : shown.filter((c) => c.stage !== 'dropped').slice(0, FIRST).map((c) => c.id); // prettier-ignore
  const set = (part: Record<string, string>): void =>
    setSearch(
      (now) => {
        const next = new URLSearchParams(now);
        for (const [key, value] of Object.entries(part)) if (value === '') next.delete(key); else next.set(key, value); // prettier-ignore
        return next;
      },
      { replace: true },
    );
  const compare = (id: number): void =>
    set({ beside: (compared.includes(id) ? compared.filter((c) => c !== id) : [...compared, id].slice(-MOST_COMPARED)).join(',') }); // prettier-ignore
  const placeOf = (c: ScoredCandidate): number | null =>
    c.stage === 'dropped' || c.score.verdict === 'ruled out' ? null : running.indexOf(c) + 1;
  return (
    <Box>
      <title>{`Shortlist on ${market.name} – Cold Kettle`}</title>
      <Flex px="5" pt="4" pb="3" align="flex-end" gap="4" wrap="wrap">
        <Box flex="1">
          <Heading as="h1" fontSize="22px">
            {data
              ? `${running.length === 1 ? 'One candidate is' : `${running.length} candidates are`} in the running`
              : 'The standing'}
          </Heading>
          {document && (
            <Text color="inkSoft" fontSize="13px">
              Scoresheet “{document.name}”, {document.gates.length} gates, {document.criteria.length} criteria, pass
              mark {document.passMark} of {mostPointsOf(document)}. Sorted by the least points.
            </Text>
          )}
        </Box>
        {sheets.length > 1 && (
          <LabelledChoice
            label="By"
            width="200px"
            value={asked ? String(asked.id) : ''}
            onChange={(id) => set({ sheet: id })}
            options={[
              ['', `${inUse?.document.name ?? 'the one'} (in use)`],
              ...sheets.filter((s) => !s.inUse).map((s) => [String(s.id), s.name] as const),
            ]}
          />
        )}
        <Button asChild size="xs" variant="outline" bg="paper">
          <Link to={`/${market.id}/scoresheet`}>Change the scoresheet</Link>
        </Button>
        {data && data.length > 0 && (
          <ExportMenu what="Standing" addressOf={(ending) => `/api/marketplaces/${market.id}/shortlist.${ending}`} />
        )}
      </Flex>
      <Box px="5">
        <ProblemNote error={error} />
      </Box>
      <MeansForm />
      {!data && !error && <Skeleton m="5" h="200px" />}
      {data?.length === 0 && (
        <Empty title="Nothing to compare yet">
          Start candidates from the tray, watch them, fill their scoresheets: the order shows here.
        </Empty>
      )}
      {data && data.length > 0 && document && data[0]!.score.gates.length === document.gates.length && (
        <>
          <Flex px="5" pb="2" gap="4" fontSize="13px" align="flex-end" wrap="wrap">
            <LabelledChoice
              label="Stage"
              width="150px"
              value={stage}
              onChange={(to) => set({ stage: to })}
              options={[['', 'all'], ...STAGES.map((s) => [s, s] as const)]}
            />
            {labels.length > 0 && (
              <LabelledChoice
                label="Label"
                width="150px"
                value={label}
                onChange={(to) => set({ label: to })}
                options={[['', 'all'], ...labels.map((l) => [l, l] as const)]}
              />
            )}
            {shown.length < data.length && (
              <Text color="inkSoft" pb="1.5">
                {shown.length} of {data.length} shown; places are those among all.
              </Text>
            )}
          </Flex>
          <Standing rows={shown} sheet={document} placeOf={placeOf} compared={compared} onCompare={compare} />
          <SideBySide
            rows={compared.flatMap((id) => data.find((c) => c.id === id) ?? [])}
            all={running}
            sheet={document}
          />
          {/* prettier-ignore */}
          {!asked && <OneQuestion sheet={document} rows={running} />}
          <FirmnessPanel sheet={document} rows={running} />
        </>
      )}
      <DroppedFor />
      {data && data.length > 0 && (
        <Box px="5" pb="6">
          <SeveralPanel />
          <YearPanel />
        </Box>
      )}
    </Box>
  );
};
