import { Box, Button, Flex, Heading, Input, Skeleton } from '@chakra-ui/react';
import { lazy, Suspense, useState } from 'react';
import { NavLink, useParams } from 'react-router';
import type { Candidate } from '@kettle/contract/candidates';
import { newcomersSell, type NewcomersSell } from '@kettle/core/shelf/newcomers-sell';
import { STARTER_SHELF_RULES } from '@kettle/core/shelf/rules';
import { useCandidateQuery, useChangeCandidateMutation } from '../../ground/api/candidates.ts';
import { useCandidateCostingQuery, useCandidateCostingsQuery } from '../../ground/api/costing.ts';
import { useSheetQuery } from '../../ground/api/sheet.ts';
import { useMarket } from '../../ground/market/market.ts';
import { NotThere } from '../../ground/ui/not-there.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { ComparePanel } from '../costing/compare-panel.tsx';
import { CostingsBar } from '../costing/costings-bar.tsx';
import { MoneyPanel } from '../costing/money-panel.tsx';
import { AwayMenu } from '../../ground/ui/export-menu.tsx';
import { ReviewsTab } from '../reviews/reviews-tab.tsx';
import { ScoresheetTab } from '../score/scoresheet-tab.tsx';
import { AlsoHere } from './also-here.tsx';
import { LineUpTab } from './line-up-tab.tsx';
import { LogTab } from './log-tab.tsx';
import { StageRail } from './stage-rail.tsx';

const TermsTab = lazy(() => import('../terms/terms-tab.tsx'));
const ReadingsTab = lazy(() => import('../watch/readings-tab.tsx'));
const PageTab = lazy(() => import('../papers/page-tab.tsx'));
const OwnOpinion = lazy(() => import('../score/own-opinion.tsx'));
const BeforeOrderTab = lazy(() => import('../papers/before-order-tab.tsx'));
const TABS = [
  ['line-up', 'Line-up'],
  ['terms', 'Terms'],
  ['readings', 'Readings'],
  ['reviews', 'Reviews'],
  ['costing', 'Costing'],
  ['scoresheet', 'Scoresheet'],
  ['page', 'Page'],
  ['before-order', 'Before you order'],
  ['log', 'Log'],
] as const;

export const Component = () => {
  const market = useMarket();
  const { id = '', tab = 'line-up' } = useParams();
  const number = Number(id);
  const valid = Number.isSafeInteger(number) && number > 0;
  const { data, error } = useCandidateQuery({ params: { id: number } }, { skip: !valid });
  if (!valid || (error && 'status' in error && error.status === 404))
    return <NotThere what={`The candidate “${id}”`} />;
  if (data && data.marketplace !== market.id) return <NotThere what={`The candidate ${id} of ${market.name}`} />;
  return (
    <Flex direction="column" h="100%">
      {error && <ProblemNote error={error} />}
      {data ? (
        <CandidateBody candidate={data} tab={tab} />
      ) : (
        !error && (
          <Box p="5">
            <Skeleton h="90px" />
          </Box>
        )
      )}
    </Flex>
  );
};

const CandidateBody = ({ candidate, tab }: { candidate: Candidate; tab: string }) => {
  const market = useMarket();
  return (
    <>
      <title>{`${candidate.name} – Cold Kettle`}</title>
      <Box px="5" pt="3">
        <Name key={candidate.name} candidate={candidate} />
        <AlsoHere candidate={candidate.id} />
        <Box mt="2">
          <StageRail candidate={candidate} today={market.today} />
        </Box>
        <Flex
          as="nav"
          aria-label="Parts of the candidate"
          gap="6"
          mt="3"
          borderBottomWidth="1px"
          borderColor="rule"
          overflowX="auto"
        >
          {TABS.map(([key, name]) => (
            <NavLink key={key} to={`/${market.id}/candidates/${candidate.id}/${key}`}>
              <Box
                py="1.5"
                borderBottomWidth="2px"
                mb="-1px"
                borderColor={tab === key ? 'aubergine' : 'transparent'}
                color={tab === key ? 'aubergine' : 'ink'}
                fontWeight={tab === key ? 700 : 400}
                whiteSpace="nowrap"
              >
                {name}
                {key === 'line-up' ? ` ${candidate.lineUp.length}` : ''}
              </Box>
            </NavLink>
          ))}
        </Flex>
      </Box>
      <Box flex="1" minH="0" overflow="auto">
        {tab === 'line-up' && <LineUpTab candidate={candidate} />}
        {tab === 'terms' && (
          <Suspense fallback={<Skeleton m="5" h="260px" />}>
            <TermsTab candidate={candidate} />
          </Suspense>
        )}
        {tab === 'readings' && (
          <Suspense fallback={<Skeleton m="5" h="260px" />}>
            <ReadingsTab candidate={candidate} />
          </Suspense>
        )}
        {tab === 'reviews' && <ReviewsTab candidate={candidate} />}
        {tab === 'costing' && <CostingTab candidate={candidate} />}
        {tab === 'scoresheet' && <ScoresheetTab candidate={candidate} />}
        {(tab === 'page' || tab === 'before-order') && (
          <Suspense fallback={<Skeleton m="5" h="260px" />}>
            {tab === 'page' ? <PageTab candidate={candidate} /> : <BeforeOrderTab candidate={candidate} />}
          </Suspense>
        )}
        {tab === 'own-answers' && (
          <Suspense fallback={<Skeleton m="5" h="260px" />}>
            <OwnOpinion candidate={candidate} />
          </Suspense>
        )}
        {tab === 'log' && <LogTab candidate={candidate} />}
      </Box>
    </>
  );
};

const PAPERS = [
  ['report.html', 'Report for a second opinion, to print'],
  ['report.docx', 'Report as DOCX'],
  ['report.md', 'Report as Markdown'],
  ['brief.html', 'Brief for the maker, to print'],
  ['brief.docx', 'Brief for the maker as DOCX'],
  ['brief.md', 'Brief for the maker as Markdown'],
  ['opinion.html', 'Second opinion: a file to be answered'],
  ['page.html', 'Draft of the page, to print'],
  ['page.docx', 'Draft of the page as DOCX'],
  ['page.md', 'Draft of the page as Markdown'],
  ['before-order.html', 'Before you order, to print'],
  ['before-order.docx', 'Before you order as DOCX'],
  ['before-order.md', 'Before you order as Markdown'],
] as const;

const Name = ({ candidate }: { candidate: Candidate }) => {
  const market = useMarket();
  const [name, setName] = useState(candidate.name);
  const [change, { error }] = useChangeCandidateMutation();
  return (
    <Flex gap="4" align="center" wrap="wrap">
      <Heading as="h1" flex="1" minW="240px">
        <Input
          aria-label="Name of the candidate"
          variant="flushed"
          borderColor="transparent"
          fontFamily="heading"
          fontSize="22px"
          fontWeight="700"
          h="34px"
          px="0"
          value={name}
          maxLength={160}
          onChange={(e) => setName(e.target.value)}
          onBlur={() =>
            name.trim() &&
            name !== candidate.name &&
            void change({ params: { id: candidate.id }, body: { name: name.trim() } })
          }
        />
      </Heading>
      <AwayMenu
        label="Papers"
        ways={PAPERS.map(([key, name]) => ({
          key,
          name,
          address: `/api/candidates/${candidate.id}/papers/${key}`,
          opens: key.endsWith('.html') && !key.startsWith('opinion'),
        }))}
      />
      <Flex as="label" align="center" gap="2" fontSize="13px" color="inkSoft">
        Look again on
        <Input
          type="date"
          size="xs"
          w="136px"
          bg="paper"
          min={market.today}
          value={candidate.lookAgainOn ?? ''}
          onChange={(e) => void change({ params: { id: candidate.id }, body: { lookAgainOn: e.target.value || null } })}
        />
      </Flex>
      <ProblemNote error={error} kept="The name is still in the field." />
    </Flex>
  );
};

/** The cheapest price of the rivals: what a price war may come down to. */
const cheapestOf = ({ lineUp }: Candidate): number | null => {
  const prices = lineUp.flatMap((l) => (l.anchor || l.price === null ? [] : [l.price]));
  return prices.length > 0 ? Math.min(...prices) : null;
};

/** What newcomers beside the find sell. */
const newcomersOf = ({ lineUp }: Candidate): NewcomersSell | null =>
  newcomersSell(
    lineUp.filter((l) => !l.anchor),
    lineUp.find((l) => l.anchor)?.units ?? null,
    STARTER_SHELF_RULES,
  );

const AWAY = [
  ['xlsx', 'As XLSX that goes on reckoning'],
  ['csv', 'As CSV'],
  ['json', 'As JSON, the open format'],
  ['html', 'As a page to print'],
] as const;

const CostingTab = ({ candidate }: { candidate: Candidate }) => {
  const market = useMarket();
  const anchor = candidate.lineUp.find((l) => l.anchor);
  const { currentData, error } = useSheetQuery(
    { params: { marketplace: market.id, code: anchor?.code ?? '' } },
    { skip: !anchor, refetchOnMountOrArgChange: true },
  );
  const { currentData: kept, error: costingError } = useCandidateCostingQuery(
    { params: { id: candidate.id } },
    { refetchOnMountOrArgChange: true },
  );
  const { currentData: all = [] } = useCandidateCostingsQuery(
    { params: { id: candidate.id } },
    { refetchOnMountOrArgChange: true },
  );
  const [isCompared, setCompared] = useState(false);
  // Another costing begins its panel anew; the first one that is kept goes on in the panel it was typed into.
  const id = kept?.id ?? null;
  const [shown, setShown] = useState({ id, turns: 0 });
  if (id !== shown.id) setShown({ id, turns: shown.turns + (shown.id === null ? 0 : 1) });
  if (error || costingError)
    return (
      <Box px="5">
        <ProblemNote error={error ?? costingError} />
      </Box>
    );
  if (!currentData || !kept) return <Skeleton m="5" h="300px" />;
  return (
    <Box px="5" py="4" maxW="1180px">
      <Heading as="h2" fontSize="15px" mb="2">
        The money for {currentData.listing.title}
      </Heading>
      <CostingsBar candidate={candidate.id} costings={all}>
        <Button
          size="xs"
          variant="outline"
          bg="paper"
          aria-expanded={isCompared}
          onClick={() => setCompared(!isCompared)}
        >
          Beside each other
        </Button>
        <AwayMenu
          ways={AWAY.map(([key, name]) => ({
            key,
            name,
            address: `/api/candidates/${candidate.id}/costing.${key}`,
            opens: key === 'html',
          }))}
        />
      </CostingsBar>
      {isCompared && all.length > 0 && <ComparePanel costings={all} sheet={currentData} />}
      <MoneyPanel
        key={`${candidate.id}/${shown.turns}`}
        sheet={currentData}
        costing={kept}
        full
        cheapest={cheapestOf(candidate)}
        newcomers={newcomersOf(candidate)}
      />
    </Box>
  );
};
