import { Box, Button, Flex, Heading, Text } from '@chakra-ui/react';
import { Link } from 'react-router';
import { useJobsQuery } from '../../ground/api/jobs.ts';
import { useAddMarketplaceMutation, useCopyFeesMutation, useMarketplacesQuery } from '../../ground/api/marketplaces.ts';
import {
  ChoiceField,
  FieldRow,
  Form,
  SendButton,
  TextField,
  useKeptForm,
  useTypedValues,
} from '../../ground/form/form.tsx';
import { MarketProvider, useMarket } from '../../ground/market/market.ts';
import { count, day } from '../../ground/ui/format.ts';
import { NarrowPage } from '../../ground/ui/narrow-page.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { FlagRulesPanel } from './flag-rules-panel.tsx';
import { ImportsList } from './imports-list.tsx';
import { ImportPanel } from './import-panel.tsx';
import { StayAwayPanel } from './stay-away-panel.tsx';

export const Component = () => {
  const { data, error } = useMarketplacesQuery({ params: {} });
  return (
    <NarrowPage
      title="Sources"
      tab="Sources"
      lead={
        data?.workspace === 'demo'
          ? 'The demo workspace: invented marketplaces with a simulated clock. Files of your own can be taken in as well.'
          : 'Your own workspace: the marketplaces you research, their fees and curves, and the files you take in.'
      }
      error={error}
    >
      {data?.marketplaces.map((m) => (
        <MarketProvider key={m.id} value={m}>
          <MarketplaceCard templates={data.templates} />
        </MarketProvider>
      ))}
      {data && <AddMarketplace first={data.marketplaces.length === 0} templates={data.templates} />}
      {data && data.marketplaces.length > 0 && <ImportPanel marketplaces={data.marketplaces} />}
      <LatestJobs />
    </NarrowPage>
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
      <ImportsList />
      {market.listings > 0 && (
        <>
          <StayAwayPanel />
          <FlagRulesPanel />
        </>
      )}
    </Box>
  );
};

const FIRST_MARKETPLACE = { name: '', currency: 'USD', measures: 'imperial', copyFrom: '' };

const AddMarketplace = ({ first, templates }: { first: boolean; templates: Template[] }) => {
  const [add] = useAddMarketplaceMutation();
  const usableFor = (currency: string): Template[] =>
    templates.filter((t) => t.currency === currency.trim().toUpperCase());
  const form = useKeptForm('marketplace', FIRST_MARKETPLACE, async ({ name, currency, measures, copyFrom }) => {
    const usable = usableFor(currency).some((t) => t.id === copyFrom);
    const { error } = await add({
      params: {},
      body: {
        name,
        currency: currency.trim().toUpperCase(),
        measures: measures === 'metric' ? 'metric' : 'imperial',
        copyFrom: usable ? copyFrom : null,
      },
    });
    return { error, then: { name: '' } };
  });
  const { currency } = useTypedValues(form);
  return (
    <Box mt="6">
      <Heading as="h2" fontSize="16px" mb="2">
        {first ? 'Begin with the marketplace you sell on' : 'Add a marketplace'}
      </Heading>
      <Form of={form} size="sm">
        <FieldRow>
          <TextField
            name="name"
            label="Name"
            width="200px"
            maxLength={80}
            required
            fault={(text) => (text.trim().length < 2 ? 'Two letters at least.' : null)}
          />
          <TextField name="currency" label="Currency" width="80px" maxLength={3} required />
          <ChoiceField
            name="measures"
            label="Measures"
            width="220px"
            options={[
              ['imperial', 'pounds and inches'],
              ['metric', 'kilograms and centimetres'],
            ]}
          />
          <ChoiceField
            name="copyFrom"
            label="Fees and curves"
            width="220px"
            options={[
              ['', 'none for now'],
              ...usableFor(currency).map((t) => [t.id, `copy from ${t.name} (demo)`] as const),
            ]}
          />
          <SendButton>Add marketplace</SendButton>
        </FieldRow>
      </Form>
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
