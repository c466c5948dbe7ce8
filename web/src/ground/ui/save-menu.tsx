import { Button, Menu, Portal } from '@chakra-ui/react';
import { Download } from 'lucide-react';
import type { RefObject } from 'react';
import { savePicture } from './save-picture.ts';

/** Saves what a part of the screen shows: as a picture (PNG, SVG) or as data (CSV). */
export const SaveMenu = ({
  within,
  title,
  onCsv,
}: {
  within: RefObject<HTMLElement | null>;
  title: string;
  onCsv: () => void;
}) => (
  <Menu.Root
    onSelect={({ value }) => {
      if (value === 'csv') onCsv();
      else if (within.current) void savePicture(within.current, title, value as 'svg' | 'png');
    }}
  >
    <Menu.Trigger asChild>
      <Button size="2xs" variant="outline">
        <Download size={12} aria-hidden /> Save
      </Button>
    </Menu.Trigger>
    <Portal>
      <Menu.Positioner>
        <Menu.Content>
          <Menu.Item value="png">Picture (PNG)</Menu.Item>
          <Menu.Item value="svg">Picture (SVG)</Menu.Item>
          <Menu.Item value="csv">Data (CSV)</Menu.Item>
        </Menu.Content>
      </Menu.Positioner>
    </Portal>
  </Menu.Root>
);
