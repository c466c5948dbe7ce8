import { spawnSync } from 'node:child_process';
import { isThere } from '../processes.ts';
import { programPath } from '../../../scripts/private-database.mjs';

/** Networks of hosts that exist in a test alone: 10.98.x. */
const NET = '10.98';
const MOST_NETS = 250;

const ip = (...words: string[]) => spawnSync(programPath('ip')!, words, { encoding: 'utf8' });
const done = (...words: string[]): boolean => ip(...words).status === 0;

/** Networks are named by the process that made them: what a killed one left is taken away by the next. */
const removeLeft = (): void => {
  for (const line of ip('netns', 'list').stdout.split('\n')) {
    const [name, pid] = /^kt(\d+)n\d+/.exec(line) ?? [];
    if (!name || isThere(Number(pid))) continue;
    done('link', 'del', `${name}b`);
    done('netns', 'del', name);
    done('link', 'del', `kt${pid}`);
  }
};

/** Hosts of a small network on this machine, between any two of which the line can be cut. Root alone may make them. */
export class Hosts {
  private readonly bridge: string;
  private readonly names: string[];
  private readonly net: string;
  private constructor(bridge: string, names: string[], net: string) {
    this.bridge = bridge;
    this.names = names;
    this.net = net;
  }

  /** Null where this machine does not let a network be made. */
  static make(n: number): Hosts | null {
    removeLeft();
    const bridge = `kt${process.pid}`;
    const names = Array.from({ length: n }, (_, i) => `${bridge}n${i + 1}`);
    if (!done('link', 'add', bridge, 'type', 'bridge')) return null;
    const taken = ip('-o', 'addr').stdout;
    const free = Array.from({ length: MOST_NETS }, (_, i) => `${NET}.${(process.pid + i) % MOST_NETS}`).find((net) => !taken.includes(`${net}.`)); // prettier-ignore
    const hosts = new Hosts(bridge, names, free ?? NET);
    const isMade =
      free !== undefined &&
      done('addr', 'add', `${free}.254/24`, 'dev', bridge) &&
      done('link', 'set', bridge, 'up') &&
      names.every(
        (name, i) =>
          done('netns', 'add', name) &&
          done('link', 'add', `${name}b`, 'type', 'veth', 'peer', 'name', 'eth0', 'netns', name) &&
          done('link', 'set', `${name}b`, 'master', bridge, 'up') &&
          done('-n', name, 'addr', 'add', `${free}.${i + 1}/24`, 'dev', 'eth0') &&
          done('-n', name, 'link', 'set', 'eth0', 'up') &&
          done('-n', name, 'link', 'set', 'lo', 'up'),
      );
    if (isMade) return hosts;
    hosts.remove();
    return null;
  }

  placeOf = (i: number): { host: string; words: string[] } => ({
    host: `${this.net}.${i}`,
    words: [programPath('ip')!, 'netns', 'exec', this.names[i - 1]!],
  });

  /** Cuts the line between two hosts, counted from 1; others go on seeing both. */
  cut(one: number, other: number): void {
    this.line('add', one, other);
  }
  mend(one: number, other: number): void {
    this.line('del', one, other);
  }
  private line(verb: 'add' | 'del', one: number, other: number): void {
    for (const [here, there] of [
      [one, other],
      [other, one],
    ] as const)
      // prettier-ignore
      done('-n', this.names[here - 1]!, 'route', verb, 'blackhole', `${this.net}.${there}/32`);
  }

  remove(): void {
    for (const name of this.names) {
      // What still runs in one would keep its line.
      done('link', 'del', `${name}b`);
      done('netns', 'del', name);
    }
    done('link', 'del', this.bridge);
  }
}
