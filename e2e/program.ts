import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** Starts the program by the same command as its users do, in a fresh folder, and finds its address in what it prints. */
const start = (mode: 'demo' | 'own', ...options: string[]): Promise<{ address: string; stop: () => Promise<void> }> => {
  const data = mkdtempSync(join(tmpdir(), `kettle ${mode} `));
  const child: ChildProcess = spawn(
    process.execPath,
    ['scripts/start.mjs', mode, '--data', data, '--port', '0', ...options],
    { stdio: ['ignore', 'pipe', 'pipe'] },
  );
  let said = '';
  return new Promise((resolve, reject) => {
    const listen = (chunk: Buffer): void => {
      said += chunk.toString();
      const found = /ready: (http:\/\/127\.0\.0\.1:\d+)\//.exec(said);
      if (found)
        resolve({
          address: found[1]!,
          stop: () =>
            new Promise((done) => {
              const clear = (): void => {
                rmSync(data, { recursive: true, force: true });
                done();
              };
              // One that ended by itself ends no second time.
              if (child.exitCode !== null || child.signalCode !== null) return clear();
              child.once('exit', clear);
              child.kill('SIGINT');
            }),
        });
    };
    child.stdout!.on('data', listen);
    child.stderr!.on('data', listen);
    child.once('exit', (code) => reject(new Error(`The program ended with ${code} before it was ready:\n${said}`)));
  });
};

/** Two programs at the same time: the demo, and an empty workspace for files of one's own. */
export default async function setUp(): Promise<() => Promise<void>> {
  const [demo, own] = await Promise.all([start('demo'), start('own')]);
  process.env.KETTLE_DEMO = demo.address;
  process.env.KETTLE_OWN = own.address;
  return async () => {
    await Promise.all([demo.stop(), own.stop()]);
  };
}
