import { Box, Button, Flex, IconButton, Text } from '@chakra-ui/react';
import { Trash2 } from 'lucide-react';
import type { ReactNode } from 'react';
import type { KeptCosting } from '@kettle/contract/costing';
import { useCopyCostingMutation, useRemoveCostingMutation, useUseCostingMutation } from '../../ground/api/costing.ts';
import { FieldRow, Form, SendButton, TextField, useKeptForm } from '../../ground/form/form.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';

/** The costings of a candidate by their names: one is in use, the others wait; a copy is made under a name of its own. */
export const CostingsBar = ({
  candidate,
  costings,
  children,
}: {
  candidate: number;
  costings: readonly KeptCosting[];
  children?: ReactNode;
}) => {
  const [copy] = useCopyCostingMutation();
  const [use, used] = useUseCostingMutation();
  const [remove, removed] = useRemoveCostingMutation();
  const form = useKeptForm(`costing-copy/${candidate}`, { name: '' }, async ({ name }) =>
    copy({ params: { id: candidate }, body: { name } }),
  );
  if (costings.length === 0) return null;
  return (
    <Box mb="4" fontSize="13px">
      <Flex gap="2" align="center" wrap="wrap" rowGap="2">
        <Flex role="group" aria-label="Costings" gap="1" wrap="wrap">
          {costings.map((c, i) => (
            <Flex key={c.id} align="center">
              <Button
                size="xs"
                variant={i === 0 ? 'solid' : 'outline'}
                colorPalette={i === 0 ? 'aubergine' : undefined}
                aria-pressed={i === 0}
                onClick={() => i > 0 && void use({ params: { id: candidate, costing: c.id! } })}
              >
                {c.name}
              </Button>
              {i > 0 && (
                <IconButton
                  size="2xs"
                  variant="ghost"
                  aria-label={`Remove the costing ${c.name}`}
                  onClick={() => void remove({ params: { id: candidate, costing: c.id! } })}
                >
                  <Trash2 size={13} />
                </IconButton>
              )}
            </Flex>
          ))}
        </Flex>
        <Form of={form} keeps="The name is still in the field.">
          <FieldRow>
            <TextField
              name="name"
              label="Name of the copy"
              unseenLabel
              width="160px"
              maxLength={120}
              placeholder="a copy, named …"
              required
            />
            <SendButton quiet empty="name">
              Copy it
            </SendButton>
          </FieldRow>
        </Form>
        <Box flex="1" />
        {children}
      </Flex>
      <ProblemNote error={used.error ?? removed.error} kept="The costings are as they were." />
      {costings.length > 1 && (
        <Text mt="1" color="inkSoft" fontSize="12px">
          The candidate’s score reckons with {costings[0]!.name}.
        </Text>
      )}
    </Box>
  );
};
