import type { TSchema } from '@sinclair/typebox';
import { Ajv, type ErrorObject, type ValidateFunction } from 'ajv';
import { isDay } from '@kettle/core/measures/day';
import { groupsOf } from '@kettle/core/stats/groups';
import { ProblemError } from '../problems/problem.ts';

/** Days that a figure of this program can have. */
const EARLIEST = '1970-01-01';
const LATEST = '2199-12-31';
const date = (text: string): boolean => isDay(text) && text >= EARLIEST && text <= LATEST;

const bodies = new Ajv({ allErrors: true, formats: { date } });
const parameters = new Ajv({ allErrors: true, coerceTypes: true, formats: { date } });
// What editors show beside a number; it checks nothing.
for (const ajv of [bodies, parameters]) ajv.addVocabulary(['unit']);
const MOST_FAULTS = 20;
const CHOICES = new Intl.ListFormat('en', { type: 'disjunction' });

interface Fault {
  field: string;
  sentence: string;
}

/** A check against a schema that throws a problem naming each wrong field; parameters are coerced from text. */
export const validator = <T>(schema: TSchema, kind: 'body' | 'parameters'): ((value: unknown) => T) => {
  const validate: ValidateFunction = (kind === 'body' ? bodies : parameters).compile(schema);
  return (value) => {
    const odd = oddity(value, '');
    if (odd) refuse([odd]);
    if (validate(value)) {
      // Coerced from text: "1e400" has become no number that anything can hold.
      const coerced = kind === 'parameters' ? oddity(value, '') : null;
      if (coerced) refuse([coerced]);
      return value as T;
    }
    refuse(
      choicesTogether(meant(validate.errors ?? []).filter((e) => e.keyword !== 'anyOf'))
        .slice(0, MOST_FAULTS)
        .map(fieldFault),
    );
    throw new Error('A refusal throws.');
  };
};

/**
 * Of something that can be one of several kinds, what is wrong with the kind that it says it is: what the other kinds
 * would have wanted helps nobody.
 */
const meant = (errors: readonly ErrorObject[]): ErrorObject[] => {
  const branchOf = ({ schemaPath }: ErrorObject): [union: string, branch: string] | null => {
    const at = schemaPath.lastIndexOf('/anyOf/');
    return at < 0 ? null : [schemaPath.slice(0, at), schemaPath.slice(at + 7).split('/')[0]!];
  };
  const others = new Set(
    errors.flatMap((e) => {
      const branch = branchOf(e);
      return branch && e.keyword === 'const' && e.schemaPath.includes('/properties/') ? [branch.join(' ')] : [];
    }),
  );
  const left = errors.filter((e) => !others.has(branchOf(e)?.join(' ') ?? ''));
  return left.some((e) => e.keyword !== 'anyOf') ? left : [...errors];
};

/** Of something that can be one of several values, all of them at once. */
const choicesTogether = (errors: readonly ErrorObject[]): ErrorObject[] => {
  const choices = groupsOf(
    errors.filter((e) => e.keyword === 'const'),
    (e) => e.instancePath,
  );
  return errors.flatMap((e) => {
    const same = choices.get(e.instancePath);
    if (!same) return [e];
    // Said where the first of them stood; that it is of another type says nothing more.
    if (e !== same[0]) return e.keyword === 'const' || e.keyword === 'type' ? [] : [e];
    return [{ ...e, params: { allowedValues: same.map((s) => (s.params as { allowedValue: unknown }).allowedValue) } }];
  });
};

const refuse = (fields: Fault[]): void => {
  const first = fields[0] ?? { field: '', sentence: 'The request does not have the shape that is expected.' };
  throw new ProblemError(422, 'bad-value', first.sentence, { field: first.field, fields });
};

/** What no database takes: half of a letter of two parts (a lone surrogate), or a number that is not finite. */
const oddity = (value: unknown, field: string): Fault | null => {
  const halved = { field, sentence: `${named(field)} holds letters that are cut in half.` };
  if (typeof value === 'string') return value.isWellFormed() ? null : halved;
  if (typeof value === 'number')
    return Number.isFinite(value) ? null : { field, sentence: `${named(field)} must be a number that can be held.` };
  if (value === null || typeof value !== 'object') return null;
  for (const [key, inner] of Object.entries(value)) {
    const found = key.isWellFormed() ? oddity(inner, field === '' ? key : `${field}.${key}`) : halved;
    if (found) return found;
  }
  return null;
};

const named = (field: string): string => (field === '' ? 'The request' : `"${field.slice(0, 100)}"`);

const fieldFault = (error: ErrorObject): Fault => {
  const extra = error.params as { additionalProperty?: string; missingProperty?: string };
  const field = [error.instancePath.slice(1).replaceAll('/', '.'), extra.additionalProperty ?? extra.missingProperty]
    .filter(Boolean)
    .join('.')
    .slice(0, 200);
  return { field, sentence: `${named(field)} ${wording(error)}.` };
};

const wording = ({ keyword, params, message }: ErrorObject): string => {
  const { limit, type, allowedValues } = params as { limit?: number; type?: string; allowedValues?: unknown[] };
  switch (keyword) {
    case 'const':
      return `must be ${CHOICES.format(allowedValues!.map(String))}`;
    case 'required':
      return 'is missing';
    case 'additionalProperties':
      return 'is not known here';
    case 'type':
      return type === 'integer' || type === 'number' ? 'must be a number' : `must be ${type}`;
    case 'minimum':
      return `must be ${limit} or more`;
    case 'maximum':
      return `must be ${limit} or less`;
    case 'exclusiveMinimum':
      return `must be above ${limit}`;
    case 'minLength':
      return 'must not be empty';
    case 'maxLength':
      return `must not be longer than ${limit} characters`;
    case 'maxItems':
      return `must not hold more than ${limit}`;
    case 'format':
      return 'must be a calendar day such as 2026-11-24';
    case 'pattern':
      return 'is not written as expected';
    default:
      return message ?? 'is not right';
  }
};
