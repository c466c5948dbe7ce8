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
  /** A second factor is required here, and this person has none yet: until then nothing else is answered. */
  needsFactor: boolean;
}

/** On whose behalf the code runs: a person, a stranger whose request nobody has let through yet, or the program itself. */
type Behalf = Acting | 'stranger' | 'program';
const behalf = new AsyncLocalStorage<Behalf>();

/** Runs an action as a person: everything it calls can ask who that is. */
export const actAs = <T>(who: Acting, action: () => T): T => behalf.run(who, action);
/** Runs an action as a stranger: the database refuses everything it asks for. */
export const actAsStranger = <T>(action: () => T): T => behalf.run('stranger', action);
/** Runs an action as the program itself, such as finding out who asks. */
export const actAsProgram = <T>(action: () => T): T => behalf.run('program', action);
/** The person who acts; null where nobody signs in, and for what the program does by itself. */
export const whoActs = (): Acting | null => {
  const now = behalf.getStore();
  return now === undefined || typeof now === 'string' ? null : now;
};
/** Whether the code runs for a request that nobody has let through. */
export const isStranger = (): boolean => behalf.getStore() === 'stranger';
