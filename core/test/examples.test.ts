import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

/** Every `@example expression // => JSON` in a comment of the core is run here. */
const src = join(import.meta.dirname, '..', 'src');
const files = readdirSync(src, { recursive: true, encoding: 'utf8' }).filter(
  (f) => f.endsWith('.ts') && !f.endsWith('.d.ts'),
);
const examples = files.flatMap((file) =>
  [...readFileSync(join(src, file), 'utf8').matchAll(/@example (.+?) \/\/ => (.+?)(?: \*\/)?$/gm)].map((m) => ({
    file,
    code: m[1]!,
    expected: m[2]!,
  })),
);

test('the core has examples', () => expect(examples.length).toBeGreaterThan(35));

test.each(examples)('$file: $code', async ({ file, code, expected }) => {
  const module = (await import(join(src, file))) as Record<string, unknown>;
  const names = Object.keys(module);
  const value: unknown = new Function(...names, `return ${code}`)(...names.map((n) => module[n]));
  const wanted: unknown = JSON.parse(expected);
  if (typeof wanted === 'number') expect(value).toBeCloseTo(wanted, 9);
  else expect(value).toEqual(wanted);
});
