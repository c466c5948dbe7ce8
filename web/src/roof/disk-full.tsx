import { Flex, Text } from '@chakra-ui/react';
import { HardDrive } from 'lucide-react';
import { useRoomQuery } from '../ground/api/room.ts';

const LOOK_EVERY_MS = 10_000;

/** On every screen while the disk is full: what can still be done, and what ends it. */
export const DiskFull = () => {
  const { data } = useRoomQuery({ params: {} }, { pollingInterval: LOOK_EVERY_MS });
  if (!data?.full) return null;
  return (
    <Flex role="alert" align="center" gap="3" px="5" py="2" bg="paper" borderBottomWidth="1px" borderColor="brick">
      <HardDrive size={18} color="var(--chakra-colors-brick)" aria-hidden />
      <Text>
        <b>The disk is full.</b> You can read everything, but nothing new is saved. Free some space on the disk: saving
        starts again by itself. {data.freeMb !== null && `Only ${data.freeMb} MB are left.`}
      </Text>
    </Flex>
  );
};
