import { spawnSync } from 'node:child_process';
import { cpSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type mysql from 'mysql2/promise';
import { putState } from './earlier.ts';
import { FAULTS, LISTINGS } from './faults.ts';
import { differencesOf, fingerprintOf, structureOf, type Fingerprint } from './fingerprint.ts';
import { pause, RealProgram, type Part } from './program.ts';
import { randomFrom } from './requests.ts';
import { endOf, KINDS_OF_WORK, MARKET, prepare, workOf } from './work.ts';

export interface Round {
  round: number;
  /** What was going on, what was done to it, and how many milliseconds into it. */
  during: string;
  fault: string;
  after_ms: number;
  took_ms: number;
  differences: string[];
}
/** How long a disk stays full. */
const FULL_MS = 6000;

const agreesWithSift = async (program: RealProgram): Promise<string[]> => {
  const until = Date.now() + 30_000;
  for (;;) {
    const { total, index } = await program.call<{ total: number; index: { behind: boolean } }>(
      'GET',
      `${MARKET}/sift?rows=1`,
    );
    const inDatabase = await program.withDatabase(async (c) => {
      const [rows] = await c.query<mysql.RowDataPacket[]>(
        'select count(*) n from listings where marketplace_id = "quayside"',
      );
      return Number(rows[0]!.n);
    });
    if (total === inDatabase && !index.behind) return [];
    if (!index.behind || Date.now() > until) return [`the sift holds ${total} listings, the database ${inDatabase}`];
    await pause(100);
  }
};

/** What is done to the work of a round, and at which part of the time that it takes undisturbed. */
export type Plan = (i: number) => { fault: (typeof FAULTS)[number]; part: number };
/** How many moments of each kind of work each fault is to meet. */
const MOMENTS = 5;
const ofName = (name: string): (typeof FAULTS)[number] => FAULTS.find(([n]) => n === name)!;

interface Undisturbed {
  fingerprints: Fingerprint[];
  took: number[];
}

/** States that upgrades begin at: before steps were recorded, in the middle, and a late one. */
const UPGRADED = ['0003_sheet', '0009_own_data', '0014_reviews_read'];

export class Harness {
  private readonly folder = mkdtempSync(join(tmpdir(), 'kettle faults '));
  private readonly seed: number;
  private readonly random: () => number;
  private readonly tell: (round: Round) => void;
  readonly rounds: Round[] = [];

  constructor(seed: number, tell: (round: Round) => void = () => {}) {
    this.seed = seed;
    this.random = randomFrom(seed);
    this.tell = tell;
  }

  get failed(): Round[] {
    return this.rounds.filter((r) => r.differences.length > 0);
  }
  clean(): void {
    rmSync(this.folder, { recursive: true, force: true });
  }

  private note(round: Omit<Round, 'round'>): void {
    const noted = { round: this.rounds.length + 1, ...round };
    this.rounds.push(noted);
    this.tell(noted);
  }

  private template = '';
  /** A demo workspace that all sequences begin from, made once and closed in order. */
  private async workspace(name: string): Promise<RealProgram> {
    if (this.template === '') {
      this.template = join(this.folder, 'template');
      const first = new RealProgram(this.template, 'demo', LISTINGS);
      await first.address();
      await prepare(first);
      await first.stop();
    }
    const data = join(this.folder, name);
    rmSync(data, { recursive: true, force: true });
    cpSync(this.template, data, { recursive: true });
    return new RealProgram(data, 'demo', LISTINGS);
  }

  private async undisturbed(from: number, to: number): Promise<Undisturbed> {
    const program = await this.workspace('undisturbed');
    const result: Undisturbed = { fingerprints: [], took: [] };
    await program.address();
    for (let i = from; i < to; i++) {
      const since = performance.now();
      const job = await endOf(program, await workOf(i).ask(program));
      if (job.state !== 'done') throw new Error(`Undisturbed, ${job.kind} ended ${job.state}: ${job.message}`);
      result.took.push(performance.now() - since);
      result.fingerprints.push(await program.withDatabase(fingerprintOf));
    }
    await program.stop();
    return result;
  }

  /**
   * Each fault of these meets each kind of work at five moments, one in each fifth of its time. They take turns, so that a
   * run that is broken off has tried a bit of everything.
   */
  async everyMoment(names: readonly string[]): Promise<void> {
    const count = KINDS_OF_WORK * MOMENTS;
    const expected = await this.undisturbed(0, count);
    for (let shift = 0; shift < names.length; shift++)
      await this.jobs(count, Infinity, expected, (i) => {
        const moment = Math.floor(i / KINDS_OF_WORK);
        return {
          fault: ofName(names[(i + moment + shift) % names.length]!),
          part: (moment + this.random()) / MOMENTS,
        };
      });
  }

  /** Every fault meets every kind of job: their numbers share no divisor with one shift a turn. */
  private readonly atRandom: Plan = (i) => ({
    fault: FAULTS[(i + Math.floor(i / KINDS_OF_WORK) + this.seed) % FAULTS.length]!,
    part: this.random() * 1.1,
  });

  /** Rounds of jobs, each hurt once; afterwards all must be as in a run that nobody hurt. */
  async jobs(count: number, until = Infinity, known: Undisturbed | null = null, plan = this.atRandom): Promise<void> {
    const expected = known ?? (await this.undisturbed(0, count));
    const program = await this.workspace('disturbed');
    await program.address();
    for (let i = 0; i < count && Date.now() < until; i++) {
      const { fault: planned, part } = plan(i);
      const [name, fault] = planned;
      const work = workOf(i);
      const after = part * expected.took[i]!;
      const since = performance.now();
      const differences: string[] = [];
      try {
        const asked = await work.ask(program);
        await pause(after);
        await fault(program);
        const ended = await endOf(program, asked);
        if (ended.state !== 'done') differences.push(`the job ended ${ended.state}: ${ended.message}`);
        const got = await program.withDatabase(fingerprintOf);
        differences.push(...differencesOf(expected.fingerprints[i]!, got), ...(await agreesWithSift(program)));
      } catch (error) {
        differences.push((error as Error).message.slice(0, 600));
      }
      this.note({
        during: work.name,
        fault: name,
        after_ms: Math.round(after),
        took_ms: Math.round(performance.now() - since),
        differences,
      });
      if (differences.length > 0) {
        // What follows would differ from then on: the sequence ends here.
        await program.stop().catch(() => undefined);
        return;
      }
    }
    await program.stop();
  }

  /** First starts of an empty workspace, killed at a random moment, then started again. */
  async firstStarts(count: number): Promise<void> {
    const whole = new RealProgram(join(this.folder, 'whole'), 'own', LISTINGS);
    const since = performance.now();
    await whole.address();
    const took = performance.now() - since;
    const expected = await whole.withDatabase(structureOf);
    await whole.stop();
    for (let i = 0; i < count; i++)
      await this.startRound(
        'first start',
        i,
        took,
        expected,
        (data) => new RealProgram(data, 'own', LISTINGS),
        () => {},
      );
  }

  /** Upgrades of workspaces of three earlier versions with data in them, killed at a random moment, then started again. */
  async upgrades(count: number): Promise<void> {
    const perState = Math.ceil(count / UPGRADED.length);
    for (const state of UPGRADED) await this.upgradesOf(state, Math.min(perState, count));
  }

  private async upgradesOf(state: string, count: number): Promise<void> {
    const old = join(this.folder, `old-${state}`);
    const maker = new RealProgram(old, 'own', LISTINGS);
    await maker.address();
    await maker.withDatabase((connection) => putState(connection, state));
    await maker.stop();
    const copyOld = (data: string): void => cpSync(old, data, { recursive: true });
    const upgraded = join(this.folder, `upgraded-${state}`);
    copyOld(upgraded);
    const program = new RealProgram(upgraded, 'own', LISTINGS);
    const since = performance.now();
    await program.address();
    const took = performance.now() - since;
    const both = async (connection: mysql.Connection): Promise<Fingerprint> => ({
      ...(await structureOf(connection)),
      ...(await fingerprintOf(connection)),
    });
    const expected = await program.withDatabase(both);
    await program.stop();
    for (let i = 0; i < count; i++)
      await this.startRound(
        `upgrade of ${state}`,
        i,
        took,
        expected,
        (data) => new RealProgram(data, 'own', LISTINGS),
        copyOld,
        both,
      );
  }

  private async startRound(
    during: string,
    i: number,
    took: number,
    expected: Fingerprint,
    make: (data: string) => RealProgram,
    fill: (data: string) => void,
    read: (connection: mysql.Connection) => Promise<Fingerprint> = structureOf,
  ): Promise<void> {
    const data = join(this.folder, `start ${i}`);
    fill(data);
    const program = make(data);
    const parts: Part[] = ['server', 'database', 'start', 'parent'];
    const part = parts[i % parts.length]!;
    const after = this.random() * took;
    const since = performance.now();
    const differences: string[] = [];
    try {
      program.launch();
      await pause(after);
      program.signal(part, 'SIGKILL');
      await program.address();
      differences.push(...differencesOf(expected, await program.withDatabase(read)));
    } catch (error) {
      differences.push((error as Error).message.slice(0, 600));
    }
    await program.stop().catch((error: Error) => differences.push(error.message.slice(0, 300)));
    rmSync(data, { recursive: true, force: true });
    this.note({
      during,
      fault: `${part} killed`,
      after_ms: Math.round(after),
      took_ms: Math.round(performance.now() - since),
      differences,
    });
  }

  /** Work on a disk that fills up meanwhile; with room again it goes on, and nothing is half kept. Needs leave to mount. */
  async fullDisk(count: number, everyMoment = false): Promise<boolean> {
    const disk = join(this.folder, 'disk');
    mkdirSync(disk, { recursive: true });
    if (spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=900m', 'tmpfs', disk]).status !== 0) return false;
    try {
      const expected = await this.undisturbed(0, count);
      const program = await this.workspace(join('disk', 'data'));
      await program.address();
      for (let i = 0; i < count; i++) {
        const since = performance.now();
        const differences: string[] = [];
        const work = workOf(i);
        const before = await program.withDatabase(fingerprintOf);
        const filler = join(disk, 'filler');
        try {
          const fill = (): void => void spawnSync('dd', ['if=/dev/zero', `of=${filler}`, 'bs=1M'], { stdio: 'ignore' });
          if (!everyMoment) fill();
          const asked = await work.ask(program).catch((error: Error) => error);
          if (everyMoment) {
            await pause(((Math.floor(i / KINDS_OF_WORK) + this.random()) / MOMENTS) * expected.took[i]!);
            fill();
          }
          await pause(FULL_MS);
          const told = program.output;
          rmSync(filler, { force: true });
          // With room again a job that lost its database goes on; one that was told to have no room is asked for anew.
          const ended = asked instanceof Error ? null : await endOf(program, asked);
          if (ended?.state !== 'done') {
            const said = asked instanceof Error ? asked.message : (ended?.message ?? '');
            if (!/disk is full/i.test(said + told)) differences.push(`said: ${said.slice(0, 200)}`);
            const without = { uploads: '', upload_pieces: '' };
            const kept = await program.withDatabase(fingerprintOf);
            differences.push(...differencesOf({ ...before, ...without }, { ...kept, ...without }));
            await program.withDatabase((c) => c.query('delete from uploads'));
            const again = await endOf(program, await work.ask(program));
            if (again.state !== 'done') differences.push(`with room again it ended ${again.state}: ${again.message}`);
          }
          differences.push(...differencesOf(expected.fingerprints[i]!, await program.withDatabase(fingerprintOf)));
        } catch (error) {
          rmSync(filler, { force: true });
          differences.push((error as Error).message.slice(0, 400));
        }
        this.note({
          during: work.name,
          fault: everyMoment ? 'disk full on the way' : 'disk full',
          after_ms: 0,
          took_ms: Math.round(performance.now() - since),
          differences,
        });
        if (differences.length > 0) break;
      }
      await program.stop();
      await this.startWithoutRoom(disk);
    } finally {
      spawnSync('umount', ['-l', disk]);
    }
    return true;
  }

  /** A first start without room says so, and works with room. */
  private async startWithoutRoom(disk: string): Promise<void> {
    const since = performance.now();
    const differences: string[] = [];
    const filler = join(disk, 'filler');
    rmSync(join(disk, 'data'), { recursive: true, force: true });
    const room = 20 + Math.floor(this.random() * 300);
    spawnSync('dd', ['if=/dev/zero', `of=${filler}`, 'bs=1M', `count=${900 - room}`], { stdio: 'ignore' });
    const program = new RealProgram(join(disk, 'fresh'), 'own', LISTINGS);
    program.launch();
    const until = Date.now() + 90_000;
    while (program.isRunning && !/is ready/.test(program.output) && Date.now() < until) await pause(50);
    const said = program.output;
    rmSync(filler, { force: true });
    if (!/is ready/.test(said) && !/disk is full/i.test(said))
      differences.push(`with ${room} MB it said: ${said.slice(-300)}`);
    try {
      await program.address();
    } catch (error) {
      differences.push((error as Error).message.slice(0, 400));
    }
    await program.stop().catch((error: Error) => differences.push(error.message));
    this.note({
      during: 'first start',
      fault: `only ${room} MB left`,
      after_ms: 0,
      took_ms: Math.round(performance.now() - since),
      differences,
    });
  }

  /** Files beside the data, emptied or replaced between two runs. */
  async oddFiles(): Promise<void> {
    const program = await this.workspace('odd files');
    await program.address();
    const before = await program.withDatabase(fingerprintOf);
    await program.stop();
    for (const name of ['running.json', 'secret.json', 'accounts.sql', 'database.pid'])
      for (const text of ['', '{', `{"pid":${process.pid}}`]) {
        const since = performance.now();
        const differences: string[] = [];
        writeFileSync(join(program.data, name), text);
        try {
          await program.address();
          differences.push(...differencesOf(before, await program.withDatabase(fingerprintOf)));
          JSON.parse(readFileSync(join(program.data, 'secret.json'), 'utf8'));
        } catch (error) {
          differences.push((error as Error).message.slice(0, 400));
        }
        await program.stop();
        this.note({
          during: 'start',
          fault: `${name} holds ${JSON.stringify(text)}`,
          after_ms: 0,
          took_ms: Math.round(performance.now() - since),
          differences,
        });
      }
  }
}
