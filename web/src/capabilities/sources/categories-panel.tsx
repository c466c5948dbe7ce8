import { Box, Heading, Text } from '@chakra-ui/react';
import { useCategoriesQuery, useChangeCategoryMutation } from '../../ground/api/marketplaces.ts';
import {
  ChoiceField,
  FieldRow,
  Form,
  SendButton,
  TextField,
  useKeptForm,
  useTypedValues,
} from '../../ground/form/form.tsx';
import { useMarket } from '../../ground/market/market.ts';
import { count } from '../../ground/ui/format.ts';

const RENAME = 'rename';
const JOIN = 'join';

/** The category tree of one's own files, put right by hand: what is renamed or joined stays so with later files. */
export const CategoriesPanel = () => {
  const market = useMarket();
  const { data } = useCategoriesQuery({ params: { marketplace: market.id } });
  const [change] = useChangeCategoryMutation();
  const first = { category: '', how: RENAME, name: '', into: '' };
  const form = useKeptForm(`categories/${market.id}`, first, async ({ category, how, name, into }) => {
    const { error } = await change({
      params: { marketplace: market.id, id: Number(category) },
      body: how === JOIN ? { into: Number(into) } : how === RENAME ? { name: name.trim() } : { gated: how === 'gate' },
    });
    return { error };
  });
  const { category, how } = useTypedValues(form);
  if (!data || data.length === 0) return null;
  const options = data.map((c) => [String(c.id), `${c.path} (${count(c.listings)})`] as const);
  return (
    <Box mt="3">
      <Heading as="h4" fontSize="13px">
        Its {data.length} categories
      </Heading>
      <Text color="inkSoft" fontSize="13px" mb="1">
        Files that name a category as it was called before go on to mean the one it became.
      </Text>
      <Form of={form} size="xs">
        <FieldRow>
          <ChoiceField name="category" label="Category" width="320px" options={[['', 'choose one …'], ...options]} />
          <ChoiceField
            name="how"
            label="Is to be"
            width="170px"
            options={[
              [RENAME, 'renamed'],
              [JOIN, 'joined to another'],
              ['gate', 'marked as gated'],
              ['open', 'marked as open to all'],
            ]}
          />
          {how === RENAME && <TextField name="name" label="To" width="200px" maxLength={120} required />}
          {how === JOIN && (
            <ChoiceField
              name="into"
              label="To"
              width="320px"
              options={[['', 'choose one …'], ...options.filter(([id]) => id !== category)]}
            />
          )}
          <SendButton>Change</SendButton>
        </FieldRow>
      </Form>
    </Box>
  );
};
