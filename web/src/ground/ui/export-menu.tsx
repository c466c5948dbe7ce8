import { Button, Menu, Portal } from '@chakra-ui/react';
import { Download } from 'lucide-react';

/** Takes a table away as a file; the addresses are the server's own. */
export const ExportMenu = ({ what, addressOf }: { what: string; addressOf: (ending: 'csv' | 'xlsx') => string }) => (
  <Menu.Root>
    <Menu.Trigger asChild>
      <Button size="xs" variant="outline" bg="paper">
        <Download size={14} aria-hidden /> Export
      </Button>
    </Menu.Trigger>
    <Portal>
      <Menu.Positioner>
        <Menu.Content>
          {(['csv', 'xlsx'] as const).map((ending) => (
            <Menu.Item key={ending} value={ending} asChild>
              <a href={addressOf(ending)} download>
                {what} as {ending.toUpperCase()}
              </a>
            </Menu.Item>
          ))}
        </Menu.Content>
      </Menu.Positioner>
    </Portal>
  </Menu.Root>
);
