import { Ajv, type ErrorObject, type ValidateFunction } from 'ajv';
import type { TSchema } from '@sinclair/typebox';
import { ProblemError } from './problem.ts';

const bodies = new Ajv({ allErrors: true });
const parameters = new Ajv({ allErrors: true, coerceTypes: true });

/** A check against a schema that throws a problem naming each wrong field; parameters are coerced from text. */
export const validator = <T>(schema: TSchema, kind: 'body' | 'parameters'): ((value: unknown) => T) => {
  const validate: ValidateFunction = (kind === 'body' ? bodies : parameters).compile(schema);
  return (value) => {
    if (validate(value)) return value as T;
    const fields = (validate.errors ?? []).filter((e) => e.keyword !== 'anyOf').map(fieldFault);
    const first = fields[0] ?? { field: '', sentence: 'The request does not have the shape that is expected.' };
    throw new ProblemError(422, 'bad-value', first.sentence, { field: first.field, fields });
  };
};

const fieldFault = (error: ErrorObject): { field: string; sentence: string } => {
  const extra = error.params as { additionalProperty?: string; missingProperty?: string };
  const field = [error.instancePath.slice(1).replaceAll('/', '.'), extra.additionalProperty ?? extra.missingProperty]
    .filter(Boolean)
    .join('.');
  return { field, sentence: `${field === '' ? 'The request' : `"${field}"`} ${wording(error)}.` };
};

const wording = ({ keyword, params, message }: ErrorObject): string => {
  const { limit, type } = params as { limit?: number; type?: string };
  switch (keyword) {
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
    case 'minLength':
      return 'must not be empty';
    case 'maxLength':
      return `must not be longer than ${limit} characters`;
    case 'pattern':
      return 'is not written as expected';
    default:
      return message ?? 'is not right';
  }
};
