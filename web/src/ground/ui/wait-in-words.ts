import type { WaitFor } from '@kettle/core/documents/watch-rules';
import { count, moneyWith, type Notation } from './format.ts';

const NAMES: Record<WaitFor['measure'], string> = { units: 'units a month', price: 'the price', rank: 'the rank' };
/** A figure that is waited for, as people write it. */
export const waitedFigure = ({ measure }: Pick<WaitFor, 'measure'>, value: number, notation: Notation): string =>
  measure === 'price' ? moneyWith(Math.round(value), notation) : count(value);

/** What a candidate waits for. */
export const waitInWords = (wait: WaitFor, notation: Notation): string =>
  `you waited until ${NAMES[wait.measure]} hold${wait.measure === 'units' ? '' : 's'} ${wait.is} ${waitedFigure(wait, wait.value, notation)} for ${wait.weeks} ${wait.weeks === 1 ? 'week' : 'weeks'}`;
