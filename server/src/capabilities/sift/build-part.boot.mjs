// Worker threads do not inherit the loader that reads TypeScript: it is registered here first.
import { register } from 'tsx/esm/api';

register();
export const { part, grade } = await import('./build-part.worker.ts');
