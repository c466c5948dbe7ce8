import { Box, CloseButton, Dialog, Portal } from '@chakra-ui/react';

const KEYS: [string, string][] = [
  ['/', 'find a listing, candidate or screen'],
  ['?', 'this list'],
  ['j or ↓, k or ↑', 'next and previous row of a list; an open sheet follows'],
  ['o or Enter', 'open the row’s sheet'],
  ['x', 'put the row in the tray, or take it out'],
  ['Shift + x', 'put all rows from the last one touched up to this one in the tray'],
  ['w', 'watch the row’s listing: a reading a day from now on'],
  ['m', 'choose the row for what is done with many at once (Watched)'],
  ['d', 'drop the row; a reason can follow. u brings it back (Sift)'],
  ['c', 'copy the row’s listing code'],
  ['p', 'enlarge the row’s picture'],
  ['Shift + ← or →', 'on a column’s head: narrower, wider'],
  ['l', 'add a limit (Sift)'],
  ['Ctrl + z', 'take the last change of the limits back (Sift)'],
  ['Escape', 'close the sheet or dialog'],
];

export const KeysDialog = ({ open, onClose }: { open: boolean; onClose: () => void }) => (
  <Dialog.Root open={open} onOpenChange={({ open: now }) => !now && onClose()} lazyMount unmountOnExit>
    <Portal>
      <Dialog.Backdrop />
      <Dialog.Positioner>
        <Dialog.Content bg="paper" maxW="30rem">
          <Dialog.Header>
            <Dialog.Title>Keys</Dialog.Title>
          </Dialog.Header>
          <Dialog.Body pb="6">
            <Box as="dl" display="grid" gridTemplateColumns="auto 1fr" columnGap="5" rowGap="2">
              {KEYS.map(([key, what]) => (
                <Box key={key} display="contents">
                  <Box as="dt" fontWeight="600">
                    {key}
                  </Box>
                  <Box as="dd">{what}</Box>
                </Box>
              ))}
            </Box>
          </Dialog.Body>
          <Dialog.CloseTrigger asChild>
            <CloseButton size="sm" />
          </Dialog.CloseTrigger>
        </Dialog.Content>
      </Dialog.Positioner>
    </Portal>
  </Dialog.Root>
);
