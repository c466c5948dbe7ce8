import { spawnSync } from 'node:child_process';
import { programPath } from '../../../scripts/private-database.mjs';

/** Addresses of hosts that exist in this test alone, in network namespaces of its own. */
const NET = '10.98.76';
const BRIDGE = 'kettle-br';

const ip = (...words: string[]): boolean => spawnSync(programPath('ip')!, words, { stdio: 'ignore' }).status === 0;

/** Hosts of a small network on this machine, between any two of which the line can be cut. Root alone may make them. */
export class Hosts {
  private readonly names: string[];
  private constructor(names: string[]) {
    this.names = names;
  }

  /** Null where this machine does not let a network be made. */
  static make(n: number): Hosts | null {
    const names = Array.from({ length: n }, (_, i) => `kettle-${i + 1}`);
    const hosts = new Hosts(names);
    hosts.remove();
    const isMade =
      ip('link', 'add', BRIDGE, 'type', 'bridge') &&
      ip('addr', 'add', `${NET}.254/24`, 'dev', BRIDGE) &&
      ip('link', 'set', BRIDGE, 'up') &&
      names.every(
        (name, i) =>
          ip('netns', 'add', name) &&
          ip('link', 'add', `${name}-b`, 'type', 'veth', 'peer', 'name', 'eth0', 'netns', name) &&
          ip('link', 'set', `${name}-b`, 'master', BRIDGE, 'up') &&
          ip('-n', name, 'addr', 'add', `${NET}.${i + 1}/24`, 'dev', 'eth0') &&
          ip('-n', name, 'link', 'set', 'eth0', 'up') &&
          ip('-n', name, 'link', 'set', 'lo', 'up'),
      );
    if (isMade) return hosts;
    hosts.remove();
    return null;
  }

  placeOf = (i: number): { host: string; words: string[] } => ({
    host: `${NET}.${i}`,
    words: [programPath('ip')!, 'netns', 'exec', this.names[i - 1]!],
  });

  /** Cuts the line between two hosts, counted from 1; others go on seeing both. */
  cut(one: number, other: number): void {
    ip('-n', this.names[one - 1]!, 'route', 'add', 'blackhole', `${NET}.${other}/32`);
    ip('-n', this.names[other - 1]!, 'route', 'add', 'blackhole', `${NET}.${one}/32`);
  }
  mend(one: number, other: number): void {
    ip('-n', this.names[one - 1]!, 'route', 'del', 'blackhole', `${NET}.${other}/32`);
    ip('-n', this.names[other - 1]!, 'route', 'del', 'blackhole', `${NET}.${one}/32`);
  }

  remove(): void {
    for (const name of this.names) {
      // What still runs in one would keep its line.
      ip('link', 'del', `${name}-b`);
      ip('netns', 'del', name);
    }
    ip('link', 'del', BRIDGE);
  }
}
