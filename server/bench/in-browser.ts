/** What benchmarks of the interface share: a server, Debian's Chromium, and how times are told. */
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { quantileOf } from '@kettle/core/stats/robust';

const root = join(import.meta.dirname, '..', '..');

/** Median and 95 % point of some times. */
export const spread = (times: readonly number[]) => ({
  p50_ms: Math.round(quantileOf(times, 0.5)!),
  p95_ms: Math.round(quantileOf(times, 0.95)!),
  samples: times.length,
});

/** A server of its own on a database, as a person would start it. */
export const serve = (url: string): Promise<{ address: string; stop: () => Promise<void> }> => {
  /** A server of its own on a database, as a person would start it. */
  const server = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts'], {
    cwd: root,
    stdio: ['ignore', 'pipe', 'inherit'],
    env: {
      ...process.env,
      NODE_ENV: 'production',
      KETTLE_DATABASE_URL: url,
      KETTLE_WORKSPACE: 'demo',
      KETTLE_PORT: '0',
      KETTLE_CACHE: join(root, '.data', 'bench', 'cache'),
    },
  });
  return new Promise((resolve, reject) => {
    server.once('exit', () => reject(new Error('The server ended before it was ready.')));
    server.stdout.on('data', (chunk: Buffer) => {
      const found = /ready: (http:\/\/127\.0\.0\.1:\d+)\//.exec(chunk.toString());
      if (found)
        resolve({
          address: found[1]!,
          stop: () => new Promise((done) => void (server.once('exit', () => done()), server.kill('SIGTERM'))),
        });
    });
  });
};
export const launch = () =>
  chromium.launch({
    executablePath: process.env.CHROMIUM || '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-dev-shm-usage', '--disable-background-networking', '--disable-component-update'],
  });
export const viewport = { width: 1280, height: 800 };
