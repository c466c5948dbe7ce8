import { Flex, Text } from '@chakra-ui/react';
import { Eye } from 'lucide-react';
import { usePresent } from '../../ground/state/present.ts';

const NAMES = new Intl.ListFormat('en-GB', { type: 'conjunction' });

/** Who else looks at this candidate at the moment. */
export const AlsoHere = ({ candidate }: { candidate: number }) => {
  const names = usePresent()
    .filter((h) => h.candidate === candidate)
    .map((h) => h.name);
  return (
    <Flex role="status" gap="1.5" align="center" color="inkSoft" fontSize="13px">
      {names.length > 0 && (
        <>
          <Eye size={14} aria-hidden />
          <Text>
            {NAMES.format(names)} {names.length === 1 ? 'looks' : 'look'} at this, too
          </Text>
        </>
      )}
    </Flex>
  );
};
