import { Button, Flex, Menu, Portal } from '@chakra-ui/react';
import { Download } from 'lucide-react';
import { useMarket } from '../../ground/market/market.ts';
import { IMPORT_KINDS } from './import-kinds.ts';

/** Every table of a marketplace as a file that can be taken in again. */
export const TablesOut = () => {
  const market = useMarket();
  return (
    <Flex gap="2" mt="2">
      {(['csv', 'xlsx'] as const).map((ending) => (
        <Menu.Root key={ending}>
          <Menu.Trigger asChild>
            <Button size="2xs" variant="outline">
              <Download size={12} aria-hidden /> Take a table away, {ending.toUpperCase()}
            </Button>
          </Menu.Trigger>
          <Portal>
            <Menu.Positioner>
              <Menu.Content>
                {IMPORT_KINDS.map(([kind, name]) => (
                  <Menu.Item key={kind} value={kind} asChild>
                    <a href={`/api/marketplaces/${market.id}/tables/${kind}.${ending}`} download>
                      {name}
                    </a>
                  </Menu.Item>
                ))}
              </Menu.Content>
            </Menu.Positioner>
          </Portal>
        </Menu.Root>
      ))}
    </Flex>
  );
};
