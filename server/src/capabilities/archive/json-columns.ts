import { Type, type TSchema } from '@sinclair/typebox';
import { Ajv, type ValidateFunction } from 'ajv';
import { CurveFile } from '@kettle/contract/curves';
import { Mapping } from '@kettle/contract/sources';
import { SupplierCard, suppliersRoutes } from '@kettle/contract/suppliers';
import { DOCUMENTS } from '@kettle/core/documents/all';
import { DropReason } from '@kettle/core/documents/decision';
import { isDay } from '@kettle/core/measures/day';
import { ARCHIVE_TABLES } from './tables.ts';

const text = (longest: number) => Type.String({ maxLength: longest });
const oneOrNone = (schema: TSchema) => Type.Union([schema, Type.Null()]);
const number = Type.Number();
const numbers = Type.Array(number, { maxItems: 1000 });
const list = (schema: TSchema, most = 10_000) => Type.Array(schema, { maxItems: most });
const record = (schema: TSchema) => Type.Record(text(400), schema, { maxProperties: 10_000 });
const exactly = { additionalProperties: false } as const;

const knots = CurveFile.properties.knots;
const curve = Type.Object(
  { knots, residual: number, validFrom: Type.String({ format: 'date' }), source: text(400) },
  { additionalProperties: true },
);
const curveFit = Type.Object({
  guess: Type.Boolean(),
  counts: Type.Union([Type.Literal('own'), Type.Literal('all')]),
  base: curve,
  points: list(
    Type.Object({ code: text(40), rank: number, unitsPerDay: number, units: number, days: number }),
    100_000,
  ),
});
const groupLevels = Type.Object({
  ways: list(text(200), 1000),
  mean: numbers,
  covariance: list(numbers, 1000),
  shared: number,
  prior: numbers,
  spread: numbers,
  counted: number,
  compared: number,
});
const course = Type.Object({
  season: oneOrNone(Type.Array(number, { minItems: 12, maxItems: 12 })),
  of: Type.Union([Type.Literal('middle'), Type.Literal('first day')]),
  moves: list(Type.Object({ days: number, spread: number }), 1000),
});
const figures = Type.Object({
  day: Type.String({ format: 'date' }),
  ...Object.fromEntries(
    ['units', 'low', 'high', 'price', 'reviews', 'rating', 'sellers'].map((k) => [k, oneOrNone(number)]),
  ),
});

/** What each column of JSON holds. An archive with one that is something else is refused. */
const SCHEMAS: Readonly<Record<string, TSchema>> = {
  'before_orders.document': DOCUMENTS['before-order']!,
  'briefs.document': DOCUMENTS.brief!,
  'candidates.wait_for': DOCUMENTS['wait-for']!,
  'costings.document': DOCUMENTS.costing!,
  'decisions.reasons': list(DropReason, 100),
  'decisions.rested_on': DOCUMENTS.decision!,
  'estimate_levels.document': Type.Object({ groups: record(groupLevels), elsewhere: groupLevels }, exactly),
  'estimate_levels.drifts': Type.Object({
    within: record(course),
    together: record(course),
    elsewhere: Type.Object({ within: course, together: course }),
  }),
  'estimates.best_three_months': Type.Array(Type.Integer({ minimum: 0, maximum: 11 }), { maxItems: 3 }),
  'estimates.last_year': list(oneOrNone(number), 100),
  'fee_schedules.document': DOCUMENTS['fee-schedule']!,
  'imports.columns': list(text(2000), 2000),
  'imports.mapping': Mapping,
  'imports.result': Type.Record(text(40), Type.Unknown(), { maxProperties: 40 }),
  'imports.settings': Type.Object({
    sheet: Type.Optional(oneOrNone(text(400))),
    dates: Type.Optional(oneOrNone(Type.Union([Type.Literal('day-first'), Type.Literal('month-first')]))),
    repeats: Type.Optional(oneOrNone(text(40))),
  }),
  'listings.bullets': list(text(20_000), 100),
  'marketplaces.cost_rules': DOCUMENTS['cost-rules']!,
  'marketplaces.flag_rules': DOCUMENTS['flag-rules']!,
  'marketplaces.launch_year': DOCUMENTS['launch-year']!,
  'marketplaces.own_means': DOCUMENTS['own-means']!,
  'marketplaces.page_limits': DOCUMENTS['page-limits']!,
  'marketplaces.shelf_rules': DOCUMENTS['shelf-rules']!,
  'marketplaces.watch_plan': DOCUMENTS['watch-plan']!,
  'opinions.document': DOCUMENTS.opinion!,
  'page_drafts.document': DOCUMENTS['page-draft']!,
  'rank_curves.fitted': curveFit,
  'rank_curves.knots': knots,
  'review_corrections.document': DOCUMENTS.corrections!,
  'scoresheet_versions.document': DOCUMENTS.scoresheet!,
  'supplier_cards.card': SupplierCard,
  'supplier_requests.pieces': suppliersRoutes.ask.body.properties.pieces,
  'term_volumes.volumes': list(oneOrNone(number), 10_000),
  'watch_groups.rules': DOCUMENTS['watch-rules']!,
  'watch_runs.tries': list(Type.Object({ at: text(40), read: number, missed: number, message: text(4000) })),
  'watched.labels': list(text(200), 1000),
  'watched.then_figures': figures,
};

const ajv = new Ajv({ formats: { date: isDay } });
ajv.addVocabulary(['unit']);

/** The check of each column of JSON, by "table.column". */
const CHECKS: ReadonlyMap<string, ValidateFunction> = new Map(
  ARCHIVE_TABLES.flatMap(({ name, columns }) =>
    columns
      .filter((c) => c.as === 'json')
      .map(({ name: column }) => {
        const place = `${name}.${column}`;
        const schema = SCHEMAS[place];
        if (!schema) throw new Error(`The column ${place} holds JSON, but json-columns.ts does not say what.`);
        return [place, ajv.compile(schema)] as const;
      }),
  ),
);

/**
 * Why a value cannot stand in a column of JSON, in words for people; null when it can.
 * @param place "table.column"
 */
export const jsonFault = (place: string, value: unknown): string | null => {
  const isSound = CHECKS.get(place)!;
  return isSound(value) ? null : ajv.errorsText(isSound.errors).slice(0, 160);
};

const scalar = Type.Union([Type.String(), Type.Number(), Type.Boolean(), Type.Null()]);
const baseRows = ajv.compile(
  Type.Array(
    Type.Object(
      {
        code: text(100),
        table: Type.Union(['listings', 'readings', 'own_counts', 'monthly_history'].map((t) => Type.Literal(t))),
        row: Type.Record(Type.String(), Type.Union([scalar, Type.Array(scalar)])),
      },
      exactly,
    ),
  ),
);
const importedRows = ajv.compile(
  Type.Union([
    Type.Array(Type.Record(Type.String(), Type.Unknown())),
    // Rows that were refused, as they stood in the file.
    Type.Object({ columns: Type.Array(Type.String()), rows: Type.Array(Type.Record(Type.String(), Type.Unknown())) }),
  ]),
);
/** Whether the kept rows of an import have their form; `base` for those that stood there before any import. */
export const areImportedRows = (rows: unknown, base: boolean): boolean => (base ? baseRows : importedRows)(rows);
