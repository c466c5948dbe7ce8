import { Button, Menu, Portal } from '@chakra-ui/react';
import { Download } from 'lucide-react';

/** Takes something away in one of several ways, each a file at an address of the server's own. */
export const AwayMenu = ({
  ways,
  label = 'Export',
}: {
  label?: string;
  ways: readonly { key: string; name: string; address: string; opens?: boolean }[];
}) => (
  <Menu.Root>
    <Menu.Trigger asChild>
      <Button size="xs" variant="outline" bg="paper">
        <Download size={14} aria-hidden /> {label}
      </Button>
    </Menu.Trigger>
    <Portal>
      <Menu.Positioner>
        <Menu.Content>
          {ways.map(({ key, name, address, opens }) => (
            <Menu.Item key={key} value={key} asChild>
              <a href={address} {...(opens ? { target: '_blank', rel: 'noreferrer' } : { download: true })}>
                {name}
              </a>
            </Menu.Item>
          ))}
        </Menu.Content>
      </Menu.Positioner>
    </Portal>
  </Menu.Root>
);

/** Takes a table away as a file; the addresses are the server's own. */
export const ExportMenu = ({ what, addressOf }: { what: string; addressOf: (ending: 'csv' | 'xlsx') => string }) => (
  <AwayMenu
    ways={(['csv', 'xlsx'] as const).map((ending) => ({
      key: ending,
      name: `${what} as ${ending.toUpperCase()}`,
      address: addressOf(ending),
    }))}
  />
);
