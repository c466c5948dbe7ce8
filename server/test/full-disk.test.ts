// A disk that fills up under the running program: it stays readable, says so, saves nothing, and goes on by itself.
import { spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { RowDataPacket } from 'mysql2';
import { Room } from '../src/ground/room/room.ts';
import { RealProgram } from './faults/program.ts';
import { until } from './until.ts';

const MB = 2 ** 20;

describe('room on the disk', () => {
  test('stops writing with 64 MB left and goes on with 96 MB', () => {
    let free: number | null = 64 * MB;
    const room = new Room(() => free);
    expect(room.state()).toEqual({ full: false, freeMb: 64 });
    free = 64 * MB - 1;
    expect(room.state()).toEqual({ full: true, freeMb: 63 });
    free = 96 * MB - 1;
    expect(room.isFull).toBe(true);
    free = 96 * MB;
    expect(room.isFull).toBe(false);
    free = 80 * MB;
    expect(room.isFull).toBe(false);
    free = null;
    expect(room.state()).toEqual({ full: false, freeMb: null });
  });
});

const folder = mkdtempSync(join(tmpdir(), 'kettle-disk-'));
const disk = join(folder, 'disk');
mkdirSync(disk);
/** A database, its log and room for little more, in MB. */
const SIZE = 800;
// A disk can be mounted by root alone: elsewhere this cannot be tried.
const isMounted = spawnSync('mount', ['-t', 'tmpfs', '-o', `size=${SIZE}m`, 'tmpfs', disk]).status === 0;
const program = new RealProgram(join(disk, 'data'), 'own', 100);
afterAll(async () => {
  await program.stop().catch(() => undefined);
  if (isMounted) spawnSync('umount', ['-l', disk]);
  rmSync(folder, { recursive: true, force: true });
});

const filler = join(disk, 'filler');
const fill = (): void =>
  void spawnSync('dd', ['if=/dev/zero', `of=${filler}`, 'bs=64k', 'oflag=append', 'conv=notrunc'], { stdio: 'ignore' });

(isMounted ? describe : describe.skip)('a disk that is full', () => {
  let origin = '';
  const ask = async (
    method: string,
    path: string,
    body?: object,
  ): Promise<{ status: number; body: Record<string, unknown> }> => {
    const answer = await fetch(`${origin}${path}`, {
      method,
      ...(body ? { body: JSON.stringify(body), headers: { 'Content-Type': 'application/json' } } : {}),
    });
    return { status: answer.status, body: (await answer.json()) as Record<string, unknown> };
  };
  const makeMarket = (name: string) =>
    ask('POST', '/api/marketplaces', { name, copyFrom: null, currency: 'EUR', measures: 'metric' });
  beforeAll(async () => {
    program.launch();
    origin = await program.address();
    expect((await makeMarket('Before')).status).toBe(200);
  });

  test('what is there can be read; what would be saved is refused with 507, and everybody is told', async () => {
    fill();
    expect(await ask('GET', '/api/room')).toEqual({ status: 200, body: { full: true, freeMb: expect.any(Number) } });
    expect(await makeMarket('Meanwhile')).toEqual({
      status: 507,
      body: {
        type: '/problems/disk-full',
        title: expect.stringMatching(
          /^The disk is full: only \d+ MB are left\. You can read everything, but nothing new is saved until 96 MB are free\.$/,
        ),
        detail: 'Nothing was changed. Free some space on the disk, then try again.',
        status: 507,
        request: expect.any(String),
      },
    });
    for (const path of [
      '/api/marketplaces',
      '/api/marketplaces/before/sift',
      '/api/marketplaces/before/candidates',
      '/api/jobs',
    ])
      // Once what was put aside for this is given to the database.
      await until(
        () => ask('GET', path),
        ({ status }) => status === 200,
      );
    await until(
      async () => program.output,
      (said) => said.includes('The disk is full: only'),
    );
  });

  test('a database that ends meanwhile comes back and can be read', async () => {
    const pid = program.pidOf('database')!;
    process.kill(pid, 'SIGKILL');
    const { body } = await until(
      () => ask('GET', '/api/marketplaces'),
      ({ status }) => status === 200 && program.pidOf('database') !== pid,
    );
    expect(body.marketplaces).toMatchObject([{ id: 'before' }]);
    expect((await makeMarket('Meanwhile')).status).toBe(507);
  });

  test('with room again everything goes on by itself, a job that waited too', async () => {
    const job = await program.withDatabase(async (c) => {
      await c.query(
        `insert into jobs (kind, payload, state) values ('backtest', '{"marketplace":"before"}', 'queued')`,
      );
      const [rows] = await c.query<RowDataPacket[]>('select max(id) as id from jobs');
      return rows[0]!.id as number;
    });
    expect((await makeMarket('Meanwhile')).status).toBe(507);
    rmSync(filler);
    await until(
      () => makeMarket('After'),
      ({ status }) => status === 200,
    );
    await until(
      () => ask('GET', `/api/jobs/${job}`),
      ({ body }) => !['queued', 'running'].includes(String(body.state)),
    );
    await until(
      async () => program.output,
      (said) => said.includes('There is room on the disk again'),
    );
    expect((await ask('GET', '/api/marketplaces')).body.marketplaces).toMatchObject([
      { id: 'before' },
      { id: 'after' },
    ]);
  });
});
