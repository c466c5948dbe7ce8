import { Box, Button, Flex, Text } from '@chakra-ui/react';
import { useState } from 'react';
import type { PageFacts } from '@kettle/contract/papers';
import { PageLimits } from '@kettle/core/documents/page-draft';
import { fieldsOf } from '@kettle/core/documents/shapes';
import { useKeepPageLimitsMutation } from '../../ground/api/papers.ts';
import { DocumentNumber } from '../../ground/form/document-number.tsx';
import { useMarket } from '../../ground/market/market.ts';
import { LabelledChoice } from '../../ground/ui/labelled-choice.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';

const FIELDS = fieldsOf(PageLimits);

/** What the marketplace lets a page hold, as its help for sellers says. */
export const LimitsForm = ({ facts }: { facts: PageFacts }) => {
  const market = useMarket();
  const [isOpen, setOpen] = useState(false);
  const [keep, { error }] = useKeepPageLimitsMutation();
  const put = (limits: PageLimits | null): void =>
    void keep({ params: { marketplace: market.id }, body: { limits, version: facts.limitsVersion } });
  return (
    <Box mt="5">
      <Flex gap="3" align="center" wrap="wrap">
        <Button size="2xs" variant="outline" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
          Limits of {market.name}
        </Button>
        <Text color="inkSoft">
          {facts.ownLimits ? 'as you typed them' : 'starter limits: type in what its help for sellers says'}
        </Text>
      </Flex>
      {isOpen && (
        <Box mt="2">
          {FIELDS.map((field) => (
            <DocumentNumber
              key={field.key}
              field={field}
              value={facts.limits[field.key]}
              onChange={(value) => put({ ...facts.limits, [field.key]: value })}
            />
          ))}
          <Flex gap="3" mt="1" align="center">
            <LabelledChoice
              label="Hidden words are counted in"
              width="110px"
              value={facts.limits.wordsIn}
              onChange={(wordsIn) => put({ ...facts.limits, wordsIn: wordsIn as PageLimits['wordsIn'] })}
              options={[
                ['bytes', 'bytes'],
                ['letters', 'letters'],
              ]}
            />
            {facts.ownLimits && (
              <Button size="2xs" variant="outline" onClick={() => put(null)}>
                Back to the starter limits
              </Button>
            )}
          </Flex>
        </Box>
      )}
      <ProblemNote error={error} />
    </Box>
  );
};
