import { Box, Button, Flex, Text } from '@chakra-ui/react';
import { GitCompareArrows } from 'lucide-react';
import { PlainTable } from '../ui/plain-table.tsx';

/** Each thing that differs between what was typed here and what another window kept. */
export interface Difference {
  name: string;
  mine: string;
  newer: string;
}

/** Said where a document was changed in another window meanwhile: both stand side by side, and one is chosen. */
export const StaleNote = ({
  differences,
  onMine,
  onNewer,
}: {
  differences: readonly Difference[];
  onMine: () => void;
  onNewer: () => void;
}) => (
  <Box role="alert" borderWidth="1px" borderColor="saffron" borderRadius="l1" bg="paper" px="3" py="2" my="2">
    <Flex gap="2" align="flex-start">
      <Box color="saffron" mt="0.5">
        <GitCompareArrows size={16} aria-hidden />
      </Box>
      <Box flex="1">
        <Text fontWeight="600">This was changed in another window since you opened it.</Text>
        <Text color="inkSoft">Nothing was overwritten, and what you typed is still here.</Text>
        {differences.length > 0 && (
          <Box mt="1">
            <PlainTable
              label="What differs"
              rows={differences}
              rowKey={(d) => d.name}
              columns={[
                { head: 'What', unseen: true, names: true, cell: (d) => d.name },
                { head: 'Typed here', align: 'left', cell: (d) => d.mine },
                { head: 'Kept there', align: 'left', cell: (d) => d.newer },
              ]}
            />
          </Box>
        )}
        <Flex gap="2" mt="2">
          <Button size="2xs" variant="outline" onClick={onNewer}>
            Take what was kept there
          </Button>
          <Button size="2xs" variant="outline" onClick={onMine}>
            Keep what is typed here
          </Button>
        </Flex>
      </Box>
    </Flex>
  </Box>
);
