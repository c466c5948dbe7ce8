import { Box, Button, Flex, Heading, Text } from '@chakra-ui/react';
import { useRestoreMarketplaceMutation } from '../../ground/api/marketplaces.ts';
import { count, day } from '../../ground/ui/format.ts';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';

/** Marketplaces that were removed: nothing of them is lost. */
export const Bin = ({ bin }: { bin: { id: string; name: string; at: string; listings: number }[] }) => {
  const [restore, { error }] = useRestoreMarketplaceMutation();
  if (bin.length === 0) return null;
  return (
    <Box as="section" mt="8" fontSize="13px">
      <Heading as="h2" fontSize="16px" mb="1">
        Removed
      </Heading>
      {bin.map((m) => (
        <Flex key={m.id} gap="3" align="center" py="1">
          <Text>
            <b>{m.name}</b>, {count(m.listings)} listings, removed on {day(m.at.slice(0, 10))}
          </Text>
          <Button size="2xs" variant="outline" onClick={() => void restore({ params: { marketplace: m.id } })}>
            Put {m.name} back
          </Button>
        </Flex>
      ))}
      <ProblemNote error={error} />
    </Box>
  );
};
