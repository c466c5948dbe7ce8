import { Box, Button, FileUpload, Flex, Heading, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { Link } from 'react-router';
import type { ImportKind } from '@kettle/contract/sources';
import { feeScheduleOfToday, type FeeSchedule } from '@kettle/core/documents/fee-schedule';
import {
  useCopyFeesMutation,
  useRemoveMarketplaceMutation,
  useRestoreListingsMutation,
  useTakeScheduleMutation,
} from '../../ground/api/marketplaces.ts';
import { useImportsQuery } from '../../ground/api/sources.ts';
import { useMarket } from '../../ground/market/market.ts';
import { count, day } from '../../ground/ui/format.ts';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { FlagRulesPanel } from './flag-rules-panel.tsx';
import { ImportsList } from './imports-list.tsx';
import { TablesOut } from './tables-out.tsx';
import { MarketplaceFactsPanel } from './marketplace-facts.tsx';
import { SimulatedServices } from './simulated-services.tsx';
import { StayAwayPanel } from './stay-away-panel.tsx';

export type Template = { id: string; name: string; currency: string };

/** A marketplace: what is known of it, what is missing, what was taken in. */
export const MarketplaceCard = ({ templates }: { templates: Template[] }) => {
  const market = useMarket();
  const [copy, { data, error, isLoading }] = useCopyFeesMutation();
  const usable = templates.filter((t) => t.currency === market.currency && t.id !== market.id);
  return (
    <Box as="section" mt="4" bg="paper" borderWidth="1px" borderColor="rule" borderRadius="l1" px="4" py="3">
      <Flex gap="3" align="baseline" wrap="wrap">
        <Heading as="h2" fontSize="16px">
          <Link to={`/${market.id}/sift`}>{market.name}</Link>
        </Heading>
        <Text color="inkSoft">
          {market.currency}, {market.measures === 'imperial' ? 'pounds and inches' : 'kilograms and centimetres'} ·{' '}
          {count(market.listings)} listings ·{' '}
          {market.readUpTo ? `read up to ${day(market.readUpTo)}` : 'nothing read yet'}
        </Text>
      </Flex>
      <Text fontSize="13px" mt="1">
        Fee schedules:{' '}
        {market.schedules.length === 0
          ? 'none — without one no net can be computed'
          : market.schedules.map((s, i) => (
              <span key={s.id}>
                {i > 0 ? '; ' : ''}
                <Link to={`/${market.id}/fees?version=${s.id}`} style={{ textDecoration: 'underline' }}>
                  {s.name}
                </Link>{' '}
                ({s.source}
                {market.vat !== null && s.vat !== market.vat
                  ? `; ▲ it reckons with ${Number((100 * s.vat).toFixed(2))} % value-added tax, not ${Number((100 * market.vat).toFixed(2))} %`
                  : ''}
                )
              </span>
            ))}
        .{' '}
        <Link
          to={`/${market.id}/fees${market.schedules.length === 0 ? '?version=new' : ''}`}
          style={{ textDecoration: 'underline' }}
        >
          {market.schedules.length === 0 ? 'Type one in' : 'See, change and compare them'}
        </Link>
        <br />
        Rank curves: {market.curves === 0 ? 'none — units can only be stated or counted' : count(market.curves)}.{' '}
        <Link to={`/${market.id}/curves`} style={{ textDecoration: 'underline' }}>
          See and fit them
        </Link>{' '}
        ·{' '}
        <Link to={`/${market.id}/backtest`} style={{ textDecoration: 'underline' }}>
          How well estimates do
        </Link>
        <br />
        What goods cost before anybody was asked:{' '}
        <Link to={`/${market.id}/rule`} style={{ textDecoration: 'underline' }}>
          your rule of thumb
        </Link>
      </Text>
      {!market.simulated &&
        usable.map((t) => (
          <Button
            key={t.id}
            mt="2"
            mr="2"
            size="xs"
            variant="outline"
            loading={isLoading}
            onClick={() => void copy({ params: { marketplace: market.id }, body: { from: t.id } })}
          >
            Copy fees and curves from {t.name}
          </Button>
        ))}
      {!market.simulated && <ScheduleFile />}
      <Gaps />
      {data && (
        <Text role="status" fontSize="13px" color="verdigris">
          ● {data.schedules} fee schedules and {data.curves} rank curves were copied.
        </Text>
      )}
      <ProblemNote error={error} />
      {market.simulated ? <SimulatedServices /> : <MarketplaceFactsPanel />}
      <ImportsList />
      {market.listings > 0 && <TablesOut />}
      {market.listings > 0 && (
        <>
          <StayAwayPanel />
          <FlagRulesPanel />
        </>
      )}
      {!market.simulated && <RemoveMarketplace />}
    </Box>
  );
};

/** Takes a fee schedule in its open format in. */
const ScheduleFile = () => {
  const market = useMarket();
  const [take, { data, error, isLoading }] = useTakeScheduleMutation();
  const [fault, setFault] = useState<string | null>(null);
  const [round, setRound] = useState(0);
  const read = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    setFault(null);
    try {
      const body = feeScheduleOfToday(JSON.parse(await file.text())) as FeeSchedule;
      await take({ params: { marketplace: market.id }, body });
    } catch {
      setFault(`“${file.name}” is no JSON. A fee schedule is a file of the format cold-kettle/fee-schedule.`);
    }
    setRound((n) => n + 1);
  };
  return (
    <>
      <FileUpload.Root
        key={round}
        accept=".json,application/json"
        maxFiles={1}
        w="auto"
        display="inline-flex"
        mt="2"
        onFileAccept={({ files }) => void read(files[0])}
      >
        <FileUpload.HiddenInput aria-label={`Fee schedule of ${market.name}`} />
        <FileUpload.Trigger asChild>
          <Button size="xs" variant="outline" loading={isLoading}>
            Take in a fee schedule (JSON)
          </Button>
        </FileUpload.Trigger>
      </FileUpload.Root>
      {data && (
        <Text role="status" fontSize="13px" color="verdigris">
          ● The fee schedule was taken in.
        </Text>
      )}
      {fault !== null && (
        <Text role="alert" fontSize="13px" color="brick">
          ■ {fault}
        </Text>
      )}
      <ProblemNote error={error} kept="Nothing was taken in." />
    </>
  );
};

/** What files a marketplace lacks, and what stays unknown without them. */
const Gaps = () => {
  const market = useMarket();
  const { data } = useImportsQuery({ params: { marketplace: market.id } }, { skip: market.simulated });
  if (market.simulated || !data) return null;
  const has = (kind: ImportKind): boolean => data.some((i) => i.kind === kind && i.takenBackAt === null);
  const gaps = [
    ...(market.listings === 0 ? ['No listings: a file of them fills every other screen.'] : []),
    ...(market.listings > 0 && !has('months') ? ['No averages of months: season and trend stay unknown.'] : []),
    ...(market.listings > 0 && !has('readings')
      ? ['No readings day by day: how a listing moves shows only between two files of listings.']
      : []),
    ...(market.listings > 0 && !has('counts')
      ? ['No stock counts: nothing confirms the curve, or what a source states.']
      : []),
    ...(market.listings > 0 && !has('reviews') ? ['No reviews: rivals’ weak points stay unknown.'] : []),
  ];
  if (gaps.length === 0) return null;
  return (
    <Box as="ul" listStyleType="none" fontSize="13px" color="inkSoft" mt="2" aria-label={`Missing in ${market.name}`}>
      {gaps.map((gap) => (
        <li key={gap}>○ {gap}</li>
      ))}
    </Box>
  );
};

const RemoveMarketplace = () => {
  const market = useMarket();
  const [remove, { error, isLoading }] = useRemoveMarketplaceMutation();
  const [restore, { data: restored, error: restoreError }] = useRestoreListingsMutation();
  const params = { marketplace: market.id };
  return (
    <Flex mt="3" gap="3" align="center" wrap="wrap" fontSize="13px">
      {market.removed > 0 && (
        <Button size="2xs" variant="outline" onClick={() => void restore({ params })}>
          Put {count(market.removed)} removed {market.removed === 1 ? 'listing' : 'listings'} back
        </Button>
      )}
      {restored && restored.overtaken > 0 && (
        <Text role="status" color="saffron">
          ▲ {count(restored.overtaken)} stay removed: listings of their codes have come since.
        </Text>
      )}
      <Button size="2xs" variant="outline" loading={isLoading} onClick={() => void remove({ params })}>
        Remove {market.name}
      </Button>
      <ProblemNote error={error ?? restoreError} />
    </Flex>
  );
};
