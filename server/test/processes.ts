import { readdirSync, readFileSync } from 'node:fs';

/** Processes below one, by the system's own table. */
export const descendants = (pid: number): number[] => {
  const parents = new Map<number, number>();
  for (const name of readdirSync('/proc'))
    if (/^\d+$/.test(name))
      try {
        const stat = readFileSync(`/proc/${name}/stat`, 'utf8');
        parents.set(Number(name), Number(stat.slice(stat.lastIndexOf(')') + 2).split(' ')[1]));
      } catch {
        // It ended while we looked.
      }
  const below = (of: number): number[] =>
    [...parents].filter(([, parent]) => parent === of).flatMap(([child]) => [child, ...below(child)]);
  return below(pid);
};

/** What a process was started with; empty when it is gone. */
export const commandLine = (pid: number): string => {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8');
  } catch {
    return '';
  }
};

export const isThere = (pid: number): boolean => {
  try {
    return !/^State:\s+Z/m.test(readFileSync(`/proc/${pid}/status`, 'utf8'));
  } catch {
    return false;
  }
};
