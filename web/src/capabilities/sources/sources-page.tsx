import { Box, Heading } from '@chakra-ui/react';
import { useJobsQuery } from '../../ground/api/jobs.ts';
import { useAddMarketplaceMutation, useMarketplacesQuery } from '../../ground/api/marketplaces.ts';
import {
  ChoiceField,
  FieldRow,
  Form,
  SendButton,
  TextField,
  useKeptForm,
  useTypedValues,
} from '../../ground/form/form.tsx';
import { MarketProvider } from '../../ground/market/market.ts';
import { NarrowPage } from '../../ground/ui/narrow-page.tsx';
import { Bin } from './bin.tsx';
import { CopiesPanel } from './copies-panel.tsx';
import { ImportPanel } from './import-panel.tsx';
import { ScoresheetsPanel } from '../score/scoresheets-panel.tsx';
import { MarketplaceCard, type Template } from './marketplace-card.tsx';

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
      {data && data.marketplaces.length > 0 && <ImportPanel marketplaces={data.marketplaces} />}
      {data?.marketplaces.map((m) => (
        <MarketProvider key={m.id} value={m}>
          <MarketplaceCard templates={data.templates} />
        </MarketProvider>
      ))}
      {data && <AddMarketplace first={data.marketplaces.length === 0} templates={data.templates} />}
      {data && <Bin bin={data.bin} />}
      <ScoresheetsPanel />
      <CopiesPanel />
      <LatestJobs />
    </NarrowPage>
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
