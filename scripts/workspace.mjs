// Who has a workspace open: a file beside the data, made whole by one and read with a guard by all others.
import { mkdirSync, renameSync, rmSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { makeKept, readKept, writeKept } from './kept-file.mjs';
import { repositoryRoot as root } from './private-database.mjs';
import { isSame, startOf } from './process.mjs';

/** Where a workspace is kept. */
export const folderOf = (mode, wished) =>
  resolve(wished ?? process.env.KETTLE_DATA ?? join(root, '.data', mode === 'own' ? 'own' : 'demo'));

const fileOf = (data) => join(data, 'running.json');
const me = () => ({ pid: process.pid, start: startOf(process.pid) });

/** Who has the workspace open, with the port of its database; null when nobody has, whatever the file says. */
export const whoRuns = (data) => {
  const told = readKept(fileOf(data), (value) => Number.isInteger(value.pid));
  return told && isSame(told) ? told : null;
};

/** Takes the workspace for this process; false when another has it. Of two that try at once one gets it. */
export const take = (data) => {
  mkdirSync(data, { recursive: true, mode: 0o700 });
  const file = fileOf(data);
  for (let tries = 0; tries < 5; tries++) {
    if (makeKept(file, JSON.stringify(me()))) return true;
    if (whoRuns(data)) return false;
    // Empty, foreign, or of a process that is gone: moved away before it is removed, so that no newer one is hit.
    const stale = `${file}.${process.pid}.stale`;
    try {
      renameSync(file, stale);
      rmSync(stale, { force: true });
    } catch {
      // Another start has just done it.
    }
  }
  return false;
};

/** Adds to what is told of the running program, such as the port of its database. */
export const tell = (data, more) => writeKept(fileOf(data), JSON.stringify({ ...me(), ...more }));

export const leave = (data) => {
  if (whoRuns(data)?.pid === process.pid) rmSync(fileOf(data), { force: true });
};
