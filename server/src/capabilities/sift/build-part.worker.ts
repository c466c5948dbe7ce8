import { gradeMeasures } from '@kettle/core/sift/grades';
import { databaseOfThread } from '../../ground/db/of-thread.ts';
import { buildPart, type PartAsked } from './build.ts';

/** What is done beside the thread that builds an index; large arrays lie in shared memory. */
export const part = (asked: PartAsked) => buildPart(databaseOfThread(), asked);
export const grade = gradeMeasures;
