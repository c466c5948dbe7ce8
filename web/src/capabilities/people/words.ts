import { ROLES } from '@kettle/contract/people';

/** The roles, to choose one of. */
export const AS_CHOICES = ROLES.map((r) => [r, r] as const);
/** A moment as the server tells it, UTC, in the words of this machine. */
export const moment = (text: string): string => new Date(`${text.replace(' ', 'T')}Z`).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' }); // prettier-ignore
