import { Box, Button, Flex, Text } from '@chakra-ui/react';
import { type ShelfRules } from '@kettle/core/documents/shelf-rules';
import type { Openness } from '@kettle/core/shelf/reading';
import { PART_NAMES } from '@kettle/core/shelf/rules';
import { figureOf } from '../../ground/ui/figure-of.ts';
import { count } from '../../ground/ui/format.ts';
import { Worked } from '../../ground/ui/worked.tsx';

/** How open a shelf is, always with its parts: a bar a part, as wide as its weight. */
export const OpennessMark = ({
  openness,
  editing,
  onEdit,
}: {
  openness: Openness;
  rules: ShelfRules;
  editing: boolean;
  onEdit: () => void;
}) => {
  const weight = openness.parts.reduce((sum, p) => sum + p.weight, 0) || 1;
  const missing = openness.missing.map((k) => PART_NAMES[k].toLowerCase());
  return (
    <Box minW="250px">
      <Flex gap="2" align="baseline" justify="flex-end">
        <Box fontFamily="heading" fontWeight="700" fontSize="26px" lineHeight="1" data-testid="openness">
          <Worked
            title="Openness"
            figure={figureOf(
              openness.value,
              'Weighted mean of the known parts, each 0–100 by your own map; higher is better for a newcomer.',
              openness.parts.map((p) => [
                `${PART_NAMES[p.key]} × ${p.weight}`,
                p.value === null ? 'not known, left out' : count(p.value),
              ]),
              'Too few listings with known revenue.',
            )}
          >
            {openness.value === null ? '—' : count(openness.value)}
          </Worked>
        </Box>
        <Text color="inkSoft">openness, of 100</Text>
        <Button size="2xs" variant="outline" bg="paper" aria-pressed={editing} onClick={onEdit}>
          Maps, weights, rules
        </Button>
      </Flex>
      <Flex
        gap="1"
        mt="1.5"
        role="img"
        aria-label={openness.parts
          .map((p) => `${PART_NAMES[p.key]} ${p.value === null ? 'not known' : count(p.value)}`)
          .join(', ')}
      >
        {openness.parts
          .filter((p) => p.weight > 0)
          .map((p) => (
            <Box
              key={p.key}
              flexBasis={`${(100 * p.weight) / weight}%`}
              title={`${PART_NAMES[p.key]}: ${p.value === null ? 'not known' : count(p.value)}`}
            >
              <Box
                h="6px"
                bg={p.value === null ? 'transparent' : 'quietBar'}
                borderWidth={p.value === null ? '1px' : 0}
                borderColor="inkSoft"
                borderStyle="dashed"
              >
                <Box h="100%" bg="aubergine" w={`${p.value ?? 0}%`} />
              </Box>
              <Text fontSize="11px" color="inkSoft" truncate>
                {PART_NAMES[p.key]} {p.value === null ? '?' : count(p.value)}
              </Text>
            </Box>
          ))}
      </Flex>
      {missing.length > 0 && openness.value !== null && (
        <Text fontSize="12px" color="saffron" textAlign="right">
          ▲ without {missing.join(', ')}: not known
        </Text>
      )}
    </Box>
  );
};
