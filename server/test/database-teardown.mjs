import { rmSync } from 'node:fs';

export default async () => {
  await globalThis.kettleTestDatabase.stop();
  rmSync(globalThis.kettleTestFolder, { recursive: true, force: true, maxRetries: 5, retryDelay: 200 });
};
