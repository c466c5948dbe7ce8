import { Box, Button, Flex, Heading, Input, NativeSelect, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { Link } from 'react-router';
import { useJobsQuery } from '../../ground/api/jobs.ts';
import { useAddMarketplaceMutation, useCopyFeesMutation, useMarketplacesQuery } from '../../ground/api/marketplaces.ts';
import { MarketProvider, useMarket } from '../../ground/market/market.ts';
import { count, day } from '../../ground/ui/format.ts';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { FlagRulesPanel } from './flag-rules-panel.tsx';
import { ImportPanel } from './import-panel.tsx';
import { StayAwayPanel } from './stay-away-panel.tsx';

export const Component = () => {
  const { data, error } = useMarketplacesQuery({ params: {} });
  return (
    <Box px="5" py="4" maxW="1000px">
      <title>Sources – Cold Kettle</title>
      <Heading as="h1" fontSize="22px">
        Sources
      </Heading>
      <Text color="inkSoft">
        {data?.workspace === 'demo'
          ? 'The demo workspace: invented marketplaces with a simulated clock. Files of your own can be taken in as well.'
          : 'Your own workspace: the marketplaces you research, their fees and curves, and the files you take in.'}
      </Text>
      <ProblemNote error={error} />
      {data?.marketplaces.map((m) => (
        <MarketProvider key={m.id} value={m}>
          <MarketplaceCard templates={data.templates} />
        </MarketProvider>
      ))}
      {data && <AddMarketplace first={data.marketplaces.length === 0} templates={data.templates} />}
      {data && data.marketplaces.length > 0 && <ImportPanel marketplaces={data.marketplaces} />}
      <LatestJobs />
    </Box>
  );
};

type Template = { id: string; name: string; currency: string };

const MarketplaceCard = ({ templates }: { templates: Template[] }) => {
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
          : market.schedules.map((s) => `${s.name} (${s.source})`).join('; ')}
        .<br />
        Rank curves: {market.curves === 0 ? 'none — units can only be stated or counted' : count(market.curves)}.{' '}
        <Link to={`/${market.id}/curves`} style={{ textDecoration: 'underline' }}>
          See and fit them
        </Link>{' '}
        ·{' '}
        <Link to={`/${market.id}/backtest`} style={{ textDecoration: 'underline' }}>
          How well estimates do
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
      {data && (
        <Text role="status" fontSize="13px" color="verdigris">
          ● {data.schedules} fee schedules and {data.curves} rank curves were copied.
        </Text>
      )}
      <ProblemNote error={error} />
      {market.listings > 0 && (
        <>
          <StayAwayPanel />
          <FlagRulesPanel />
        </>
      )}
    </Box>
  );
};

const AddMarketplace = ({ first, templates }: { first: boolean; templates: Template[] }) => {
  const [form, setForm] = useState({
    name: '',
    currency: 'USD',
    measures: 'imperial' as 'imperial' | 'metric',
    copyFrom: 'quayside',
  });
  const [add, { error, isLoading }] = useAddMarketplaceMutation();
  const usable = templates.filter((t) => t.currency === form.currency);
  const copyFrom = usable.some((t) => t.id === form.copyFrom) ? form.copyFrom : '';
  const submit = async (): Promise<void> => {
    const result = await add({
      params: {},
      body: { ...form, currency: form.currency.trim().toUpperCase(), copyFrom: copyFrom || null },
    });
    if (result.data) setForm({ ...form, name: '' });
  };
  return (
    <Box asChild mt="6">
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void submit();
        }}
      >
        <Heading as="h2" fontSize="16px" mb="2">
          {first ? 'Begin with the marketplace you sell on' : 'Add a marketplace'}
        </Heading>
        <Flex gap="3" align="flex-end" wrap="wrap" fontSize="13px">
          <label>
            Name
            <Input
              display="block"
              size="sm"
              w="200px"
              bg="paper"
              value={form.name}
              required
              minLength={2}
              maxLength={80}
              onChange={(e) => setForm({ ...form, name: e.target.value })}
            />
          </label>
          <label>
            Currency
            <Input
              display="block"
              size="sm"
              w="80px"
              bg="paper"
              value={form.currency}
              maxLength={3}
              onChange={(e) => setForm({ ...form, currency: e.target.value.toUpperCase() })}
            />
          </label>
          <label>
            Measures
            <NativeSelect.Root size="sm" w="190px">
              <NativeSelect.Field
                bg="paper"
                value={form.measures}
                onChange={(e) => setForm({ ...form, measures: e.target.value as 'imperial' | 'metric' })}
              >
                <option value="imperial">pounds and inches</option>
                <option value="metric">kilograms and centimetres</option>
              </NativeSelect.Field>
              <NativeSelect.Indicator />
            </NativeSelect.Root>
          </label>
          <label>
            Fees and curves
            <NativeSelect.Root size="sm" w="220px">
              <NativeSelect.Field
                bg="paper"
                value={copyFrom}
                onChange={(e) => setForm({ ...form, copyFrom: e.target.value })}
              >
                <option value="">none for now</option>
                {usable.map((t) => (
                  <option key={t.id} value={t.id}>
                    copy from {t.name} (demo)
                  </option>
                ))}
              </NativeSelect.Field>
              <NativeSelect.Indicator />
            </NativeSelect.Root>
          </label>
          <Button type="submit" size="sm" colorPalette="aubergine" loading={isLoading}>
            Add marketplace
          </Button>
        </Flex>
        <ProblemNote error={error} kept="What you typed is still here." />
      </form>
    </Box>
  );
};

const LatestJobs = () => {
  const { data } = useJobsQuery({ params: {} }, { pollingInterval: 3000, skipPollingIfUnfocused: true });
  if (!data || data.length === 0) return null;
  return (
    <Box as="section" mt="8">
      <Heading as="h2" fontSize="16px" mb="1">
        Latest work
      </Heading>
      <Box as="ul" listStyleType="none" fontSize="13px">
        {data.slice(0, 8).map((j) => (
          <Box as="li" key={j.id} py="1" borderTopWidth="1px" borderColor="rule">
            <b>{j.kind.replaceAll('-', ' ')}</b>: {j.state}. {j.message}
          </Box>
        ))}
      </Box>
    </Box>
  );
};
