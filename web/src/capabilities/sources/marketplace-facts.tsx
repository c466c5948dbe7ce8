import { Box, Button, Flex, Heading, Text } from '@chakra-ui/react';
import { useState } from 'react';
import type { MarketplaceFacts } from '@kettle/contract/sources';
import { typedNumber, typedNumberFault } from '@kettle/core/measures/typed-number';
import { useChangeMarketplaceMutation } from '../../ground/api/marketplaces.ts';
import { ChoiceField, FieldRow, Form, SendButton, TextField, useKeptForm } from '../../ground/form/form.tsx';
import { useMarket } from '../../ground/market/market.ts';
import { CategoriesPanel } from './categories-panel.tsx';

const withoutSign = (text: string): string => text.trim().replace(/ ?%$/, '');
const shareOf = (text: string): number | null => {
  const number = typedNumber(withoutSign(text));
  return number === null ? null : Number((number / 100).toFixed(6));
};
const percentOf = (vat: number | null): string => (vat === null ? '' : String(Number((100 * vat).toFixed(4))));

/** What is said of a marketplace of one's own, to be changed. */
export const MarketplaceFactsPanel = () => {
  const market = useMarket();
  const [open, setOpen] = useState(false);
  return (
    <Box mt="2" bg="paper" borderWidth="1px" borderColor="rule" borderRadius="l1" px="3" py="2">
      <Flex justify="space-between" align="center">
        <Heading as="h3" fontSize="14px">
          What is said of {market.name}
        </Heading>
        <Flex gap="3" align="center" fontSize="13px">
          <Text color="inkSoft">
            {[
              market.country === '' ? 'no country' : market.country,
              market.vat === null ? 'no value-added tax said' : `${percentOf(market.vat)} % value-added tax`,
              market.addressPattern === '' ? 'no links' : 'links to its listings',
            ].join(' · ')}
          </Text>
          <Button size="2xs" variant="outline" aria-expanded={open} onClick={() => setOpen(!open)}>
            {open ? 'Close' : 'See and change'}
          </Button>
        </Flex>
      </Flex>
      {open && (
        <>
          <FactsForm />
          {market.listings > 0 && <CategoriesPanel />}
        </>
      )}
    </Box>
  );
};

const FactsForm = () => {
  const market = useMarket();
  const [change] = useChangeMarketplaceMutation();
  const { name, measures, country, vat, addressPattern } = market;
  const was: MarketplaceFacts = { name, measures, country, vat, addressPattern };
  const first = { name, measures: measures as string, country, vat: percentOf(vat), addressPattern };
  const form = useKeptForm(`facts/${market.id}`, first, async (typed) => {
    const set: MarketplaceFacts = {
      name: typed.name.trim(),
      measures: typed.measures === 'metric' ? 'metric' : 'imperial',
      country: typed.country.trim().toUpperCase(),
      vat: shareOf(typed.vat),
      addressPattern: typed.addressPattern.trim(),
    };
    const { error } = await change({ params: { marketplace: market.id }, body: { set, was } });
    return { error, then: typed };
  });
  return (
    <Box mt="2">
      <Form of={form} size="xs">
        <FieldRow>
          <TextField name="name" label="Name" width="200px" maxLength={80} required />
          <ChoiceField
            name="measures"
            label="Measures"
            width="200px"
            options={[
              ['imperial', 'pounds and inches'],
              ['metric', 'kilograms and centimetres'],
            ]}
          />
          <TextField
            name="country"
            label="Country"
            width="70px"
            maxLength={2}
            fault={(text) => (/^([A-Za-z]{2})?$/.test(text.trim()) ? null : 'Two letters.')}
          />
          <TextField
            name="vat"
            label="Value-added tax, %"
            width="120px"
            maxLength={12}
            fault={(text) => {
              if (text.trim() === '') return null;
              const share = shareOf(text);
              return share === null
                ? typedNumberFault(withoutSign(text))
                : share >= 0 && share <= 1
                  ? null
                  : 'Between 0 and 100.';
            }}
          />
          <TextField
            name="addressPattern"
            label="Address of a listing, with {code}"
            width="320px"
            maxLength={300}
            fault={(text) => (text.trim() === '' || text.includes('{code}') ? null : 'Needs {code} in it.')}
          />
          <SendButton>Keep</SendButton>
        </FieldRow>
      </Form>
    </Box>
  );
};
