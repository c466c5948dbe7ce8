import { spawn, type ChildProcess } from 'node:child_process';
import { freePort, repositoryRoot } from '../../../scripts/private-database.mjs';

const START_LIMIT_MS = 120_000;

/** One server of the program as a process of its own, on a database that is there already. */
export class ServerProcess {
  readonly env: Record<string, string>;
  port = 0;
  private child: ChildProcess | null = null;
  private said = '';
  private over: Promise<number | string> = Promise.resolve(0);

  /** @param env KETTLE_DATABASE_URL and what else it is started with */
  constructor(env: Record<string, string>) {
    this.env = env;
  }

  /** Starts it, at the same port each time, and waits until it answers. */
  async start(): Promise<string> {
    this.port ||= await freePort();
    this.said = '';
    const child = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts'], {
      cwd: repositoryRoot,
      stdio: ['ignore', 'pipe', 'pipe'],
      env: {
        ...process.env,
        NODE_OPTIONS: '',
        NODE_ENV: 'production',
        LOG_LEVEL: 'warn',
        KETTLE_LEASE_SECONDS: '5',
        KETTLE_PORT: String(this.port),
        ...this.env,
      },
    });
    this.child = child;
    this.over = new Promise((resolve) => child.once('exit', (code, signal) => resolve(signal ?? code ?? 0)));
    return new Promise((resolve, reject) => {
      const late = setTimeout(() => reject(new Error(`The server does not come up:\n${this.said}`)), START_LIMIT_MS);
      const hear = (chunk: Buffer): void => {
        this.said = (this.said + chunk.toString()).slice(-50_000);
        const found = /ready: (http:\/\/127\.0\.0\.1:(\d+))/.exec(this.said);
        if (!found) return;
        clearTimeout(late);
        this.port = Number(found[2]);
        resolve(found[1]!);
      };
      child.stdout.on('data', hear);
      child.stderr.on('data', hear);
      void this.over.then((how) => {
        clearTimeout(late);
        reject(new Error(`The server ended with ${how}:\n${this.said}`));
      });
    });
  }

  get pid(): number {
    return this.child!.pid!;
  }
  get output(): string {
    return this.said;
  }
  get isRunning(): boolean {
    return this.child !== null && this.child.exitCode === null && this.child.signalCode === null;
  }
  /** Waits for a sentence of its output. */
  async says(pattern: RegExp): Promise<RegExpExecArray> {
    for (const until = Date.now() + START_LIMIT_MS; Date.now() < until;) {
      const found = pattern.exec(this.said);
      if (found) return found;
      await new Promise((resolve) => setTimeout(resolve, 20));
    }
    throw new Error(`It never said ${pattern.source}:\n${this.said}`);
  }
  signal(name: NodeJS.Signals): void {
    this.child?.kill(name);
  }
  /** Ends it as an upgrade does; answers with how it ended. */
  async stop(name: NodeJS.Signals = 'SIGTERM'): Promise<number | string> {
    if (!this.isRunning) return 0;
    this.signal(name);
    return this.over;
  }
}
