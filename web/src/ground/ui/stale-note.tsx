import { Box, Button, Flex, Text } from '@chakra-ui/react';
import { GitCompareArrows } from 'lucide-react';

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
          <Box as="table" mt="1" fontSize="13px" css={{ '& th, & td': { textAlign: 'left', paddingRight: '16px' } }}>
            <thead>
              <tr>
                <th scope="col"></th>
                <th scope="col">Typed here</th>
                <th scope="col">Kept there</th>
              </tr>
            </thead>
            <tbody>
              {differences.map((d) => (
                <tr key={d.name}>
                  <th scope="row">{d.name}</th>
                  <td>{d.mine}</td>
                  <td>{d.newer}</td>
                </tr>
              ))}
            </tbody>
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
