/** Requests with values of wrong type, range, length and encoding, made from the contract's own schemas. */
import { routes } from '@kettle/contract/index';
import type { Route } from '@kettle/contract/route';

export interface OddRequest {
  method: string;
  path: string;
  /** JSON, or the bytes of a file. */
  body: string | undefined;
  type: string;
  route: string;
  cookie?: string;
}
interface Schema {
  type?: string;
  anyOf?: Schema[];
  const?: unknown;
  properties?: Record<string, Schema>;
  required?: string[];
  items?: Schema | Schema[];
  patternProperties?: Record<string, Schema>;
  minimum?: number;
  maximum?: number;
  exclusiveMinimum?: number;
  maxLength?: number;
  maxItems?: number;
  format?: string;
  pattern?: string;
}
/** Numbers from 0 up to 1, the same for the same seed (mulberry32). */
export const randomFrom = (seed: number): (() => number) => {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), state | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
  };
};

const ODD_TEXTS = [
  '',
  ' ',
  '\u0000',
  '\ud800',
  'a\udfffb',
  '\u202Etxt',
  '😀'.repeat(40),
  'x'.repeat(300),
  'x'.repeat(5000),
  ' '.repeat(60_000),
  "'; drop table listings; --",
  '<script>alert(1)</script>',
  '=1+1',
  '%',
  '%00',
  '../../etc/passwd',
  '2026-02-30',
  '9999-99-99',
  '0000-00-00',
  'NaN',
  'null',
  '1e400',
  'Infinity',
  '-1',
  '\\',
  '{"a":1}',
  'é\u0301'.repeat(20),
  'http://'.repeat(200),
];
const ODD_NUMBERS = [0, -1, 1.5, 1e308, -1e308, 2 ** 31, 2 ** 53, 2 ** 63, 65_536, 1e-300, 0.1 + 0.2, -0, 9e15];
const ODD_OTHERS: unknown[] = [null, true, [], {}, [[]], { length: 1 }, ['x', 1]];

/** Makes requests one after another; what is valid in them is taken from lists of what is there. */
export class RequestMaker {
  private readonly random: () => number;
  private readonly known: Record<string, readonly (string | number)[]>;
  private readonly all: [string, Route][];

  constructor(seed: number, known: Record<string, readonly (string | number)[]>) {
    this.random = randomFrom(seed);
    this.known = known;
    this.all = Object.entries(routes).flatMap(([area, group]) =>
      Object.entries(group).map(([name, route]): [string, Route] => [`${area}.${name}`, route as Route]),
    );
  }

  /** A request; now and then its address, its method or its cookies are odd, too. */
  next(): OddRequest {
    const made = this.plain();
    if (this.random() < 0.06) made.path = this.otherSpelling(made.path);
    if (this.random() < 0.02) made.method = this.pick(['HEAD', 'OPTIONS', 'PATCH', 'PROPFIND', 'DELETE']);
    // An address that is too long is refused before its method is known, with a body that no HEAD may have.
    if (made.method === 'HEAD' && made.path.length > 4000) made.method = 'GET';
    if (made.method === 'HEAD') made.body = undefined;
    if (this.random() < 0.1) made.cookie = this.oddCookie();
    return made;
  }

  /** The same address as somebody might spell it who tries to get round a check. */
  private otherSpelling(path: string): string {
    const [, slash, rest = ''] = /^(\/api\/)?(.*)$/s.exec(path)!;
    const start = slash ?? '/';
    return this.pick([
      () => `/API/${rest}`,
      () => `//api/${rest}`,
      () => `/api//${rest}`,
      () => `/./api/${rest}`,
      () => `/x/../api/${rest}`,
      () => `/%61pi/${rest}`,
      () => `/%2561pi/${rest}`,
      () => `/api;v=1/${rest}`,
      () => `${start}${rest.replace('?', '/?')}/`,
      () => `${start}${rest.replaceAll('/', '%2f')}`,
      () => `${start}${rest.toUpperCase()}`,
      () => `${start}${rest}${'/x'.repeat(200)}`,
      () => `${start}${rest.slice(0, Math.floor(this.random() * rest.length))}`,
    ])();
  }

  private oddCookie(): string {
    const value = this.pick([
      '',
      'x',
      'x'.repeat(4000),
      '%',
      '%00',
      '"',
      '=;=',
      '1; 2; 3',
      'é'.normalize('NFC'),
      "' or 1=1 --",
      '{"a":1}',
    ]);
    return this.pick([
      `kettle=${value}`,
      `kettle-device=${value}`,
      value,
      `kettle=${value}; kettle=${value}`,
      `__proto__=${value}`,
    ]);
  }

  private plain(): OddRequest {
    const [name, route] = this.pick(this.all);
    const filled = route.path.replace(/\{(\w+)\}/g, (_, key: string) =>
      this.encoded(this.value((route.params.properties as Record<string, Schema>)[key]!, key, 0.15)),
    );
    const search = Object.entries(route.query.properties as Record<string, Schema>)
      .filter(() => this.random() < 0.7)
      .map(([key, schema]) => `${key}=${this.encoded(this.value(schema, key, 0.25))}`)
      .concat(this.random() < 0.1 ? [`${this.encoded(this.pick(ODD_TEXTS))}=1`] : [])
      .concat(this.random() < 0.3 ? this.oddSift() : []);
    const path = search.length > 0 ? `${filled}?${search.join('&')}` : filled;
    const method = route.method.toUpperCase();
    const made = { method, path, route: name };
    if (method === 'GET') return { ...made, body: undefined, type: '' };
    if ((route.body as Schema).type === 'string')
      return { ...made, body: this.oddFile(), type: this.random() < 0.95 ? 'text/csv' : 'application/json' };
    const value =
      this.random() < 0.05 ? this.pick([...ODD_OTHERS, ...ODD_TEXTS]) : this.value(route.body as Schema, '', 0.12);
    let body = JSON.stringify(value) ?? '';
    // What JSON can say and a JavaScript number cannot.
    if (this.random() < 0.05) body = body.replace(/\d+/, this.pick(['1e400', '-1e999', '1'.repeat(400)]));
    if (this.random() < 0.02) body = body.slice(0, -1);
    return { ...made, body, type: 'application/json' };
  }

  private pick<T>(list: readonly T[]): T {
    return list[Math.floor(this.random() * list.length)]!;
  }

  /** As an address holds it; seldom broken on purpose. */
  private encoded(value: unknown): string {
    if (this.random() < 0.02) return this.pick(['%E0%A4%A', '%', '%ff', '%ed%a0%80']);
    const text = (typeof value === 'object' ? JSON.stringify(value) : String(value)).slice(0, 3000);
    return encodeURIComponent(text.toWellFormed());
  }

  private oddSift(): string[] {
    const limits = [
      'price',
      'units',
      'reviews',
      'weight',
      'rank',
      'cat',
      'sort',
      'has',
      'hasnt',
      'brand',
      'flags',
      'from',
      'rows',
    ];
    const bounds = [
      '1..2',
      '..',
      '1e400..',
      '..1e308',
      '-1..-5',
      'NaN..NaN',
      'a..b',
      '5',
      '1..2..3',
      '..9999999999999999',
      '%00',
    ];
    return [
      `${this.pick(limits)}=${encodeURIComponent(
        this.pick([...bounds, ...ODD_TEXTS])
          .toWellFormed()
          .slice(0, 2000),
      )}`,
    ];
  }

  private oddFile(): string {
    const cell = (): string =>
      `"${String(this.pick<unknown>([...ODD_TEXTS, ...ODD_NUMBERS, 'AB12', 'Title', '2026-01-01', '5']))
        .slice(0, 2000)
        .replaceAll('"', '""')}"`;
    const head = this.pick([
      'Listing code,Title,Price,Rank,Sellers,Category,Date,Units a month',
      'Listing code,Stars,Text,Date,Helpful',
      'Listing code,Date,Stock,Seller',
      'Code;Title;Price',
      '"#about",x\nCode,Title',
      'a,a',
      '',
      '\u0000',
    ]);
    const width = head.split(/[,;]/).length;
    const rows = Array.from({ length: Math.floor(this.random() * 5) }, () =>
      Array.from({ length: width }, cell).join(head.includes(';') ? ';' : ','),
    );
    return [head, ...rows].join(this.pick(['\n', '\r\n', '\r'])).toWellFormed();
  }

  /** A value of a schema; with a chance each part of it is an odd one. */
  private value(schema: Schema, key: string, odd: number): unknown {
    const roll = this.random();
    if (roll < odd * 0.5) return this.oddOf(schema);
    if (roll < odd * 0.7) return this.pick(ODD_OTHERS);
    if (roll < odd) return this.pick<unknown>([...ODD_TEXTS, ...ODD_NUMBERS]);
    if (schema.const !== undefined) return schema.const;
    if (schema.anyOf) return this.value(this.pick(schema.anyOf), key, odd);
    if (this.known[key] && (schema.type === 'string' || schema.type === 'integer')) return this.pick(this.known[key]);
    switch (schema.type) {
      case 'object': {
        const made: Record<string, unknown> = {};
        for (const [name, inner] of Object.entries(schema.properties ?? {}))
          if ((schema.required ?? []).includes(name) ? this.random() > odd / 3 : this.random() < 0.5)
            made[name] = this.value(inner, name, odd);
        for (const inner of Object.values(schema.patternProperties ?? {}))
          made[String(this.pick([...ODD_TEXTS, 'code', 'title', 'price']))] = this.value(inner, '', odd);
        if (this.random() < odd / 3) made[this.pick(ODD_TEXTS).slice(0, 50)] = 1;
        return made;
      }
      case 'array': {
        const items = Array.isArray(schema.items) ? schema.items[0] : schema.items;
        return Array.from({ length: Math.floor(this.random() * 4) }, () => this.value(items ?? {}, key, odd));
      }
      case 'integer':
        return Math.round(this.within(schema));
      case 'number':
        return this.within(schema);
      case 'boolean':
        return this.random() < 0.5;
      case 'null':
        return null;
      case 'string':
        return schema.format === 'date'
          ? this.pick(['2026-01-01', '2026-11-24', '1999-12-31'])
          : this.pick(['own', 'x', 'A title', 'price=1..5', 'AB12']);
      default:
        return this.pick<unknown>([...ODD_TEXTS, ...ODD_NUMBERS, ...ODD_OTHERS]);
    }
  }

  private within({ minimum = -5, exclusiveMinimum, maximum = 5000 }: Schema): number {
    const low = Math.max(minimum, exclusiveMinimum ?? -Infinity);
    const high = Math.min(maximum, Math.max(low + 1, 5000));
    return this.pick([low, high, low + this.random() * (high - low), low + 1]);
  }

  /** Just outside of what the schema allows. */
  private oddOf({ minimum, maximum, maxLength, maxItems, items }: Schema): unknown {
    if (maximum !== undefined && this.random() < 0.5) return maximum + 1;
    if (minimum !== undefined) return minimum - 1;
    if (maxLength !== undefined) return 'é'.repeat(Math.min(maxLength, 20_000) + (this.random() < 0.5 ? 0 : 1));
    if (maxItems !== undefined && items && !Array.isArray(items))
      return Array.from({ length: Math.min(maxItems, 300) }, () => this.value(items, '', 0.3));
    return this.pick<unknown>([...ODD_TEXTS, ...ODD_NUMBERS, ...ODD_OTHERS]);
  }
}
