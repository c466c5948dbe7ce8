import { Box, Button, Flex, Heading } from '@chakra-ui/react';
import type { CurveVersion } from '@kettle/contract/curves';
import { fileNameOf } from '@kettle/core/listing/words';
import { useUseCurveMutation } from '../../ground/api/curves.ts';
import { useMarket } from '../../ground/market/market.ts';
import { day } from '../../ground/ui/format.ts';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { saveBlob } from '../../ground/ui/save-picture.ts';

/** A version as an open file. */
const fileOf = (v: CurveVersion) => ({
  format: 'cold-kettle/rank-curve',
  version: 1,
  category: v.category,
  validFrom: v.validFrom,
  source: v.source,
  residual: v.residual,
  knots: v.knots,
  reviewRate: v.reviewRate,
  reviewSpread: v.reviewSpread,
});

/** The versions of a category's curve: which is in force, compare, go back, save. */
export const Versions = ({
  versions,
  compared,
  onCompare,
}: {
  versions: CurveVersion[];
  compared: number | null;
  onCompare: (id: number | null) => void;
}) => {
  const market = useMarket();
  const [use, { error, isLoading }] = useUseCurveMutation();
  return (
    <Box as="section">
      <Heading as="h2" fontSize="15px" mb="1">
        Versions
      </Heading>
      <Box as="ul" listStyleType="none" fontSize="13px">
        {versions.map((v) => (
          <Flex as="li" key={v.id} gap="2" py="1.5" borderTopWidth="1px" borderColor="rule" align="center" wrap="wrap">
            <Box flex="1 1 200px">
              <b>{day(v.validFrom)}</b>{' '}
              {v.inForce ? (
                <Box as="span" color="verdigris">
                  ● in force
                </Box>
              ) : v.validFrom > market.today ? (
                'still to come'
              ) : v.putBack ? (
                <Box as="span" color="inkSoft">
                  put back
                </Box>
              ) : (
                <Box as="span" color="inkSoft">
                  earlier
                </Box>
              )}
              <br />
              <Box as="span" color="inkSoft">
                {v.knots.length} points, {v.source}
              </Box>
            </Box>
            {!v.inForce && (
              <Button
                size="2xs"
                variant={compared === v.id ? 'subtle' : 'outline'}
                aria-pressed={compared === v.id}
                onClick={() => onCompare(compared === v.id ? null : v.id)}
              >
                Compare
              </Button>
            )}
            {!v.inForce && v.validFrom <= market.today && (
              <Button
                size="2xs"
                variant="outline"
                loading={isLoading}
                onClick={() => void use({ params: { id: v.id } })}
              >
                Put in force
              </Button>
            )}
            <Button
              size="2xs"
              variant="outline"
              onClick={() =>
                saveBlob(
                  new Blob([JSON.stringify(fileOf(v), null, 2)], { type: 'application/json' }),
                  fileNameOf(`rank curve ${v.category} ${v.validFrom}`, 'json'),
                )
              }
            >
              File
            </Button>
          </Flex>
        ))}
      </Box>
      <ProblemNote error={error} />
    </Box>
  );
};
