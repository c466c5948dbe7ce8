import { Box, Button, Text } from '@chakra-ui/react';
import { useRemoveListingsMutation, useRestoreListingsMutation } from '../../ground/api/marketplaces.ts';
import { useMarket } from '../../ground/market/market.ts';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';

/** Takes a listing out of one's own catalogue, with the way back beside it. */
export const RemoveListing = ({ code }: { code: string }) => {
  const { id } = useMarket();
  const [remove, { data, error, isLoading }] = useRemoveListingsMutation();
  const [restore, { error: restoreError }] = useRestoreListingsMutation();
  const params = { marketplace: id };
  return (
    <Box mt="2" fontSize="13px">
      {data?.removed === 1 ? (
        <Text role="status">
          Removed from the catalogue.{' '}
          <Button size="2xs" variant="outline" onClick={() => void restore({ params })}>
            Put back
          </Button>
        </Text>
      ) : (
        <Button
          size="2xs"
          variant="outline"
          loading={isLoading}
          onClick={() => void remove({ params, body: { codes: [code] } })}
        >
          Remove from the catalogue
        </Button>
      )}
      {data && data.kept.length > 0 && <Text role="alert">A candidate stands on it: it stays.</Text>}
      <ProblemNote error={error ?? restoreError} />
    </Box>
  );
};
