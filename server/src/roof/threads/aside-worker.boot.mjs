// Worker threads do not inherit the loader that reads TypeScript: it is registered here first.
import { register } from 'tsx/esm/api';

register();
const worker = await import('./aside-worker.ts');
export default worker.default;
