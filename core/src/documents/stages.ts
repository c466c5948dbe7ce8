import type { Static } from '@sinclair/typebox';
import { oneOf } from './shapes.ts';

/** The way of a candidate; dropped from anywhere, with a reason. */
export const STAGES = ['found', 'watched', 'weighed', 'shortlisted', 'chosen', 'dropped'] as const;
export const Stage = oneOf(...STAGES);
export type Stage = Static<typeof Stage>;

/** What the seller did with a listing before. */
export const MARKS = ['seen', 'kept', 'dropped'] as const;
export const MarkState = oneOf(...MARKS);
export type MarkState = Static<typeof MarkState>;
