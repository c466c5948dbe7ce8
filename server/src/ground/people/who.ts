import { AsyncLocalStorage } from 'node:async_hooks';
import type { Role } from '@kettle/contract/people';

/** Who asks: a person in a browser, or a script with a person's key. */
export interface Acting {
  id: number;
  name: string;
  role: Role;
  /** The key that a script came with; null for a browser. */
  token: number | null;
  /** The digest of the browser's session; null for a script. */
  session: string | null;
}

const acting = new AsyncLocalStorage<Acting>();

/** Does something as somebody: all that follows from it can ask who it was. */
export const actAs = <T>(who: Acting, action: () => T): T => acting.run(who, action);
/** Who acts; null where nobody signs in, and for what the program does by itself. */
export const whoActs = (): Acting | null => acting.getStore() ?? null;
