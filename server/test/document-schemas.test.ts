import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import { routes } from '@kettle/contract/index';
import { DOCUMENTS } from '@kettle/core/documents/all';
import { FLAG_OF_RULE, FlagRules, FLAGS } from '@kettle/core/documents/flag-rules';
import { fieldsOf } from '@kettle/core/documents/shapes';
import { ShelfRules } from '@kettle/core/documents/shelf-rules';
import { STARTER_RULES } from '@kettle/core/listing/flags';
import { STARTER_SCORESHEET } from '@kettle/core/score/starter-scoresheet';
import { STARTER_SHELF_RULES } from '@kettle/core/shelf/rules';
import { DEMO_MARKETPLACES } from '@kettle/demo/marketplaces';
import { repositoryRoot } from '../../scripts/private-database.mjs';
import { validator } from '../src/ground/http/validate.ts';

const folder = join(repositoryRoot, 'docs', 'schemas');
const check = (name: string) => validator(DOCUMENTS[name]!, 'body');
const refused = (name: string, document: unknown): string | undefined => {
  try {
    check(name)(document);
    return undefined;
  } catch (error) {
    return (error as { problem: { field: string } }).problem.field;
  }
};
const schedules = DEMO_MARKETPLACES.flatMap((m) => m.schedules);

describe('documents', () => {
  test('each has its schema in docs, as it is now (npm run schemas)', () => {
    expect(readdirSync(folder).sort()).toEqual(
      Object.keys(DOCUMENTS)
        .map((n) => `${n}.json`)
        .sort(),
    );
    for (const [name, schema] of Object.entries(DOCUMENTS)) {
      const { $schema, ...kept } = JSON.parse(readFileSync(join(folder, `${name}.json`), 'utf8')) as {
        $schema: string;
      };
      expect($schema).toMatch(/2020-12/);
      expect(kept).toEqual(JSON.parse(JSON.stringify(schema)));
    }
  });

  test('what the program starts with is what it takes', () => {
    expect(refused('flag-rules', STARTER_RULES)).toBeUndefined();
    expect(refused('shelf-rules', STARTER_SHELF_RULES)).toBeUndefined();
    expect(refused('scoresheet', STARTER_SCORESHEET)).toBeUndefined();
    expect(schedules.length).toBeGreaterThan(1);
    for (const schedule of schedules) expect(refused('fee-schedule', schedule)).toBeUndefined();
  });

  test.each<[string, unknown, string]>([
    ['fee-schedule', { ...schedules[0], currency: 'dollars' }, 'currency'],
    ['fee-schedule', { ...schedules[0], validFrom: '2026-02-30' }, 'validFrom'],
    ['fee-schedule', { ...schedules[0], vat: { rate: 20, included: true, percentagesOn: 'price' } }, 'vat.rate'],
    ['fee-schedule', { ...schedules[0], sizeClasses: [] }, 'sizeClasses'],
    ['fee-schedule', { ...schedules[0], script: '<script>' }, 'script'],
    ['flag-rules', { ...STARTER_RULES, heavyGrams: -1 }, 'heavyGrams'],
    ['flag-rules', { ...STARTER_RULES, seasonShare: 45 }, 'seasonShare'],
    ['flag-rules', { ...STARTER_RULES, words: { poison: ['x'] } }, 'words.poison'],
    ['shelf-rules', { ...STARTER_SHELF_RULES, ownedShare: 60 }, 'ownedShare'],
    ['shelf-rules', { ...STARTER_SHELF_RULES, fewest: 2.5 }, 'fewest'],
    ['scoresheet', { ...STARTER_SCORESHEET, criteria: [] }, 'criteria'],
    ['scoresheet', { ...STARTER_SCORESHEET, passMark: 1e308 }, 'passMark'],
  ])('%s: what cannot be meant is refused with its place', (name, document, field) =>
    expect(refused(name, document)).toBe(field),
  );

  test('an editor finds a name, a unit and bounds for every number that is typed', () => {
    const flags = fieldsOf(FlagRules);
    expect(flags.map((f) => f.key).sort()).toEqual(Object.keys(FLAG_OF_RULE).sort());
    for (const { key } of flags) expect(FLAGS).toContain(FLAG_OF_RULE[key]);
    const shelf = fieldsOf(ShelfRules);
    expect(shelf.map((f) => f.key).sort()).toEqual(
      Object.keys(STARTER_SHELF_RULES)
        .filter((k) => k !== 'parts')
        .sort(),
    );
    for (const field of [...flags, ...shelf]) {
      expect(field.title.trim()).not.toBe('');
      expect(field.maximum).toBeGreaterThan(field.minimum);
    }
  });

  test('no route takes or gives a document without its schema', () => {
    // A schema that admits anything says nothing; what stands for no body is the one exception.
    const loose: string[] = [];
    const look = (schema: unknown, place: string): void => {
      if (!schema || typeof schema !== 'object') return;
      const { type, anyOf, properties, items, const: only } = schema as Record<string, unknown>;
      const says = [type, anyOf, only, (schema as { patternProperties?: unknown }).patternProperties];
      if (says.every((s) => s === undefined)) loose.push(place);
      for (const [key, inner] of Object.entries((properties ?? {}) as object)) look(inner, `${place}.${key}`);
      if (Array.isArray(anyOf)) anyOf.forEach((inner) => look(inner, place));
      if (items && !Array.isArray(items)) look(items, `${place}[]`);
    };
    for (const [area, group] of Object.entries(routes))
      for (const [name, route] of Object.entries(group)) {
        const { method, body, reply } = route as { method: string; body: object; reply: object };
        if (Object.keys(body).length > 0 && method !== 'get') look(body, `${area}.${name} body`);
        look(reply, `${area}.${name}`);
      }
    expect(loose).toEqual([]);
  });
});
