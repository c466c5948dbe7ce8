import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { createConnection } from 'node:net';
import { join } from 'node:path';
import { freePort, programPath, repositoryRoot } from '../../../scripts/private-database.mjs';

/** nginx with the configuration that ships, its names, ports and files put in the place of the example's. */
export class Proxy {
  private child: ChildProcess | null = null;
  private readonly folder: string;
  readonly port: number;

  private constructor(folder: string, port: number) {
    this.folder = folder;
    this.port = port;
  }

  get origin(): string {
    return `https://kettle.test:${this.port}`;
  }

  static async make(folder: string): Promise<Proxy> {
    mkdirSync(folder, { recursive: true });
    const made = spawnSync(programPath('openssl')!, [
      ...['req', '-x509', '-newkey', 'ec', '-pkeyopt', 'ec_paramgen_curve:prime256v1', '-nodes', '-days', '2'],
      ...['-subj', '/CN=kettle.test', '-keyout', join(folder, 'kettle.key'), '-out', join(folder, 'kettle.crt')],
    ]);
    if (made.status !== 0) throw new Error(`No certificate: ${made.stderr.toString()}`);
    return new Proxy(folder, await freePort());
  }

  /** @param ports those of the servers behind it */
  async start(ports: readonly number[]): Promise<void> {
    const shipped = readFileSync(join(repositoryRoot, 'deploy', 'nginx.conf'), 'utf8');
    const [first] = /^ *server 127\.0\.0\.1:4173.*\n/m.exec(shipped)!;
    const [second] = /^ *server 127\.0\.0\.1:4174.*\n/m.exec(shipped)!;
    const config = shipped
      .replace(second, '')
      .replace(first, ports.map((port) => first.replace('4173', String(port))).join(''))
      .replace('listen 127.0.0.1:443', `listen 127.0.0.1:${this.port}`)
      .replace('kettle.example;', 'kettle.test;');
    const file = join(this.folder, 'nginx.conf');
    // What a service is told outside of its file: where to keep what it keeps while it works, and not to leave.
    const places = ['client_body', 'proxy', 'fastcgi', 'uwsgi', 'scgi'].map((n) => `  ${n}_temp_path ${this.folder}/${n};`); // prettier-ignore
    writeFileSync(file, `${process.getuid?.() === 0 ? 'user root;\n' : ''}daemon off;\n${config.replace('http {', `http {\n${places.join('\n')}`)}`); // prettier-ignore
    this.child = spawn(programPath('nginx')!, ['-p', `${this.folder}/`, '-e', 'error.log', '-c', file], {
      stdio: ['ignore', 'ignore', 'pipe'],
    });
    let said = '';
    this.child.stderr!.on('data', (chunk: Buffer) => (said += chunk.toString()));
    for (const until = Date.now() + 20_000; Date.now() < until;) {
      if (this.child.exitCode !== null) throw new Error(`nginx ended:\n${said}`);
      if (await answers(this.port)) return;
      await new Promise((resolve) => setTimeout(resolve, 30));
    }
    throw new Error(`nginx does not come up:\n${said}`);
  }

  /** What it wrote down of the requests that passed. */
  log(): string {
    return readFileSync(join(this.folder, 'access.log'), 'utf8');
  }

  async stop(): Promise<void> {
    const { child } = this;
    if (!child || child.exitCode !== null) return;
    const over = new Promise((resolve) => child.once('exit', resolve));
    child.kill('SIGTERM');
    await over;
  }
}

const answers = (port: number): Promise<boolean> =>
  new Promise((resolve) => {
    const socket = createConnection({ port, host: '127.0.0.1' });
    socket.once('connect', () => (socket.destroy(), resolve(true)));
    socket.once('error', () => resolve(false));
  });
