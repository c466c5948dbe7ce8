import { Flex, Text } from '@chakra-ui/react';
import { Merge } from 'lucide-react';

/** Said where what somebody else changed meanwhile was laid together with what is typed here. */
export const MergedNote = ({ times }: { times: number }) =>
  times === 0 ? null : (
    <Flex role="status" gap="2" align="center" color="inkSoft" fontSize="sm" my="1">
      <Merge size={14} aria-hidden />
      <Text>Changed elsewhere meanwhile, in other places: both stand together.</Text>
    </Flex>
  );
