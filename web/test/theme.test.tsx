import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from '@jest/globals';
import { system } from '../src/roof/theme.ts';

/** Components that have no recipe of their own, and those that use another's. */
const WITHOUT = ['Box', 'ChakraProvider', 'Flex', 'HStack', 'Portal', 'Text'];
const OF_ANOTHER: Record<string, string> = { IconButton: 'button', CloseButton: 'button' };

test('the theme has a recipe for every component that the interface imports: one without looks bare', () => {
  const src = join(import.meta.dirname, '..', 'src');
  const used = new Set<string>();
  for (const file of readdirSync(src, { recursive: true, encoding: 'utf8' })) {
    if (!file.endsWith('.tsx')) continue;
    for (const [, names] of readFileSync(join(src, file), 'utf8').matchAll(
      /import \{([^}]*)\} from '@chakra-ui\/react'/g,
    ))
      for (const name of names!.split(',').map((n) => n.trim())) if (/^[A-Z]/.test(name)) used.add(name);
  }
  expect(used.size).toBeGreaterThan(10);
  const missing = [...used]
    .filter((name) => !WITHOUT.includes(name))
    .map((name) => OF_ANOTHER[name] ?? name[0]!.toLowerCase() + name.slice(1))
    .filter((key) => !system.isRecipe(key) && !system.isSlotRecipe(key));
  expect(missing).toEqual([]);
});
